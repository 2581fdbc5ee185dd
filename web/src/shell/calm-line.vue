<template>
  <p class="line" role="status"><slot /></p>
</template>

<script setup lang="ts">
/** Something that everyone on the page should know, and that stops nobody. */
</script>

<style scoped>
.line {
  padding: 6px 16px;
  background: var(--accent-soft);
  border-bottom: 1px solid var(--warn);
}
</style>
