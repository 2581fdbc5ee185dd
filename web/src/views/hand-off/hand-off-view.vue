<template>
  <div v-if="bake" class="station" :class="{ trying: view === 'try' }">
    <div class="bar">
      <el-radio-group v-model="view" size="small" aria-label="What is done">
        <el-radio-button value="package">Package</el-radio-button>
        <el-radio-button value="try">Try on</el-radio-button>
      </el-radio-group>
      <span class="soft small">From the bake of {{ moment(bake.createdAt) }}, {{ bake.settings.size }} px.</span>
      <notice-line v-if="bake.areNumbersOld" kind="warn">
        Groups have other numbers than when this was baked. Bake again before it is handed off.
      </notice-line>
    </div>
    <try-on v-if="view === 'try'" :asset="asset" />
    <template v-else>
      <template-panel :draft="draft" :names="names" :packs="packs" />
      <file-list :plan="draft.plan.value">
        <div v-work class="go">
          <el-button type="primary" :disabled="!canMake || isAsking" @click="make(true)">Make and download</el-button>
          <el-button :disabled="!canMake || isAsking" @click="make(false)">Make the package</el-button>
        </div>
      </file-list>
      <section class="packages" aria-label="Packages">
        <kept-panel :asset="asset" :folder="folder" />
        <h2>Packages</h2>
        <p v-if="asset.handoffs.length === 0" class="soft">
          None yet. A package is a zip with what the template says and a manifest, ready for the texturing tool.
        </p>
        <package-card v-for="(h, i) in asset.handoffs" :key="h.id" :handoff="h" :is-open="i === 0" :folder="folder" :bake-moment="bakeMoment(h.bakeId)" />
      </section>
    </template>
  </div>
  <div v-else class="empty">
    <p>A hand-off is made from a finished bake.</p>
    <router-link :to="{ name: 'bake', params: { id: asset.id } }">Bake first</router-link>
  </div>
</template>

<script setup lang="ts">
import { ElButton, ElRadioButton, ElRadioGroup } from 'element-plus'
import { computed, onMounted, ref, watch } from 'vue'
import { api } from '@/api/client'
import NoticeLine from '@/components/notice-line.vue'
import { usePatience } from '@/components/use-patience'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { bakeState } from '@/model/bake-state'
import { moment } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { useMasksStore } from '@/stores/masks'
import FileList from '@/views/hand-off/file-list.vue'
import KeptPanel from '@/views/hand-off/kept-panel.vue'
import PackageCard from '@/views/hand-off/package-card.vue'
import TemplatePanel from '@/views/hand-off/template-panel.vue'
import TryOn from '@/views/hand-off/try-on.vue'
import { useTemplateDraft } from '@/views/hand-off/use-template-draft'

const store = useAssetStore()
const masks = useMasksStore()
const asset = computed(() => store.asset!)
const bake = computed(() => asset.value.bakes.find((b) => bakeState(b).state === 'done') ?? null)
const view = ref<'package' | 'try'>('package')
const isPacking = computed(() => asset.value.handoffs.some((h) => h.state === 'waiting' || h.state === 'running'))

watch(
  [() => asset.value.id, () => asset.value.maskState],
  ([id, state]) => void masks.follow(id, state),
  { immediate: true }
)
const names = computed(() => [
  ...store.groups.map((g) => g.name),
  ...(masks.kept?.plan.masks.map((m) => m.name) ?? [])
])
const packs = computed(() => masks.kept?.plan.packs.map((p) => p.name) ?? [])

const draft = useTemplateDraft(
  () => asset.value,
  () => bake.value?.id ?? null
)
const canMake = computed(
  () =>
    !isPacking.value && draft.plan.value !== null && draft.plan.value.problems.length === 0 && draft.lines.value.length > 0
)

const folder = ref<string | null>(null)
const ask = usePatience()
onMounted(() => ask(() => true, async () => (folder.value = await api.handoffFolder())))

function bakeMoment(bakeId: number): string {
  const of = asset.value.bakes.find((b) => b.id === bakeId)
  return of ? moment(of.createdAt) : ''
}

/** The package that is downloaded as soon as it is made. */
const awaited = ref<number | null>(null)

const { isUnderWay: isAsking, run: make } = useOneAtATime(async (isDownloaded: boolean) => {
  const { id } = await api.handOff(bake.value!.id, draft.chosen.value!.name, draft.lines.value)
  awaited.value = isDownloaded ? id : null
  await store.refresh()
})

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
  grid-template-columns: minmax(430px, 1.15fr) minmax(300px, 0.9fr) minmax(380px, 1fr);
  grid-template-rows: auto minmax(0, 1fr);
  height: 100%;
}

/* The packages under the list of files, then all beneath each other. */
@container station (max-width: 1160px) {
  .station:not(.trying) {
    grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
    grid-template-rows: auto minmax(0, 1fr) minmax(0, 1fr);
  }

  .station:not(.trying) > :nth-child(2) {
    grid-row: 2 / span 2;
  }

  .packages {
    border-top: 1px solid var(--ink);
  }
}

@container station (max-width: 860px) {
  .station:not(.trying) {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto;
    height: auto;
  }

  .station:not(.trying) > :nth-child(2) {
    grid-row: auto;
  }
}

.trying {
  grid-template-columns: minmax(0, 1fr);
}

.bar {
  grid-column: 1 / -1;
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 8px 14px;
  background: var(--paper-raised);
  border-bottom: 1px solid var(--rule-strong);
}

.packages {
  display: flex;
  flex-direction: column;
  gap: 10px;
  min-height: 0;
  padding: 12px 14px;
  overflow: auto;
}

.go {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.go .el-button {
  margin: 0;
}

.empty {
  display: grid;
  gap: 8px;
  place-content: center;
  height: 100%;
}
</style>
