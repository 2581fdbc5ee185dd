<template>
  <div v-if="bake" class="station" @dragover.prevent @drop.prevent="takeDrop">
    <section class="side" aria-label="Masks">
      <el-radio-group v-model="panel" size="small" aria-label="What is worked on">
        <el-radio-button value="tray">Masks</el-radio-button>
        <el-radio-button value="packs">Packs</el-radio-button>
        <el-radio-button value="repairs">The map itself</el-radio-button>
        <el-radio-button value="picks">Pick test</el-radio-button>
      </el-radio-group>
      <div class="panel-body">
        <mask-tray v-if="panel === 'tray'" :shown="shownMask" @update:shown="(what) => (shown = what)" :rows="rows" :groups="groups" :bake-id="bake.id" :sheet="sheet" :share="image && image.width === sheetPx ? share : null" />
        <packs-panel v-else-if="panel === 'packs'" v-model:shown="shownPack" v-model:channel="channel" :groups="groups" :asset-id="asset.id" />
        <repairs-panel
          v-else-if="panel === 'repairs'"
          v-model:tool="touch.tool.value"
          v-model:stroke-px="touch.strokePx.value"
          v-model:receiver="touch.receiver.value"
          :bake-id="bake.id"
          :groups="groups"
          :lost="gaps.lostTouchUps"
          :looked="looked"
          @look="flyTo"
          @specks="(list) => (specks = list)"
        />
        <pick-panel v-else :bake-id="bake.id" :sheet="sheet" :groups="groups" />
      </div>
      <div class="foot">
        <button v-work class="small-button" type="button" :disabled="!masks.kept?.position" @click="masks.step(-1)">
          Undo{{ masks.kept?.words ? `: ${masks.kept.words}` : '' }}
        </button>
        <button v-work v-if="masks.kept?.nextWords" class="small-button" type="button" @click="masks.step(1)">
          Redo: {{ masks.kept.nextWords }}
        </button>
        <button v-work class="small-button bring" type="button" title="PNG, JPEG, TIFF, TGA or WebP, any size; or drop it here" @click="chooser?.click()">
          Bring in an ID image…
        </button>
        <input ref="chooser" type="file" accept=".png,.jpg,.jpeg,.tif,.tiff,.tga,.webp" hidden aria-label="ID image" @change="takeChosen" />
      </div>
      <onward-link to="hand-off" :asset-id="asset.id">Go on to Hand off</onward-link>
    </section>
    <div class="result">
      <map-switches v-model:sheet="sheet" v-model:place="place" v-model:is-padded="isPadded" has-both class="head" :sheets="bake.sheets">
        <span class="soft small what">{{ shownWords }}</span>
      </map-switches>
      <div class="places" :class="{ both: place === 'both' }">
        <map-view
          v-if="place !== 'model'"
          ref="map"
          v-slot="{ texel }"
          :image="image"
          :waiting="waiting"
          :boxes="panel === 'repairs' ? boxes : []"
          :box="panel === 'repairs' ? looked : null"
          :is-held="isTouching"
          :sheet-px="sheetPx"
          @stroke="touch.stroke"
        >
          {{ texelWords(texel) }}
        </map-view>
        <map-on-model
          v-if="place !== 'flat'"
          :asset-id="asset.id"
          :target="target"
          :sheet="sheet"
          :image="image"
          :groups="groups"
          :place="lookedPlace"
          :is-held="isTouching"
          @stroke="touch.strokeOnModel"
        />
      </div>
    </div>
    <id-image-dialog v-if="imageId !== null" :image-id="imageId" :sheets="bake.sheets.map((s) => s.name)" @close="imageId = null" @kept="showKept" />
  </div>
  <div v-else class="empty">
    <p>Masks are made from a finished bake.</p>
    <router-link :to="{ name: 'bake', params: { id: asset.id } }">Bake first</router-link>
  </div>
</template>

<script setup lang="ts">
import { ElRadioButton, ElRadioGroup } from 'element-plus'
import { computed, nextTick, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { api } from '@/api/client'
import { uploadIdImage } from '@/api/upload'
import MapOnModel from '@/components/map-on-model.vue'
import MapSwitches from '@/components/map-switches.vue'
import MapView from '@/components/map-view.vue'
import OnwardLink from '@/components/onward-link.vue'
import { orSay } from '@/stores/say'
import { useAnswer } from '@/components/use-answer'
import { useMapImage } from '@/components/use-map-image'
import { usePlanPicture } from '@/components/use-plan-picture'
import { bakeState } from '@/model/bake-state'
import { groupsOfBake } from '@/model/groups-of-bake'
import { percent } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { useMasksStore } from '@/stores/masks'
import IdImageDialog from '@/views/masks/id-image-dialog.vue'
import MaskTray from '@/views/masks/mask-tray.vue'
import PacksPanel from '@/views/masks/packs-panel.vue'
import PickPanel from '@/views/masks/pick-panel.vue'
import RepairsPanel from '@/views/masks/repairs-panel.vue'
import { useTouchUp } from '@/views/masks/use-touch-up'

import type { MaskGaps, Speck } from '@/api/types'
import type { PlanPicture } from '@/components/use-plan-picture'
import type { MapPlace } from '@/components/map-switches.vue'
import type { Texel } from '@/components/map-view.vue'

const store = useAssetStore()
const masks = useMasksStore()
const asset = computed(() => store.asset!)
const bake = computed(() => asset.value.bakes.find((b) => bakeState(b).state === 'done') ?? null)
const sheet = ref(bake.value?.sheets[0]?.name ?? '')
watch(bake, (now) => {
  if (now && !now.sheets.some((s) => s.name === sheet.value)) sheet.value = now.sheets[0]!.name
})
/** Under the numbers that they had then. */
const groups = computed(() => groupsOfBake(bake.value, store.groups))
/** The target that was baked, with the UVs that it has now. */
const target = computed(() => asset.value.revisions.find((r) => r.id === bake.value?.targetId)!)
const map = useTemplateRef<InstanceType<typeof MapView>>('map')
const place = ref<MapPlace>('flat')
const isPadded = ref(true)
const panel = ref<'tray' | 'packs' | 'repairs' | 'picks'>('tray')
const shown = ref('')
const shownPack = ref('')
const channel = ref<'rgb' | 'r' | 'g' | 'b' | 'a'>('rgb')

watch(
  [() => asset.value.id, () => asset.value.maskState],
  ([id, state]) => void masks.follow(id, state),
  { immediate: true }
)

const rows = computed(() =>
  groups.value
    .map((group) => ({
      group,
      texels:
        bake.value?.sheets.reduce((sum, s) => sum + (s.result?.report.groupTexels[group.number] ?? 0), 0) ?? 0
    }))
    .filter((row) => row.texels > 0)
)
const sheetPx = computed(() => {
  const report = bake.value?.sheets.find((s) => s.name === sheet.value)?.result?.report
  return report ? Math.max(report.width, report.height) : 2048
})

/** What is shown, where it is still there; else the first that is. */
const shownMask = computed(() => {
  const made = masks.plan.masks.find((m) => shown.value === `made ${m.name}`)
  if (made) return shown.value
  const row = rows.value.find((r) => shown.value === `group ${r.group.number}`) ?? rows.value[0]
  return masks.plan.masks[0] && !shown.value ? `made ${masks.plan.masks[0].name}` : `group ${row?.group.number ?? 0}`
})
const madeMask = computed(() => masks.plan.masks.find((m) => shownMask.value === `made ${m.name}`) ?? null)
const pack = computed(() => masks.plan.packs.find((p) => p.name === shownPack.value) ?? masks.plan.packs[0] ?? null)

const asked = computed<PlanPicture | null>(() => {
  if (!bake.value || !masks.kept) return null
  const url = (kind: 'made-mask' | 'pack' | 'edits'): string => api.planPictureUrl(bake.value!.id, sheet.value, kind)
  const plan = masks.plan
  if (panel.value === 'tray' && madeMask.value)
    return { url: url('made-mask'), body: { plan: { ...plan, packs: [] }, name: madeMask.value.name, isPadded: isPadded.value } }
  if (panel.value === 'packs' && pack.value)
    return { url: url('pack'), body: { plan, name: pack.value.name, channel: channel.value, isPadded: isPadded.value } }
  if (panel.value === 'repairs') return { url: url('edits'), body: { plan: { ...plan, masks: [], packs: [] } }, stamp: colorStamp.value }
  return null
})
/** Colours of groups may change after the bake; the picture changes with them. */
const colorStamp = computed(() => store.groups.map((g) => g.color).join())
const { image: made, share, problem: madeProblem } = usePlanPicture(
  () => asked.value,
  () => sheetPx.value
)
const { image: plain, problem: plainProblem } = useMapImage(() => {
  if (!bake.value || asked.value) return null
  const number = Number(shownMask.value.split(' ')[1])
  const isOfGroup = panel.value === 'tray' && number > 0
  return `${api.mapUrl(bake.value.id, sheet.value, isOfGroup ? 'mask' : 'id', isOfGroup ? number : 0, isPadded.value)}&colors=${encodeURIComponent(colorStamp.value)}`
})
const image = computed(() => (asked.value ? made.value : plain.value))
const waiting = computed(() => (asked.value ? madeProblem.value : plainProblem.value) ?? 'Fetching the picture…')

const shownWords = computed(() => {
  if (panel.value === 'tray')
    return madeMask.value
      ? `${madeMask.value.name} · ${percent(share.value)} of the sheet · ${madeMask.value.bits} bit`
      : (groups.value.find((g) => shownMask.value === `group ${g.number}`)?.name ?? '')
  if (panel.value === 'packs') return pack.value ? `${pack.value.name} · ${channel.value === 'rgb' ? 'together' : channel.value}` : ''
  return panel.value === 'repairs' ? 'what changes is in full colour' : 'the ID map'
})

const { answer: gapsFound } = useAnswer(
  () => (bake.value ? `${bake.value.id} ${masks.kept?.state}` : null),
  () => api.maskGaps(bake.value!.id)
)
const gaps = computed<MaskGaps>(() => gapsFound.value ?? { gaps: [], lostTouchUps: [] })

const specks = shallowRef<Speck[]>([])
const looked = shallowRef<Speck | null>(null)
const boxes = computed(() => specks.value.filter((s) => s.sheet === sheet.value))
const lookedPlace = computed(() =>
  panel.value === 'repairs' && looked.value?.position.length
    ? {
        position: looked.value.position as [number, number, number],
        normal: looked.value.normal as [number, number, number]
      }
    : null
)
async function flyTo(speck: Speck): Promise<void> {
  looked.value = speck
  sheet.value = speck.sheet
  await nextTick()
  map.value?.flyTo(speck)
}

const touch = useTouchUp(
  () => bake.value!.id,
  () => sheet.value
)
const isTouching = computed(() => panel.value === 'repairs' && touch.tool.value !== '')
watch(
  groups,
  (list) => {
    if (touch.receiver.value === 0 && list[0]) touch.receiver.value = list[0].id
  },
  { immediate: true }
)

const chooser = useTemplateRef<HTMLInputElement>('chooser')
const imageId = ref<number | null>(null)
async function bringIn(file: File | undefined): Promise<void> {
  if (file) await orSay(async () => (imageId.value = await uploadIdImage(asset.value.id, file)))
}
function takeChosen(): void {
  const file = chooser.value?.files?.[0]
  void bringIn(file).then(() => (chooser.value!.value = ''))
}
function takeDrop(e: DragEvent): void {
  void bringIn(e.dataTransfer?.files[0])
}
async function showKept(): Promise<void> {
  imageId.value = null
  await store.refresh()
}

function texelWords({ x, y, color }: Texel): string {
  const value = Number.parseInt(color.slice(1, 3), 16)
  const isGrey = panel.value === 'tray' || (panel.value === 'packs' && channel.value !== 'rgb')
  return isGrey ? `texel ${x}, ${y} · ${value} of 255 covered` : `texel ${x}, ${y} · ${color}`
}
</script>

<style scoped>
.station {
  display: grid;
  grid-template-columns: 400px 1fr;
  height: 100%;
}

.side {
  display: flex;
  flex-direction: column;
  gap: 10px;
  min-height: 0;
  padding: 12px;
  background: var(--paper-raised);
  border-right: 1px solid var(--ink);
}

.panel-body {
  flex: 1;
  padding: 1px;
  overflow: auto;
  min-height: 0;
}

.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.foot .small-button {
  max-width: 190px;
  overflow: hidden;
  text-overflow: ellipsis;
}

.bring {
  margin-left: auto;
}

.result {
  display: grid;
  grid-template-rows: auto 1fr;
  min-width: 0;
  min-height: 0;
}

.head {
  padding: 8px 10px;
  border-bottom: 1px solid var(--ink);
}

.what {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.places {
  display: grid;
  min-width: 0;
  min-height: 0;
}

.both {
  grid-template-columns: repeat(2, minmax(0, 1fr));
  column-gap: 1px;
  background: var(--ink);
}

.empty {
  display: grid;
  gap: 8px;
  place-content: center;
  height: 100%;
}

@container station (max-width: 800px) {
  .station {
    grid-template-columns: minmax(0, 1fr);
    grid-auto-rows: minmax(440px, auto);
    height: auto;
  }

  .side {
    border: none;
    border-bottom: 1px solid var(--ink);
  }
}
</style>
