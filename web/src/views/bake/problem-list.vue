<template>
  <section v-if="problems.length > 0" aria-label="Problem regions">
    <h2 class="minor">Problem regions, the largest first</h2>
    <ul v-if="wrong.length > 0">
      <problem-row v-for="(p, i) in wrong" :key="i" :problem="p" :is-shown="p === shown" @show="emit('show', p)" />
    </ul>
    <details v-if="closest.length > 0" :open="wrong.length === 0 && shown !== null">
      <summary class="small">Where a longer ray or the closest point was taken: {{ count(closest.length, 'region') }}</summary>
      <ul>
        <problem-row v-for="(p, i) in closest" :key="i" :problem="p" :is-shown="p === shown" @show="emit('show', p)" />
      </ul>
    </details>
  </section>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import { count } from '@/model/words'
import ProblemRow from '@/views/bake/problem-row.vue'

import type { ProblemRegion } from '@/api/types'

/** Where a bake went wrong; a press flies there. */
const props = defineProps<{ problems: ProblemRegion[]; shown: ProblemRegion | null }>()
const emit = defineEmits<{ show: [problem: ProblemRegion] }>()

const RIGHT_MOSTLY = ['FARTHER', 'FALLBACK']
const wrong = computed(() => props.problems.filter((p) => !RIGHT_MOSTLY.includes(p.kind)))
/** Right mostly; not what a busy eye should meet first. */
const closest = computed(() => props.problems.filter((p) => RIGHT_MOSTLY.includes(p.kind)))
</script>

<style scoped>
ul {
  max-height: 216px;
  overflow: auto;
  border-block: 1px solid var(--rule);
}

summary {
  padding: 4px 0;
  cursor: pointer;
}
</style>
