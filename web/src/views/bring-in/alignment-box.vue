<template>
  <section class="box" data-testid="alignment">
    <p v-if="!check && !problem" class="soft small">Comparing with the target…</p>
    <notice-line v-else-if="problem" kind="warn">{{ problem }}</notice-line>
    <template v-else-if="check">
      <notice-line v-if="source.alignment" kind="good">
        Aligned: {{ check.words || 'by hand' }}.
        <button v-work class="link" type="button" @click="align(NONE)">Back to the file's own place</button>
      </notice-line>
      <notice-line v-else-if="check.words" kind="warn">
        <template v-if="check.differences.length > 0">The source is {{ check.differences.join(', ') }} than its target. </template>
        <template v-else>{{ sizeWords }} </template>The surfaces lie {{ length(check.meanDistance) }} apart; after
        <strong>{{ check.words }}</strong> it is {{ length(check.proposedDistance) }}.
        <div class="verbs">
          <el-button v-work size="small" type="primary" @click="align(check.proposal)">Align it</el-button>
          <el-button v-work size="small" @click="isTyping = !isTyping">Type one…</el-button>
        </div>
      </notice-line>
      <notice-line v-else :kind="check.isClose ? 'good' : 'warn'">
        <template v-if="check.isClose">Lies on the target, {{ length(check.meanDistance) }} apart on average. </template>
        <template v-else>
          {{ sizeWords }} The surfaces lie {{ length(check.meanDistance) }} apart, and no usual turn or unit brings them
          nearer. Are these two the same thing?
        </template>
        <button v-work class="link" type="button" @click="isTyping = !isTyping">Type an alignment…</button>
      </notice-line>
      <form v-if="isTyping" class="form" @submit.prevent="alignTyped">
        <label>scale <el-input-number v-model="scale" :min="0.000001" :controls="false" size="small" /></label>
        <label v-for="(axis, i) in ['x', 'y', 'z']" :key="axis">
          {{ axis }}, m <el-input-number v-model="offset[i]" :controls="false" size="small" />
        </label>
        <label class="wide">
          up in the file
          <el-select v-model="up" size="small">
            <el-option v-for="u in UPS" :key="u.label" :value="u.label" :label="u.label" />
          </el-select>
        </label>
        <el-button v-work size="small" native-type="submit">Align so</el-button>
      </form>
    </template>
  </section>
</template>

<script setup lang="ts">
import { ElButton, ElInputNumber, ElOption, ElSelect } from 'element-plus'
import { computed, reactive, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import NoticeLine from '@/components/notice-line.vue'
import { orSay } from '@/stores/say'
import { length } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { useUndoHereStore } from '@/stores/undo-here'

import type { Alignment, AlignmentCheck, Revision } from '@/api/types'

/** How a source lies to the target, and one click to put it right. */
const props = defineProps<{ source: Revision; target: Revision }>()

const NONE: Alignment = { rotation: [1, 0, 0, 0, 1, 0, 0, 0, 1], scale: 1, offset: [0, 0, 0], stretch: null }
const UPS = [
  { label: 'Y', rotation: NONE.rotation },
  { label: 'Z', rotation: [1, 0, 0, 0, 0, 1, 0, -1, 0] },
  { label: 'X', rotation: [0, -1, 0, 1, 0, 0, 0, 0, 1] }
]

const store = useAssetStore()
const undo = useUndoHereStore()
const check = shallowRef<AlignmentCheck | null>(null)
const problem = ref<string | null>(null)
const isTyping = ref(false)
const scale = ref(1)
const up = ref('Y')
const offset = reactive([0, 0, 0])

const sizeWords = computed(() => {
  const ratio = check.value!.sizeRatio
  if (ratio > 1.05) return `The source is ${ratio.toPrecision(3)} times as large as the target.`
  return ratio < 0.95 ? `The target is ${(1 / ratio).toPrecision(3)} times as large as the source.` : ''
})

watch(
  () => JSON.stringify([props.source.id, props.source.geometryKey, props.source.alignment, props.target.id, props.target.geometryKey]),
  async (_now, _before, onCleanup) => {
    let isStale = false
    onCleanup(() => (isStale = true))
    check.value = problem.value = null
    try {
      const found = await api.checkAlignment(props.source.id)
      if (!isStale) check.value = found
    } catch (e) {
      if (!isStale) problem.value = (e as Error).message
    }
  },
  { immediate: true }
)

/** Of the newest state of the source, whatever was aligned before. */
function alignSource(id: number, alignment: Alignment): Promise<void> {
  return store.change((asset) => {
    const source = asset.revisions.find((r) => r.id === id)!
    return api.align(id, source.alignmentVersion, alignment)
  })
}

async function align(alignment: Alignment): Promise<void> {
  const { id, alignment: before, fileName } = props.source
  const isDone = await orSay(() => alignSource(id, alignment))
  if (!isDone) return
  isTyping.value = false
  undo.did(store.asset!.id, 'bring-in', {
    words: `${fileName} aligned`,
    undo: () => alignSource(id, before ?? NONE),
    redo: () => alignSource(id, alignment)
  })
}

async function alignTyped(): Promise<void> {
  const { rotation } = UPS.find((u) => u.label === up.value)!
  await align({ rotation, scale: scale.value, offset: [...offset], stretch: null })
}
</script>

<style scoped>
.box {
  display: grid;
  gap: 6px;
  font-size: var(--text-small);
}

.verbs {
  display: flex;
  margin-top: 6px;
}

.link {
  padding: 0;
  border: none;
  background: none;
  color: var(--accent);
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}

.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}

.form label {
  display: grid;
  gap: 2px;
}

.form .wide,
.form > button {
  grid-column: 1 / -1;
}

.form :deep(.el-input-number) {
  width: 100%;
}
</style>
