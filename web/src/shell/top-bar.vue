<template>
  <header class="bar">
    <router-link to="/" class="brand" aria-label="Idiotaxa, to the catalogue">
      <img src="/tag.svg" alt="" width="26" height="26" />
      <span>Idiotaxa</span>
    </router-link>
    <slot />
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: stretch;
  gap: 18px;
  height: 48px;
  padding: 0 16px;
  background: var(--paper);
  border-bottom: 1px solid var(--ink);
}

.brand {
  display: flex;
  align-items: center;
  gap: 8px;
  font-size: 18px;
  font-weight: 600;
  letter-spacing: 0.01em;
  text-decoration: none;
}
</style>
