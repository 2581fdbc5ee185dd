<template>
  <div class="notice" :class="kind" :role="kind === 'bad' ? 'alert' : 'status'">
    <span class="sign mono" aria-hidden="true">{{ SIGNS[kind] }}</span>
    <div><slot /></div>
  </div>
</template>

<script setup lang="ts">
/** A finding or an outcome, told by sign and words, not by colour alone. */
defineProps<{ kind: 'good' | 'warn' | 'bad' }>()

const SIGNS = { good: '✓', warn: '!', bad: '✗' }
</script>

<style scoped>
.notice {
  display: flex;
  gap: 9px;
  padding: 7px 10px;
  border: 1px solid var(--rule-strong);
  border-left-width: 4px;
  border-radius: var(--radius);
  background: var(--paper-raised);
  overflow-wrap: anywhere;
}

.sign {
  font-weight: 600;
}

.good {
  border-color: var(--good);
}

.good .sign {
  color: var(--good);
}

.warn {
  border-color: var(--warn);
}

.warn .sign {
  color: var(--warn);
}

.bad {
  border-color: var(--bad);
}

.bad .sign {
  color: var(--bad);
}
</style>
