<template>
  <div class="page">
    <top-bar>
      <span class="title">{{ title }}</span>
      <slot name="bar" />
    </top-bar>
    <slot />
  </div>
</template>

<script setup lang="ts">
import TopBar from '@/shell/top-bar.vue'

/** A page before the stations: the catalogue itself, or a palette. */
defineProps<{ title: string }>()
</script>

<style scoped>
.page {
  display: flex;
  flex-direction: column;
  height: 100%;
}

.title {
  align-self: center;
  padding-left: 18px;
  border-left: 1px solid var(--rule-strong);
  font-size: var(--text-large);
}
</style>
