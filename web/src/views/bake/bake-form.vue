<template>
  <form class="form" @submit.prevent="emit('bake', settings)">
    <label class="field">
      IDs are read from
      <el-select v-model="settings.isFromSource" aria-label="IDs are read from">
        <el-option :value="false" label="the target itself" />
        <el-option
          :value="true"
          :label="store.sources.length > 1 ? 'sources, by rays' : 'the source, by rays'"
          :disabled="store.sources.length === 0"
        />
      </el-select>
    </label>
    <el-checkbox-group
      v-if="settings.isFromSource && store.sources.length > 1"
      v-model="readIds"
      class="sources"
      aria-label="Which sources are read"
    >
      <el-checkbox v-for="s in store.sources" :key="s.id" :value="s.id" :label="s.fileName" />
    </el-checkbox-group>
    <label class="field">
      Origin
      <el-select v-model="settings.origin" aria-label="Origin">
        <el-option
          v-for="o in origins"
          :key="o.value"
          :value="o.value"
          :label="o.hasData ? o.label : `${o.label} (no data)`"
          :disabled="!o.hasData"
        />
      </el-select>
    </label>
    <div class="pair">
      <label class="field">
        Size
        <el-select v-model="settings.size" aria-label="Size">
          <el-option v-for="s in SIZES" :key="s" :value="s" :label="`${s} px`" />
        </el-select>
      </label>
      <label class="field">
        Samples
        <el-select v-model="settings.samples" aria-label="Samples">
          <el-option v-for="s in SAMPLES" :key="s" :value="s" :label="`${s} a texel`" />
        </el-select>
      </label>
    </div>
    <label class="field">
      Padding
      <el-select v-model="settings.padding" aria-label="Padding">
        <el-option v-for="p in PADDINGS" :key="p.value" :value="p.value" :label="p.label" />
      </el-select>
    </label>
    <template v-if="settings.isFromSource">
      <label class="field">
        Pairing
        <el-select v-model="settings.pairing" aria-label="Pairing">
          <el-option value="fitting" label="by names where all have one" />
          <el-option value="names" label="by names" />
          <el-option value="all" label="all on all" />
        </el-select>
      </label>
      <el-checkbox v-model="isMeasured">Measure the reach</el-checkbox>
      <div v-if="!isMeasured" class="pair">
        <label class="field">
          Outward, mm
          <el-input-number v-model="outwardMm" :min="0" :controls="false" aria-label="Reach outward in mm" />
        </label>
        <label class="field">
          Inward, mm
          <el-input-number v-model="inwardMm" :min="0" :controls="false" aria-label="Reach inward in mm" />
        </label>
      </div>
    </template>
    <el-button class="go" type="primary" size="large" native-type="submit" :disabled="isRunning || !canBake">
      Bake
    </el-button>
    <p v-if="!canBake" class="small soft">
      Nothing to tell groups by here. Sort the model first, or choose another origin.
    </p>
  </form>
</template>

<script setup lang="ts">
import { ElButton, ElCheckbox, ElCheckboxGroup, ElInputNumber, ElOption, ElSelect } from 'element-plus'
import { computed, reactive, ref, watch, watchEffect } from 'vue'
import { chooseOrigin, originsOf } from '@/model/origins'
import { useAssetStore } from '@/stores/asset'

import type { BakeSettings } from '@/api/types'

defineProps<{ isRunning: boolean }>()
const emit = defineEmits<{ bake: [settings: BakeSettings] }>()

const SIZES = [512, 1024, 2048, 4096]
const SAMPLES = [1, 4, 16]
const PADDINGS = [
  { value: 0, label: 'none' },
  { value: 4, label: '4 px' },
  { value: 8, label: '8 px' },
  { value: 16, label: '16 px' },
  { value: 32, label: '32 px' },
  { value: -1, label: 'the whole sheet' }
]

const store = useAssetStore()
const last = store.asset!.bakes[0]?.settings
const proposed = chooseOrigin(store.target, store.sources)
const settings = reactive<BakeSettings>(
  last
    ? { ...last }
    : {
        ...proposed,
        sourceIds: null,
        size: 2048,
        samples: 16,
        padding: 16,
        reachOutward: null,
        reachInward: null,
        pairing: 'fitting'
      }
)
const isMeasured = ref(settings.reachOutward === null)
const outwardMm = ref(1000 * (settings.reachOutward ?? 0.01))
const inwardMm = ref(1000 * (settings.reachInward ?? 0.01))
watchEffect(() => {
  settings.reachOutward = isMeasured.value ? null : outwardMm.value / 1000
  settings.reachInward = isMeasured.value ? null : inwardMm.value / 1000
})

const readIds = ref(store.sources.map((s) => s.id).filter((id) => last?.sourceIds?.includes(id) ?? true))
watchEffect(() => {
  const isAll = readIds.value.length === store.sources.length
  settings.sourceIds = settings.isFromSource && !isAll ? readIds.value : null
})

const read = computed(() =>
  settings.isFromSource
    ? store.sources.filter((s) => readIds.value.includes(s.id))
    : store.target
      ? [store.target]
      : []
)
const origins = computed(() => originsOf(read.value))
const canBake = computed(() => origins.value.some((o) => o.value === settings.origin && o.hasData))

watch(
  () => settings.isFromSource,
  () => {
    if (!canBake.value) settings.origin = origins.value.find((o) => o.hasData)?.value ?? settings.origin
  }
)
</script>

<style scoped>
.form {
  display: grid;
  gap: 12px;
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
  gap: 10px;
}

.pair :deep(.el-input-number) {
  width: 100%;
}

.sources {
  display: grid;
}

.go {
  width: 100%;
  margin-top: 4px;
}
</style>
