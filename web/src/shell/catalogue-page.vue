<template>
  <div class="page">
    <top-bar>
      <h1 class="title">{{ title }}</h1>
      <slot name="bar" />
      <catalogue-links />
    </top-bar>
    <calm-line v-if="isServerAwaited">The server does not answer; it is tried again. What you see may be old.</calm-line>
    <slot />
  </div>
</template>

<script setup lang="ts">
import { isServerAwaited } from '@/components/use-reading'
import CalmLine from '@/shell/calm-line.vue'
import CatalogueLinks from '@/shell/catalogue-links.vue'
import TopBar from '@/shell/top-bar.vue'
import { usePageTitle } from '@/shell/use-page-title'

/** A page before the stations: the catalogue itself, or a palette. */
const props = defineProps<{ title: string }>()
usePageTitle(() => props.title)
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
  font-weight: 400;
}
</style>
