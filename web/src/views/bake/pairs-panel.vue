<template>
  <div class="pairs">
    <p v-if="problem" class="state">{{ problem }}</p>
    <p v-else-if="!pairs" class="state soft">Comparing names…</p>
    <template v-else>
      <div class="head">
        <p>
          <strong>{{ summary }}</strong>
        </p>
        <label class="affixes small">
          House suffixes and prefixes
          <el-input
            :model-value="settings.affixes.join(' ')"
            size="small"
            placeholder="_sculpt sm_"
            aria-label="House suffixes and prefixes"
            @change="emit('affixes', $event.split(/[\s,]+/).filter((word: string) => word !== ''))"
          />
        </label>
      </div>
      <div class="scroll">
        <table>
          <thead>
            <tr>
              <th>Target part</th>
              <th>may hit</th>
              <th>paired by</th>
              <th>link by hand</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.targetPart" :class="{ none: row.by === 'NONE' }">
              <td>{{ row.targetPart }}</td>
              <td>{{ row.by === 'ALL' ? 'every source part' : row.sourceParts.join(', ') || '! nothing: it would be missed' }}</td>
              <td class="soft">{{ BY[row.by] }}</td>
              <td><div class="link">
                <el-select
                  :model-value="settings.links.filter((l) => l.targetPart === row.targetPart).map((l) => l.sourcePart)"
                  multiple
                  filterable
                  size="small"
                  placeholder="link…"
                  :aria-label="`Link ${row.targetPart} with`"
                  @update:model-value="relink(row.targetPart, $event)"
                >
                  <el-option v-for="part in pairs.sourceParts" :key="part" :value="part" :label="part" />
                </el-select>
                <button
                  v-if="row.proposal"
                  class="small-button"
                  type="button"
                  @click="emit('link', row.targetPart, row.proposal)"
                >
                  Link {{ row.proposal }}
                </button>
              </div></td>
            </tr>
          </tbody>
        </table>
        <section v-if="pairs.unpairedSource.length > 0" class="left">
          <h3>{{ count(pairs.unpairedSource.length, 'source part') }} that no ray may hit</h3>
          <ul class="small">
            <li v-for="{ part, proposal } in pairs.unpairedSource" :key="part">
              {{ part }}
              <button v-if="proposal" class="small-button" type="button" @click="emit('link', proposal, part)">
                Link with {{ proposal }}
              </button>
            </li>
          </ul>
        </section>
      </div>
    </template>
  </div>
</template>

<script setup lang="ts">
import { ElInput, ElOption, ElSelect } from 'element-plus'
import { computed } from 'vue'
import { api } from '@/api/client'
import { count } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { useAnswer } from '@/components/use-answer'

import type { BakeSettings } from '@/api/types'

/** Which source parts may be hit from which target part; those without partner come first. */
const props = defineProps<{ settings: BakeSettings }>()
const emit = defineEmits<{
  affixes: [affixes: string[]]
  /** Null takes the part's links away. */
  link: [targetPart: string, sourcePart: string | null]
}>()

const BY = {
  ALL: 'all on all',
  NAME: 'name',
  NAME_WITHOUT_NUMBER: 'name without number',
  LINK: 'link',
  NONE: '–'
}

const store = useAssetStore()
const { answer: pairs, problem } = useAnswer(
  () => JSON.stringify([props.settings.sourceIds, props.settings.pairing, props.settings.affixes, props.settings.links]),
  () => api.pairs(store.asset!.id, props.settings)
)
const rows = computed(() =>
  [...(pairs.value?.rows ?? [])].sort((a, b) => Number(b.by === 'NONE') - Number(a.by === 'NONE'))
)
const unpaired = computed(() => rows.value.filter((r) => r.by === 'NONE').length)
const summary = computed(() => {
  if (pairs.value!.word === 'all') {
    return props.settings.pairing === 'all'
      ? 'Every target part may hit every source part.'
      : 'Not every target part finds a partner by name, so every one may hit every source part.'
  }
  return unpaired.value === 0
    ? `All ${rows.value.length} target parts are paired by name.`
    : `! ${count(unpaired.value, 'target part')} of ${rows.value.length} without partner.`
})

function relink(targetPart: string, sourceParts: string[]): void {
  emit('link', targetPart, null)
  sourceParts.forEach((part) => emit('link', targetPart, part))
}
</script>

<style scoped>
.pairs {
  display: grid;
  grid-template-rows: auto 1fr;
  height: 100%;
  min-height: 0;
  background: var(--paper-raised);
}

.state {
  padding: 12px;
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: center;
  justify-content: space-between;
  padding: 8px 14px;
  border-bottom: 1px solid var(--rule-strong);
}

.affixes {
  display: flex;
  gap: 8px;
  align-items: center;
}

.affixes :deep(.el-input) {
  width: 170px;
}

.scroll {
  overflow: auto;
}

table {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--text-small);
}

th {
  position: sticky;
  top: 0;
  z-index: 1;
  padding: 6px 14px;
  background: var(--paper-sunk);
  text-align: left;
}

td {
  padding: 5px 14px;
  border-bottom: 1px solid var(--rule);
  overflow-wrap: anywhere;
}

.none td {
  background: var(--paper);
  font-weight: 600;
}

.none td:first-child {
  box-shadow: inset 4px 0 0 var(--warn);
}

.link {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}

.link :deep(.el-select) {
  width: 190px;
}

/* Quiet until it is needed: most rows never are. */
.link :deep(.el-select:not(:hover, :focus-within) .el-select__wrapper) {
  background: none;
  box-shadow: none;
}

.left {
  display: grid;
  gap: 6px;
  padding: 12px 14px;
}

.left li {
  display: flex;
  gap: 10px;
  padding: 2px 0;
}
</style>
