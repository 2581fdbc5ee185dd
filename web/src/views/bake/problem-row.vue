<template>
  <li>
    <button class="problem row-button" type="button" :aria-current="isShown" @click="emit('show')">
      <span class="sign mono" aria-hidden="true">{{ SIGNS[problem.kind] }}</span>
      <span>
        {{ KINDS[problem.kind] }} <span class="soft">· {{ problem.part }}</span>
        <span class="soft small amount">{{ count(problem.texels, 'texel') }} at {{ problem.middleX }}, {{ problem.middleY }}</span>
      </span>
    </button>
  </li>
</template>

<script setup lang="ts">
import { count } from '@/model/words'

import type { ProblemKind, ProblemRegion } from '@/api/types'

defineProps<{ problem: ProblemRegion; isShown: boolean }>()
const emit = defineEmits<{ show: [] }>()

const KINDS: Record<ProblemKind, string> = {
  MISSED: 'Missed',
  CONFLICT: 'Conflict',
  FARTHER: 'Longer ray',
  FALLBACK: 'Closest point'
}
const SIGNS: Record<ProblemKind, string> = { MISSED: '✗', CONFLICT: '≠', FARTHER: '→', FALLBACK: '~' }
</script>

<style scoped>
.problem {
  display: flex;
  gap: 8px;
  padding: 4px 6px;
  overflow-wrap: anywhere;
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
