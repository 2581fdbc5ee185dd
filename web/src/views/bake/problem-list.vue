<template>
  <section v-if="problems.length > 0" aria-label="Problem regions">
    <h3>Problem regions</h3>
    <ul>
      <li v-for="(problem, i) in problems" :key="i">
        <button class="problem" type="button" :aria-current="problem === shown" @click="emit('show', problem)">
          <span class="sign mono" aria-hidden="true">{{ SIGNS[problem.kind] }}</span>
          <span>
            {{ KINDS[problem.kind] }} <span class="soft">· {{ problem.part }}</span>
            <span class="soft small amount">{{ count(problem.texels, 'texel') }} at {{ problem.middleX }}, {{ problem.middleY }}</span>
          </span>
        </button>
      </li>
    </ul>
  </section>
</template>

<script setup lang="ts">
import { count } from '@/model/words'

import type { ProblemKind, ProblemRegion } from '@/api/types'

/** Where a bake went wrong; a press flies there. */
defineProps<{ problems: ProblemRegion[]; shown: ProblemRegion | null }>()
const emit = defineEmits<{ show: [problem: ProblemRegion] }>()

const KINDS: Record<ProblemKind, string> = { MISSED: 'Missed', CONFLICT: 'Conflict', FALLBACK: 'Closest point taken' }
const SIGNS: Record<ProblemKind, string> = { MISSED: '✗', CONFLICT: '≠', FALLBACK: '~' }
</script>

<style scoped>
ul {
  max-height: 216px;
  overflow: auto;
  border-block: 1px solid var(--rule);
}

.problem {
  display: flex;
  gap: 8px;
  width: 100%;
  padding: 4px 6px;
  border: none;
  border-bottom: 1px solid var(--rule);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  overflow-wrap: anywhere;
  cursor: pointer;
}

.problem:hover,
.problem[aria-current='true'] {
  background: var(--accent-soft);
}

.sign {
  color: var(--warn);
  font-weight: 600;
}

.amount {
  display: block;
}
</style>
