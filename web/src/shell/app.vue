<template>
  <router-view />
</template>

<script setup lang="ts">
import { useGuideKey } from '@/guide/use-guide-key'

useGuideKey()
</script>
