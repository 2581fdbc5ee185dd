<template>
  <catalogue-page title="Guide">
    <main class="guide">
      <nav aria-label="What people come for">
        <el-input v-model="typed" type="search" aria-label="Find in the guide" placeholder="what do you want to do?" autofocus />
        <p v-if="found.length === 0" class="soft">Nothing here has these words. Try another word for it.</p>
        <ul>
          <li v-for="entry in found" :key="entry.id">
            <button type="button" class="row-button" :aria-current="entry.id === shown?.id" @click="chosen = entry.id">{{ entry.title }}</button>
          </li>
        </ul>
        <p class="soft small">On every station ? leads here; on Sort it shows all keys, and from there here.</p>
      </nav>
      <article v-if="shown" :aria-label="shown.title">
        <h2>{{ shown.title }}</h2>
        <ol>
          <li v-for="step in shown.steps" :key="step">{{ step }}</li>
        </ol>
        <el-button type="primary" @click="go(shown)">{{ asset ? `To ${station(shown)}` : 'Choose an asset for it' }}</el-button>
        <p class="soft small stay">The steps stay in a line above your work until you press Done.</p>
        <img :src="shown.picture" :alt="`The station ${station(shown)}, as it looks then`" width="1280" height="800" />
      </article>
    </main>
  </catalogue-page>
</template>

<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { findInGuide } from '@/guide/entries'
import { useGuideStore } from '@/guide/guide-store'
import { STATIONS } from '@/model/stations'
import CataloguePage from '@/shell/catalogue-page.vue'
import type { GuideEntry } from '@/guide/entries'

/** Ten things that people come for, step by step. */
const router = useRouter()
const guide = useGuideStore()
const typed = ref('')
const chosen = ref(guide.followed?.id ?? '')
const found = computed(() => findInGuide(typed.value))
const shown = computed(() => found.value.find((e) => e.id === chosen.value) ?? found.value[0])
/** The asset from which somebody came; null for none. */
const asset = /^\/assets\/(\d+)/.exec(String(router.options.history.state.back ?? ''))?.[1] ?? null

const station = (entry: GuideEntry): string => STATIONS.find((s) => s.name === entry.station)!.label

async function go(entry: GuideEntry): Promise<void> {
  guide.follow(entry.id)
  await router.push(asset ? { name: entry.station, params: { id: asset } } : { name: 'catalogue' })
}
</script>

<style scoped>
.guide {
  display: grid;
  grid-template-columns: minmax(220px, 320px) minmax(0, 1fr);
  flex: 1;
  min-height: 0;
}

nav {
  padding: 16px;
  overflow: auto;
  background: var(--paper-raised);
  border-right: 1px solid var(--ink);
}

ul {
  margin: 10px 0;
  padding: 0;
  list-style: none;
}

.row-button {
  width: 100%;
  padding: 7px 8px;
  text-align: left;
}

.row-button[aria-current='true'] {
  background: var(--paper-sunk);
  font-weight: 600;
}

article {
  padding: 16px 24px;
  overflow: auto;
}

h2 {
  margin: 0 0 8px;
  font-size: var(--text-large);
}

ol {
  margin: 0 0 12px;
  padding-left: 22px;
  list-style: decimal;
  line-height: 1.7;
}

.stay {
  margin: 6px 0 14px;
}

img {
  display: block;
  width: 100%;
  max-width: 860px;
  height: auto;
  border: 1px solid var(--rule-strong);
}

@media (max-width: 700px) {
  .guide {
    display: block;
    overflow: auto;
  }
}
</style>
