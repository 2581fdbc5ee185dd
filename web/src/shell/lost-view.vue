<template>
  <top-bar />
  <main class="lost">
    <h1>There is no such page</h1>
    <p>The address may be old or mistyped.</p>
    <router-link to="/">To the catalogue</router-link>
  </main>
</template>

<script setup lang="ts">
import TopBar from '@/shell/top-bar.vue'
</script>

<style scoped>
.lost {
  display: grid;
  gap: var(--gap);
  padding: 40px;
}
</style>
