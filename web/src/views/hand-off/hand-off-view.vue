<template>
  <div v-if="bake" class="station">
    <section class="plan" aria-label="What is written">
      <h2>What will be written</h2>
      <p class="soft small">
        From the bake of {{ moment(bake.createdAt) }}, {{ bake.settings.size }} px. This is the exact list of files.
      </p>
      <div class="choices">
        <el-checkbox v-model="hasMasks">a mask for every group</el-checkbox>
        <el-checkbox v-model="hasUnpadded">also everything without padding</el-checkbox>
      </div>
      <ul class="files" data-testid="plan">
        <li v-for="file in plan ?? []" :key="file.path">
          <span class="mono path">{{ file.path }}</span>
          <span class="soft small">{{ file.what }}</span>
        </li>
      </ul>
      <div class="go">
        <el-button type="primary" size="large" :disabled="!plan || isPacking" @click="make(true)">
          Make and download
        </el-button>
        <el-button size="large" :disabled="!plan || isPacking" @click="make(false)">Make the package</el-button>
        <span class="soft small">{{ plan ? count(plan.length, 'file') : '' }}</span>
      </div>
    </section>
    <section class="packages" aria-label="Packages">
      <h2>Packages</h2>
      <p v-if="asset.handoffs.length === 0" class="soft">
        None yet. A package is a zip with maps, masks, the mesh and a manifest, ready for the texturing tool.
      </p>
      <package-card v-for="(h, i) in asset.handoffs" :key="h.id" :handoff="h" :is-open="i === 0" />
    </section>
  </div>
  <div v-else class="empty">
    <p>A hand-off is made from a finished bake.</p>
    <router-link :to="{ name: 'bake', params: { id: asset.id } }">Bake first</router-link>
  </div>
</template>

<script setup lang="ts">
import { ElButton, ElCheckbox } from 'element-plus'
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import { orSay } from '@/components/say'
import { bakeState } from '@/model/bake-state'
import { count, moment } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import PackageCard from '@/views/hand-off/package-card.vue'

import type { PlannedFile } from '@/api/types'

const store = useAssetStore()
const asset = computed(() => store.asset!)
const bake = computed(() => asset.value.bakes.find((b) => bakeState(b).state === 'done') ?? null)
const hasMasks = ref(true)
const hasUnpadded = ref(true)
const plan = shallowRef<PlannedFile[] | null>(null)
const contents = computed(() => ({ hasMasks: hasMasks.value, hasUnpadded: hasUnpadded.value }))
const isPacking = computed(() => asset.value.handoffs.some((h) => h.state === 'waiting' || h.state === 'running'))

watch(
  [() => bake.value?.id, contents],
  async ([id, wanted]) => {
    if (id === undefined) return
    await orSay(async () => {
      const files = await api.plan(id, wanted)
      if (contents.value === wanted) plan.value = files
    })
  },
  { immediate: true }
)

/** The package that is downloaded as soon as it is made. */
const awaited = ref<number | null>(null)

async function make(isDownloaded: boolean): Promise<void> {
  await orSay(async () => {
    const { id } = await api.handOff(bake.value!.id, contents.value)
    awaited.value = isDownloaded ? id : null
    await store.refresh()
  })
}

watch(
  () => asset.value.handoffs.find((h) => h.id === awaited.value)?.state,
  (state) => {
    if (state !== 'done') return
    const link = document.createElement('a')
    link.href = api.packageUrl(awaited.value!)
    link.download = ''
    link.click()
    awaited.value = null
  }
)
</script>

<style scoped>
.station {
  display: grid;
  grid-template-columns: minmax(430px, 5fr) 7fr;
  height: 100%;
}

.plan,
.packages {
  display: flex;
  flex-direction: column;
  gap: 10px;
  min-height: 0;
  padding: 16px 18px;
}

.plan {
  background: var(--paper-raised);
  border-right: 1px solid var(--ink);
}

.packages {
  overflow: auto;
}

.choices {
  display: flex;
  flex-wrap: wrap;
}

.files {
  flex: 1;
  overflow: auto;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--paper);
}

.files li {
  display: grid;
  padding: 4px 10px;
  border-bottom: 1px solid var(--rule);
}

.path {
  overflow-wrap: anywhere;
  font-size: var(--text-small);
}

.go {
  display: flex;
  align-items: center;
  gap: 12px;
}

.empty {
  display: grid;
  gap: 8px;
  place-content: center;
  height: 100%;
}
</style>
