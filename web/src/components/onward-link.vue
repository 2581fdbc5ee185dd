<template>
  <router-link class="onward" :to="{ name: to, params: { id: assetId } }"><slot /></router-link>
</template>

<script setup lang="ts">
import type { StationName } from '@/model/stations'

/** The way on to the next station, at the foot of a side panel. */
defineProps<{ to: StationName; assetId: number }>()
</script>

<style scoped>
.onward {
  margin-top: auto;
  padding: 8px;
  border: 1px solid var(--ink);
  border-radius: var(--radius);
  background: var(--ink);
  color: var(--paper-raised);
  font-weight: 600;
  text-align: center;
  text-decoration: none;
}
</style>
