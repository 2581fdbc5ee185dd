<template>
  <div class="shell">
    <top-bar>
      <h1 class="name" :title="store.asset?.name">{{ store.asset?.name }}</h1>
      <span v-if="others" class="small soft others" role="status">{{ others }}</span>
      <span v-if="store.asset && !person.mayWork" class="small soft others" title="Ask those who manage for more">you may look</span>
      <router-link
        v-if="store.asset?.kept"
        :to="{ name: 'hand-off', params: { id } }"
        class="small kept"
        :class="store.asset.kept.state"
        :title="`The folder ${store.asset.kept.folder}: ${store.asset.kept.problem ?? keptWords(store.asset)}`"
        >Folder {{ keptWords(store.asset) }}</router-link
      >
      <button v-work class="word-button" type="button" title="Pin a reference picture, PNG or JPEG; or paste one" @click="chooser?.click()">
        Pin a picture
      </button>
      <input ref="chooser" type="file" accept="image/png,image/jpeg" multiple hidden aria-label="Reference pictures" @change="pinChosen" />
      <button v-if="undo.next.value.undo" v-work class="word-button undo" type="button" :title="`Undo: ${undo.next.value.undo} (Ctrl Z)`" @click="undo.step(true)">
        Undo: {{ undo.next.value.undo }}
      </button>
      <nav class="stations" aria-label="Stations">
        <router-link
          v-for="s in STATIONS"
          :key="s.name"
          :to="{ name: s.name, params: { id } }"
          class="tab"
          :class="{ 'router-link-active': s.name === 'sort' && (route.name === 'review' || route.name === 'recipe') }"
        >
          {{ s.label }}
          <span
            v-if="findings[s.name] > 0"
            class="findings mono"
            :title="count(findings[s.name], 'open finding')"
            >{{ findings[s.name] }}</span
          >
        </router-link>
      </nav>
    </top-bar>
    <calm-line v-if="!store.isConnected || sorting.isWaiting || masks.isAwaited">
      The server does not answer; it is tried again.
      <template v-if="sorting.unsent > 0">{{ count(sorting.unsent, 'claim') }} {{ sorting.unsent === 1 ? 'waits' : 'wait' }} here, to be sent then.</template>
      <template v-else-if="masks.unsent > 0">{{ count(masks.unsent, 'change') }} of masks {{ masks.unsent === 1 ? 'waits' : 'wait' }} here, to be sent then.</template>
      <template v-else>What you see may be old.</template>
    </calm-line>
    <calm-line v-else-if="isRenewed">
      The server has a newer version of Idiotaxa. Work goes on; load the page again when it suits.
      <button type="button" class="word-button" @click="loadAgain">Load it again</button>
    </calm-line>
    <calm-line v-if="store.asset?.isInTrash">
      This asset lies in the trash: it can be looked at, and changed once it is taken back.
      <router-link :to="{ name: 'trash' }">To the trash</router-link>
    </calm-line>
    <guide-line v-if="store.asset" />
    <main v-if="store.asset" class="view">
      <router-view />
      <reference-board ref="references" />
    </main>
    <main v-else-if="store.problem" class="view lost">
      <p>{{ store.problem }}</p>
      <router-link to="/">To the catalogue</router-link>
    </main>
  </div>
</template>

<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import ReferenceBoard from '@/components/reference-board.vue'
import GuideLine from '@/guide/guide-line.vue'
import { keptWords } from '@/model/kept-words'
import { count } from '@/model/words'
import { STATIONS } from '@/model/stations'
import type { StationName } from '@/model/stations'
import CalmLine from '@/shell/calm-line.vue'
import { isRenewed, lookForRenewal } from '@/shell/renewed'
import TopBar from '@/shell/top-bar.vue'
import { usePageTitle } from '@/shell/use-page-title'
import { useAssetStore } from '@/stores/asset'
import { usePersonStore } from '@/stores/person'
import { useSortingStore } from '@/stores/sorting'
import { useUndoKeys } from '@/shell/use-undo-keys'
import { useMasksStore } from '@/stores/masks'

const route = useRoute()
const store = useAssetStore()
const sorting = useSortingStore()
const masks = useMasksStore()
const person = usePersonStore()
/** Who else has the asset open. */
const others = computed(() => {
  const names = store.visitors.filter((n) => n !== person.me?.name)
  return names.length === 0 ? '' : `also here: ${names.join(', ')}`
})
const id = computed(() => Number(route.params.id))
const findings = computed<Record<StationName, number>>(() => {
  const { bringIn = 0, sort = 0, bake = 0, masks = 0, handOff = 0 } = store.asset?.open ?? {}
  return { 'bring-in': bringIn, sort, bake, masks, 'hand-off': handOff }
})

const station = computed(() => STATIONS.find((s) => s.name === route.name)?.label ?? (route.name === 'review' ? 'Review' : 'Recipe'))
usePageTitle(() => (store.asset ? `${store.asset.name}, ${station.value}` : ''))

const undo = useUndoKeys(() => id.value)

const chooser = useTemplateRef<HTMLInputElement>('chooser')
const references = useTemplateRef<InstanceType<typeof ReferenceBoard>>('references')

async function pinChosen(): Promise<void> {
  const files = [...(chooser.value?.files ?? [])]
  chooser.value!.value = ''
  await references.value?.pin(files)
}

watch(
  () => store.isConnected,
  (isConnected) => {
    if (isConnected) void lookForRenewal()
  }
)
const loadAgain = (): void => window.location.reload()

watch(id, (value) => void store.open(value), { immediate: true })

/** The browser asks before what was not sent is lost. */
function askBeforeLeaving(e: BeforeUnloadEvent): void {
  if (sorting.unsent > 0 || masks.unsent > 0) e.preventDefault()
}
onMounted(() => window.addEventListener('beforeunload', askBeforeLeaving))
onBeforeUnmount(() => {
  window.removeEventListener('beforeunload', askBeforeLeaving)
  store.close()
})
</script>

<style scoped>
.shell {
  display: flex;
  flex-direction: column;
  height: 100%;
}

.name {
  align-self: center;
  flex-shrink: 1;
  min-width: 90px;
  max-width: 260px;
  padding-left: 18px;
  border-left: 1px solid var(--rule-strong);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: var(--text-large);
  font-weight: 400;
}

.others {
  align-self: center;
  flex-shrink: 1;
  min-width: 40px;
  max-width: 220px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.kept {
  align-self: center;
  flex-shrink: 1;
  min-width: 90px;
  max-width: 190px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  color: var(--ink-soft);
}

.kept.held {
  color: var(--warn);
}

.undo {
  align-self: center;
  flex-shrink: 1;
  min-width: 50px;
  max-width: 230px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.stations {
  display: flex;
  align-items: flex-end;
  flex-wrap: wrap;
  gap: 0 4px;
  margin-left: auto;
}

.tab {
  display: flex;
  align-items: center;
  gap: 6px;
  height: 38px;
  padding: 0 16px;
  border: 1px solid transparent;
  border-bottom: none;
  border-radius: 8px 8px 0 0;
  font-size: 15px;
  white-space: nowrap;
  text-decoration: none;
}

.tab:hover {
  background: var(--paper-sunk);
}

.tab.router-link-active {
  position: relative;
  top: 1px;
  height: 39px;
  background: var(--paper-raised);
  border-color: var(--ink);
  font-weight: 600;
}

.findings {
  min-width: 19px;
  padding: 0 5px;
  border: 1px solid var(--warn);
  border-radius: 10px;
  background: var(--accent-soft);
  color: var(--warn);
  font-size: var(--text-small);
  line-height: 17px;
  text-align: center;
}

.view {
  position: relative;
  flex: 1;
  min-height: 0;
  overflow: auto;
  /* Stations lay themselves out by the room that they have. */
  container: station / inline-size;
}

.lost {
  display: grid;
  gap: var(--gap);
  place-content: center;
}
</style>
