<template>
  <div class="picks">
    <el-radio-group v-model="variant" size="small" aria-label="Image that is picked from">
      <el-radio-button value="crisp">crisp</el-radio-button>
      <el-radio-button value="filtered">filtered</el-radio-button>
      <el-radio-button value="halved">at half the size</el-radio-button>
    </el-radio-group>
    <p class="soft small">
      What a colour pick of the ID map takes, by its tolerance of 0 to 128: within the bar with the fewest wrong texels, ▾ is
      the best. The name at its end is what would be taken next.
    </p>
    <p v-if="isTrying" class="small">
      Other colours are tried; outlines show the ranges of now.
      <button class="small-button" type="button" @click="tried = {}">Back to the colours of now</button>
    </p>
    <ul aria-label="Pick test">
      <li v-for="row in rows" :key="row.result.group" class="pick">
        <span class="who">
          <label-tag class="tag" :number="row.group.number" :name="row.group.name" :color="row.color" />
          <input
            class="try"
            type="color"
            :value="row.color"
            :aria-label="`Try another ID colour for ${row.group.name}`"
            title="try another ID colour: shows how the ranges would move, changes nothing"
            @input="(e) => tryColor(row.group.id, (e.target as HTMLInputElement).value)"
          />
        </span>
        <span class="small" :class="{ wrong: !row.result.isExact }">
          <template v-if="row.result.isExact">without error</template>
          <template v-else
            >! {{ whole(row.result.wronglyTaken) }} taken, {{ whole(row.result.wronglyLeft) }} left wrongly</template
          >
        </span>
        <div class="scale" role="img" :aria-label="`${row.group.name}: tolerance ${row.result.from} to ${row.result.to}, best ${row.result.best}`">
          <span class="bar" :style="{ ...place(row.result), background: row.color }" />
          <span v-if="row.before" class="bar before" :style="place(row.before)" />
          <span class="best" :style="{ left: `${at(row.result.best + 0.5)}%` }">▾</span>
        </div>
        <span class="ends mono small">{{ row.result.from }} … {{ row.result.to }}</span>
        <span class="limit small soft">{{ row.limit }}</span>
      </li>
    </ul>
  </div>
</template>

<script setup lang="ts">
import { ElRadioButton, ElRadioGroup } from 'element-plus'
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import LabelTag from '@/components/label-tag.vue'
import { usePatience } from '@/components/use-patience'
import { useMasksStore } from '@/stores/masks'
import { whole } from '@/model/words'

import type { Group, PickResult } from '@/api/types'

/** For every group the tolerance range that a pick of its colour bears, and the neighbour that limits it. */
const props = defineProps<{ bakeId: number; sheet: string; groups: Group[] }>()

const MOST = 128

const masks = useMasksStore()
const variant = ref<'crisp' | 'filtered' | 'halved'>('crisp')
const results = shallowRef<PickResult[]>([])
/** The ranges of now, while other colours are tried. */
const before = shallowRef<PickResult[]>([])
/** #RRGGBB by the id of groups. */
const tried = shallowRef<Record<number, string>>({})
const isTrying = computed(() => Object.keys(tried.value).length > 0)
const colors = computed(() => props.groups.map((g) => g.color).join())
const ask = usePatience()
watch(
  [() => props.bakeId, () => props.sheet, variant, () => masks.kept?.state, colors, tried],
  () => {
    const of = variant.value
    const wanted = tried.value
    const isWanted = () => of === variant.value && wanted === tried.value
    ask(isWanted, async () => {
      const now = isTrying.value ? await api.pickTest(props.bakeId, props.sheet, of, {}) : []
      const found = await api.pickTest(props.bakeId, props.sheet, of, wanted)
      if (!isWanted()) return
      before.value = now
      results.value = found
    })
  },
  { immediate: true }
)

const rows = computed(() =>
  results.value
    .filter((r) => r.texels > 0)
    .map((result) => {
      const group = props.groups.find((g) => g.id === result.group)!
      return {
        result,
        group,
        limit: limitOf(result),
        color: tried.value[result.group] ?? group?.color,
        before: before.value.find((r) => r.group === result.group) ?? null
      }
    })
    .filter((row) => row.group)
    .sort((a, b) => widthOf(a.before ?? a.result) - widthOf(b.before ?? b.result))
)

function limitOf(r: PickResult): string {
  if (r.limitedBy === null) return 'nothing in the way up to 128'
  if (r.limitedBy === 0) return 'then the background'
  return `then ${props.groups.find((g) => g.id === r.limitedBy)?.name ?? 'another group'}`
}

/** The order stays while colours are tried. */
function widthOf(r: PickResult): number {
  return r.to - r.from
}

function tryColor(group: number, color: string): void {
  tried.value = { ...tried.value, [group]: color.toUpperCase() }
}

function place(r: PickResult): { left: string; right: string } {
  return { left: `${at(r.from)}%`, right: `${100 - at(r.to + 1)}%` }
}

function at(tolerance: number): number {
  return (100 * Math.min(MOST + 1, tolerance)) / (MOST + 1)
}
</script>

<style scoped>
.picks {
  display: grid;
  gap: 8px;
}

.pick {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 10px;
  align-items: center;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule);
}

.tag {
  max-width: 100%;
  height: 24px;
}

.wrong {
  color: var(--bad);
  font-weight: 600;
}

.scale {
  position: relative;
  grid-column: 1 / 3;
  height: 16px;
  margin-top: 10px;
  border: 1px solid var(--ink);
  background: repeating-linear-gradient(90deg, var(--paper) 0 calc(12.4% - 1px), var(--rule) calc(12.4% - 1px) 12.4%);
}

.bar {
  position: absolute;
  top: 2px;
  bottom: 2px;
  min-width: 2px;
  border: 1px solid var(--ink);
}

.before {
  top: -2px;
  bottom: -2px;
  border: 2px dashed var(--ink);
  background: none;
}

.who {
  display: flex;
  gap: 8px;
  align-items: center;
  min-width: 0;
}

.try {
  flex: none;
  width: 26px;
  height: 22px;
  padding: 0;
  border: 1px solid var(--rule-strong);
  background: none;
  cursor: pointer;
}

.best {
  position: absolute;
  top: -14px;
  transform: translateX(-50%);
  line-height: 14px;
}

.limit {
  justify-self: end;
}
</style>
