<template>
  <section class="written" aria-label="Files">
    <h2>
      Files it makes now <span class="soft small">{{ plan ? count(plan.files.length, 'file') : '' }}</span>
    </h2>
    <ul class="files" data-testid="plan">
      <li v-for="(file, i) in plan?.files ?? []" :key="i" :title="file.what">
        <span class="line mono soft" aria-hidden="true">{{ file.line < 0 ? '' : file.line + 1 }}</span>
        <span class="path mono">{{ file.path }}</span>
      </li>
    </ul>
    <slot />
  </section>
</template>

<script setup lang="ts">
import { count } from '@/model/words'

import type { HandoffPlan } from '@/api/types'

/** The exact files that a template makes, each with the line that writes it. */
defineProps<{ plan: HandoffPlan | null }>()
</script>

<style scoped>
.written {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
  padding: 12px 14px;
  background: var(--paper-raised);
  border-left: 1px solid var(--rule-strong);
  border-right: 1px solid var(--rule-strong);
}

.files {
  flex: 1;
  overflow: auto;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--paper);
}

.files li {
  display: grid;
  grid-template-columns: 20px 1fr;
  padding: 3px 8px;
  border-bottom: 1px solid var(--rule);
}

.line {
  font-size: var(--text-small);
}

.path {
  overflow-wrap: anywhere;
  font-size: var(--text-small);
}
</style>
