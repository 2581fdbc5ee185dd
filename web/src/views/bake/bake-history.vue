<template>
  <section>
    <h3>Bakes of this asset</h3>
    <p v-if="bakes.length === 0" class="soft small">None yet.</p>
    <ul>
      <li v-for="bake in bakes" :key="bake.id">
        <button class="entry" type="button" :aria-current="bake.id === shown" @click="emit('show', bake.id)">
          <span>{{ originWords(bake) }}</span>
          <span class="soft small">
            {{ moment(bake.createdAt) }} · {{ bake.settings.size }} px · {{ bakeState(bake).state }}
          </span>
        </button>
      </li>
    </ul>
  </section>
</template>

<script setup lang="ts">
import { bakeState } from '@/model/bake-state'
import { moment } from '@/model/words'

import type { Bake } from '@/api/types'

defineProps<{ bakes: Bake[]; shown: number | null }>()
const emit = defineEmits<{ show: [id: number] }>()

function sourceWords({ sourceIds }: Bake): string {
  if (sourceIds.length === 0) return 'target'
  return sourceIds.length === 1 ? 'source' : `${sourceIds.length} sources`
}

function originWords(bake: Bake): string {
  const origin = bake.settings.origin.replace('-colors', ' colours')
  return `${origin} of the ${sourceWords(bake)}`
}
</script>

<style scoped>
.entry {
  display: grid;
  width: 100%;
  padding: 6px 8px;
  border: none;
  border-bottom: 1px solid var(--rule);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.entry:hover,
.entry[aria-current='true'] {
  background: var(--accent-soft);
}
</style>
