<template>
  <header class="bar">
    <router-link to="/" class="brand" aria-label="Idiotaxa, to the catalogue">
      <img src="/tag.svg" alt="" width="26" height="26" />
      <span>Idiotaxa</span>
    </router-link>
    <button
      class="word-button"
      type="button"
      :title="theme === 'day' ? 'Dark paper, light ink; the stage stays as it is' : 'Light paper, dark ink'"
      @click="switchTheme"
    >
      {{ theme === 'day' ? 'Night' : 'Day' }}
    </button>
    <router-link class="guide" to="/guide" title="What people come for, step by step (?)">Guide</router-link>
    <queue-line />
    <slot />
  </header>
</template>

<script setup lang="ts">
import { switchTheme, theme } from '@/model/theme'
import QueueLine from '@/shell/queue-line.vue'
</script>

<style scoped>
.bar {
  display: flex;
  align-items: stretch;
  gap: 0 18px;
  min-height: 48px;
  padding: 0 16px;
  background: var(--paper);
  border-bottom: 1px solid var(--ink);
}

/* What comes and goes here makes words shorter: a second row would move the page under the pointer. */
.bar > * {
  flex-shrink: 0;
}

@media (max-width: 1180px) {
  .bar {
    flex-wrap: wrap;
  }
}

.guide {
  align-self: center;
  font-size: var(--text-small);
  color: var(--accent);
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
