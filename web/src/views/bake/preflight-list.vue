<template>
  <section class="preflight" aria-label="Preflight" :aria-busy="isAsking">
    <p v-if="problem" class="small">{{ problem }}</p>
    <p v-else-if="!findings" class="small soft">Looking at what would be read…</p>
    <p v-else-if="findings.length === 0" class="none small">✓ Preflight: nothing stands in the way.</p>
    <ul v-else>
      <li v-for="finding in findings" :key="finding.kind + finding.text" :class="{ stops: finding.severity === 'refused' }">
        <span class="sign mono" aria-hidden="true">{{ finding.severity === 'refused' ? '✗' : '!' }}</span>
        <div class="small">
          {{ finding.place ? `${finding.place}: ` : '' }}{{ finding.text }}
          <span class="cures">
            <button
              v-for="cure in finding.cures"
              :key="cure.words"
              class="small-button"
              type="button"
              @click="emit('take', cure)"
            >
              {{ cure.words }}
            </button>
          </span>
        </div>
      </li>
    </ul>
  </section>
</template>

<script setup lang="ts">
import type { Cure, Finding } from '@/api/types'

/** What to know before a bake, each with what can be done about it. */
defineProps<{ findings: Finding[] | null; isAsking: boolean; problem: string | null }>()
const emit = defineEmits<{ take: [cure: Cure] }>()
</script>

<style scoped>
.none {
  color: var(--good);
  font-weight: 600;
}

li {
  display: flex;
  gap: 8px;
  padding: 6px 8px;
  border: 1px solid var(--warn);
  border-left-width: 4px;
  border-radius: var(--radius);
  background: var(--paper);
}

li + li {
  margin-top: 6px;
}

.sign {
  color: var(--warn);
  font-weight: 600;
}

.stops {
  border-color: var(--bad);
}

.stops .sign {
  color: var(--bad);
}

li > div {
  min-width: 0;
}

.cures .small-button {
  height: auto;
  min-height: 24px;
  text-align: left;
  white-space: normal;
}

.cures {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-top: 4px;
}
</style>
