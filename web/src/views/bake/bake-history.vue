<template>
  <section>
    <h2 class="minor">Bakes of this asset</h2>
    <p v-if="bakes.length === 0" class="soft small">None yet.</p>
    <ul>
      <li v-for="bake in bakes" :key="bake.id">
        <button class="entry row-button" type="button" :aria-current="bake.id === shown" @click="emit('show', bake.id)">
          <span>{{ originWords(bake) }}</span>
          <span class="soft small">
            {{ moment(bake.createdAt) }} · {{ bake.settings.size }} px ·
            {{ count(bake.settings.samples, 'sample') }}{{ bake.settings.isExact ? ' everywhere' : '' }} ·
            {{ outcome(bake) }}
          </span>
        </button>
        <button v-work class="word-button trash" type="button" :aria-label="`Put the bake of ${moment(bake.createdAt)} into the trash`" @click="trash(bake)">To the trash</button>
      </li>
    </ul>
  </section>
</template>

<script setup lang="ts">
import { ElMessage } from 'element-plus'
import { api } from '@/api/client'
import { orSay } from '@/stores/say'
import { bakeState } from '@/model/bake-state'
import { count, moment, percent, seconds } from '@/model/words'
import { useUndoHereStore } from '@/stores/undo-here'
import { useAssetStore } from '@/stores/asset'

import type { Bake } from '@/api/types'

defineProps<{ bakes: Bake[]; shown: number | null }>()
const emit = defineEmits<{ show: [id: number] }>()
const store = useAssetStore()
const undo = useUndoHereStore()

async function trash(bake: Bake): Promise<void> {
  const put = (): Promise<void> => store.change(() => api.putIntoTrash('bake', bake.id))
  await orSay(async () => {
    await put()
    undo.did(store.asset!.id, 'bake', { words: `the bake of ${moment(bake.createdAt)} put into the trash`, undo: () => store.change(() => api.takeBack('bake', bake.id)), redo: put })
    ElMessage({ type: 'success', message: 'The bake lies in the trash; it can be taken back there.' })
  })
}

function sourceWords({ sourceIds }: Bake): string {
  if (sourceIds.length === 0) return 'target'
  return sourceIds.length === 1 ? 'source' : `${sourceIds.length} sources`
}

/** What came of it in three words. */
function outcome(bake: Bake): string {
  const { state } = bakeState(bake)
  if (state !== 'done') return state
  const reports = bake.sheets.flatMap((s) => (s.result ? [s.result.report] : []))
  const sum = (key: 'covered' | 'missed' | 'millis'): number => reports.reduce((n, r) => n + r[key], 0)
  const took = bake.sheets.every((s) => s.isReused) ? 'reused' : seconds(sum('millis'))
  return sum('missed') > 0 ? `${took} · ${percent(sum('missed') / sum('covered'))} missed` : took
}

function originWords(bake: Bake): string {
  const origin = bake.settings.origin.replace('-colors', ' colours')
  return `${origin} of the ${sourceWords(bake)}`
}
</script>

<style scoped>
.entry {
  display: grid;
  padding: 6px 8px;
}

li {
  position: relative;
}

.trash {
  position: absolute;
  right: 8px;
  bottom: 7px;
  opacity: 0;
}

@media (hover: none) {
  .trash {
    opacity: 1;
  }
}

li:hover .trash,
.trash:focus-visible {
  opacity: 1;
}

.entry:hover,
.entry[aria-current='true'] {
  background: var(--accent-soft);
}
</style>
