<template>
  <section v-if="guide.followed" class="line" aria-label="What is followed of the guide">
    <strong>{{ guide.followed.title }}</strong>
    <ol>
      <li v-for="step in guide.followed.steps" :key="step">{{ step }}</li>
    </ol>
    <button type="button" class="word-button" @click="guide.follow(null)">Done</button>
  </section>
  <p v-else-if="sentence && !guide.arePutAway" class="line">
    <span>{{ sentence }}</span>
    <button type="button" class="word-button" @click="guide.arePutAway = true">Put these away</button>
  </p>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { STATION_SENTENCES } from '@/guide/entries'
import { useGuideStore } from '@/guide/guide-store'
import type { StationName } from '@/model/stations'

/** What the station is for, until that is put away; or the steps of what somebody follows, on every station. */
const route = useRoute()
const guide = useGuideStore()
const sentence = computed(() => STATION_SENTENCES[route.name as StationName] ?? '')
</script>

<style scoped>
.line {
  display: flex;
  align-items: baseline;
  flex-wrap: wrap;
  gap: 2px 18px;
  margin: 0;
  padding: 5px 16px;
  border-bottom: 1px solid var(--rule);
  background: var(--paper-raised);
}

ol {
  display: flex;
  flex: 1;
  flex-wrap: wrap;
  gap: 2px 30px;
  min-width: 0;
  margin: 0;
  padding-left: 18px;
  list-style: decimal;
}

p span {
  flex: 1;
}
</style>
