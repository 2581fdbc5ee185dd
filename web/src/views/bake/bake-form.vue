<template>
  <form class="form" @submit.prevent="emit('bake')">
    <div class="settings">
      <label class="field">
        IDs are read from
        <el-select v-model="settings.isFromSource" aria-label="IDs are read from">
          <el-option :value="false" label="the target itself" />
          <el-option
            :value="true"
            :label="sources.length > 1 ? 'sources, by rays' : 'the source, by rays'"
            :disabled="sources.length === 0"
          />
        </el-select>
      </label>
      <label class="field">
        Origin
        <el-select v-model="settings.origin" aria-label="Origin">
          <el-option
            v-for="o in origins"
            :key="o.origin"
            :value="o.origin"
            :label="o.hasData ? originLabel(o.origin) : `${originLabel(o.origin)} (no data)`"
          />
        </el-select>
      </label>
      <el-checkbox-group
        v-if="settings.isFromSource && sources.length > 1"
        v-model="readIds"
        class="sources"
        aria-label="Which sources are read"
      >
        <el-checkbox v-for="s in sources" :key="s.id" :value="s.id" :label="s.fileName" />
      </el-checkbox-group>
      <div class="pair">
        <label class="field">
          Size
          <el-select v-model="settings.size" aria-label="Size">
            <el-option v-for="s in SIZES" :key="s" :value="s" :label="`${s} px`" />
          </el-select>
        </label>
        <label class="field">
          Padding
          <el-select v-model="settings.padding" aria-label="Padding">
            <el-option v-for="p in PADDINGS" :key="p.value" :value="p.value" :label="p.label" />
          </el-select>
        </label>
        <label class="field">
          Samples
          <el-select v-model="settings.samples" aria-label="Samples">
            <el-option v-for="s in SAMPLES" :key="s" :value="s" :label="`${s} a texel`" />
          </el-select>
        </label>
        <label class="field">
          Taken
          <el-select v-model="settings.isExact" aria-label="Where samples are taken">
            <el-option :value="false" label="at borders" />
            <el-option :value="true" label="everywhere" />
          </el-select>
        </label>
      </div>
      <template v-if="settings.isFromSource">
        <div class="field">
          Pairing
          <div class="line">
            <el-select v-model="settings.pairing" aria-label="Pairing">
              <el-option value="fitting" label="by names, else all" />
              <el-option value="names" label="by names" />
              <el-option value="all" label="all on all" />
            </el-select>
            <el-button :aria-pressed="pane === 'pairs'" @click="toggle('pairs')">Table</el-button>
          </div>
        </div>
        <div class="field">
          <span title="How far the rays of the bake go, outward and inward from the target">Reach</span>
          <div class="line">
            <span class="words small">{{ reachWords }}</span>
            <el-button :aria-pressed="pane === 'reach'" @click="toggle('reach')">Distances</el-button>
          </div>
        </div>
        <el-checkbox v-if="settings.isSolid" v-model="settings.isSolid" label="Rays hit what is transparent too" />
      </template>
      <slot />
    </div>
    <div class="foot">
      <slot name="progress" />
      <el-button v-work class="go" type="primary" size="large" native-type="submit" :disabled="!canBake">Bake</el-button>
    </div>
  </form>
</template>

<script setup lang="ts">
import { ElButton, ElCheckbox, ElCheckboxGroup, ElOption, ElSelect } from 'element-plus'
import { computed } from 'vue'
import { originLabel } from '@/model/origins'
import { count, millimetres } from '@/model/words'

import type { BakeSettings, OriginChoice, Revision } from '@/api/types'

export type BakePane = 'result' | 'reach' | 'pairs'

const props = defineProps<{ sources: Revision[]; origins: OriginChoice[]; canBake: boolean }>()
const emit = defineEmits<{ bake: [] }>()
const settings = defineModel<BakeSettings>('settings', { required: true })
/** What is looked at beside the settings. */
const pane = defineModel<BakePane>('pane', { required: true })

const SIZES = [512, 1024, 2048, 4096, 8192]
const SAMPLES = [1, 4, 16, 64]
const PADDINGS = [
  { value: 0, label: 'none' },
  { value: 4, label: '4 px' },
  { value: 8, label: '8 px' },
  { value: 16, label: '16 px' },
  { value: 32, label: '32 px' },
  { value: -1, label: 'whole sheet' }
]

/** All is kept as null, so that a source that comes later is read too. */
const readIds = computed({
  get: () => settings.value.sourceIds ?? props.sources.map((s) => s.id),
  set: (ids) => (settings.value.sourceIds = ids.length === props.sources.length ? null : ids)
})

function toggle(wanted: BakePane): void {
  pane.value = pane.value === wanted ? 'result' : wanted
}

const reachWords = computed(() => {
  const { reachOutward, reachInward, partReaches } = settings.value
  const whole =
    reachOutward === null ? 'measured' : `${millimetres(reachOutward)} out, ${millimetres(reachInward!)} in`
  return partReaches.length > 0 ? `${whole}; ${count(partReaches.length, 'part')} by itself` : whole
})
</script>

<style scoped>
.form {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  height: 100%;
}

.settings {
  display: grid;
  align-content: start;
  gap: 10px;
  padding: 14px;
  overflow: auto;
}

/* At the bottom, where findings that come and go do not move it from under the pointer. */
.foot {
  display: grid;
  gap: 10px;
  padding: 12px 14px;
  border-top: 1px solid var(--rule-strong);
}

.field {
  display: grid;
  gap: 3px;
  min-width: 0;
  font-size: var(--text-small);
  font-weight: 600;
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 10px;
}

.line {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  align-items: center;
  font-weight: 400;
}

.line [aria-pressed='true'] {
  border-color: var(--accent);
  background: var(--accent-soft);
}

.field :deep(.el-select) {
  font-weight: 400;
}

.sources {
  display: grid;
}

.go {
  width: 100%;
}
</style>
