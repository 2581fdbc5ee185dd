<template>
  <div class="job" role="status">
    <div class="track" aria-hidden="true"><div class="done" :style="{ width: `${100 * share}%` }" /></div>
    <span class="mono">{{ Math.floor(100 * share) }} %</span>
    <span class="doing">{{ doing }}</span>
    <slot />
  </div>
</template>

<script setup lang="ts">
/** Long work under way: share 0 … 1, and what is being done. */
defineProps<{ share: number; doing: string }>()
</script>

<style scoped>
.job {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 32px;
}

.track {
  flex: 1;
  height: 10px;
  min-width: 60px;
  border: 1px solid var(--ink);
  background: var(--paper-raised);
}

.done {
  height: 100%;
  background: var(--accent);
  transition: width 0.2s;
}

.doing {
  color: var(--ink-soft);
}
</style>
