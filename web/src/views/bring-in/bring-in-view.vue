<template>
  <div class="station">
    <section class="side" aria-label="Models">
      <model-drop
        role="target"
        title="Target"
        hint="The model with the UVs that receives the maps (low poly)."
        :asset-id="asset.id"
        :revision="store.target"
        :arriving="arriving('target')"
      />
      <template v-for="s in store.sources" :key="s.id">
        <model-drop
          role="source"
          title="Source"
          hint=""
          :asset-id="asset.id"
          :revision="s"
          :arriving="null"
          :can-be-shown="store.sources.length > 1"
          :is-shown="store.sources.length > 1 && s.id === source?.id"
          @show="showSource(s)"
        />
        <alignment-box v-if="store.target && s.id === source?.id" :source="s" :target="store.target" />
      </template>
      <groups-offer />
      <model-drop
        role="source"
        :title="store.sources.length > 0 ? 'Another source' : 'Source'"
        hint="A dense model that IDs are read from (high poly). May be left out; several are read together."
        :asset-id="asset.id"
        :revision="null"
        :arriving="arriving('source')"
      />
      <div v-if="store.target" class="on">
        <onward-link to="sort" :asset-id="asset.id">Go on to Sort</onward-link>
        <onward-link v-if="isSorted" to="bake" :asset-id="asset.id">Go on to Bake</onward-link>
      </div>
    </section>

    <div v-if="shown" class="middle">
      <stage-view
        ref="stage"
        class="pane"
        :model="model"
        :face-groups="faceGroups"
        :groups="store.groups"
        :view="isTellingChanges ? 'materials' : view"
        :face-colors="changeColors"
        :pick="pick"
        :overlays="overlays"
        :hovered="hovered"
        :faces-at="partAt"
        @click="pickFace"
        @hover="hoverFace"
      >
        <template #tools>
          <el-radio-group v-model="show" size="small" aria-label="Which model is shown">
            <el-radio-button value="target" :disabled="!store.target">target</el-radio-button>
            <el-radio-button value="source" :disabled="!source">source</el-radio-button>
            <el-radio-button value="both" :disabled="!store.target || !source">overlaid</el-radio-button>
          </el-radio-group>
          <el-radio-group v-if="isTellingChanges" v-model="isBefore" size="small" aria-label="Before or now">
            <el-radio-button :value="true">{{ changes?.fromLabel }}, before</el-radio-button>
            <el-radio-button :value="false">{{ shown.label }}, now</el-radio-button>
          </el-radio-group>
          <el-button v-else-if="model?.colors" size="small" @click="view = view === 'lit' ? 'colors' : 'lit'">
            {{ view === 'lit' ? 'Show vertex colours' : 'Show claims' }}
          </el-button>
        </template>
        <template #notes>
          <p v-if="overlays.length > 0">{{ overlayWords }}</p>
          {{ hoveredName }}
        </template>
      </stage-view>
      <sheet-paper
        v-if="model?.uvs && show === 'target' && !isTellingChanges"
        ref="sheet"
        class="sheet"
        :model="model"
        :face-groups="faceGroups"
        :groups="store.groups"
        :pick="pick"
        :hovered="hovered"
        :shades="shades"
        @click="pickFace"
        @hover="hoverFace"
      />
    </div>
    <div v-else class="middle invite">
      <p>Drop a .glb, .gltf, .obj (with its .mtl), .ply, .stl, .usda, or a .zip of them on one of the cards.</p>
      <p>It is read at once, and what it contains is shown here.</p>
    </div>

    <section v-if="shown?.inspection" class="side right" aria-label="What is in it">
      <el-radio-group v-model="tab" size="small" class="tabs" aria-label="What is listed">
        <el-radio-button v-if="changes" value="changes">changed</el-radio-button>
        <el-radio-button value="findings">findings {{ findings.length || '' }}</el-radio-button>
        <el-radio-button value="parts">parts</el-radio-button>
        <el-radio-button value="contents">contents</el-radio-button>
      </el-radio-group>
      <layout-box v-if="tab !== 'changes'" :revision="shown" :is-open="isLayingOut" @started="isLayingOut = false" />
      <changes-panel
        v-if="tab === 'changes'"
        :revision="shown"
        :changes="changes"
        @pick="pickChanged"
        @hover="hoverChanged"
      />
      <findings-list v-else-if="tab === 'findings'" :findings="findings" @show="showFinding" @lay-out="isLayingOut = true" />
      <parts-list
        v-else-if="tab === 'parts' && model"
        :revision="shown"
        :model="model"
        :pick="pick"
        @pick="pickPart"
        @hover="hoverPart"
      />
      <model-contents v-else :revision="shown" :inspection="shown.inspection" />
    </section>
  </div>
</template>

<script setup lang="ts">
import { ElButton, ElRadioButton, ElRadioGroup } from 'element-plus'
import { computed, ref, shallowRef, useTemplateRef, watch, watchEffect } from 'vue'
import OnwardLink from '@/components/onward-link.vue'
import StageView from '@/components/stage-view.vue'
import SheetPaper from '@/components/sheet-paper.vue'
import { useAssetStore } from '@/stores/asset'
import { until } from '@/components/until'
import AlignmentBox from '@/views/bring-in/alignment-box.vue'
import ChangesPanel from '@/views/bring-in/changes-panel.vue'
import GroupsOffer from '@/views/bring-in/groups-offer.vue'
import FindingsList from '@/views/bring-in/findings-list.vue'
import LayoutBox from '@/views/bring-in/layout-box.vue'
import ModelContents from '@/views/bring-in/model-contents.vue'
import ModelDrop from '@/views/bring-in/model-drop.vue'
import PartsList from '@/views/bring-in/parts-list.vue'
import { useChanges } from '@/views/bring-in/use-changes'
import { useOverlapShades } from '@/views/bring-in/use-overlap-shades'
import { useOverlays } from '@/components/use-overlays'
import { useLookAtModel } from '@/views/bring-in/use-look-at-model'

import type { Finding, PartChange, Revision, Role } from '@/api/types'
import type { StageView as View } from '@/stage/shading-pass'

const store = useAssetStore()
const asset = computed(() => store.asset!)
const sourceId = ref<number | null>(null)
const source = computed(() => store.sources.find((s) => s.id === sourceId.value) ?? store.sources.at(-1) ?? null)
const show = ref<Role | 'both'>('target')
const view = ref<View>('lit')
const tab = ref<'changes' | 'findings' | 'parts' | 'contents'>('findings')
const isLayingOut = ref(false)
const stage = useTemplateRef<InstanceType<typeof StageView>>('stage')
const sheet = useTemplateRef<InstanceType<typeof SheetPaper>>('sheet')

/** Whether there is something that a bake could read. */
const isSorted = computed(() => [store.target, ...store.sources].some((r) => (r?.claimedShare ?? 0) > 0))
const shown = computed<Revision | null>(() => (show.value === 'source' ? source.value : store.target))
const findings = computed(() => shown.value?.findings ?? [])

const { changes, isBefore, onStage, colorsOf } = useChanges(shown)
const isTellingChanges = computed(() => tab.value === 'changes' && changes.value !== null && show.value !== 'both')
// A new revision opens with what it changed.
watch(changes, (found, before) => {
  if (found) tab.value = 'changes'
  else if (before && tab.value === 'changes') tab.value = 'findings'
})

const { model, faceGroups, pick, hovered, hoveredName, pickFace, pickPart, pickFaces, hoverFace, partAt, hoverPart } =
  useLookAtModel(computed(() => (isTellingChanges.value ? onStage.value : shown.value)))
const changeColors = computed(() => (isTellingChanges.value ? colorsOf(model.value) : null))
const overlays = useOverlays(() => (show.value === 'both' ? store.sources : []))
/** What brings no colours along is drawn in blue. */
const overlayWords = computed(() => {
  const isAnyBlue = overlays.value.some((o) => !o.model.colors)
  return overlays.value.length === 1
    ? `The source lies half see-through over the target${isAnyBlue ? ', in blue' : ''}.`
    : `The sources lie half see-through over the target${isAnyBlue ? '; those without colours are blue' : ''}.`
})

const shades = useOverlapShades(() => (show.value === 'target' ? store.target : null))

function showSource(chosen: Revision): void {
  sourceId.value = chosen.id
  if (show.value === 'target') show.value = 'source'
}

/** The newest revision of a role as long as it is read, or when it was refused. */
function arriving(role: Role): Revision | null {
  const newest = asset.value.revisions.filter((r) => r.role === role).at(-1)
  return newest && newest.state !== 'ready' ? newest : null
}

watchEffect(() => {
  if (!store.target && source.value) show.value = 'source'
})
watch(model, (m) => {
  view.value = m?.colors ? 'colors' : 'lit'
})
const lastShown = shallowRef<number | null>(null)
watch(shown, (revision) => {
  if (revision?.id !== lastShown.value) isLayingOut.value = false
  lastShown.value = revision?.id ?? null
})

/** The part on the model that is on the stage, null where it has none. */
function changedPart(part: PartChange): number | null {
  const index = isBefore.value ? part.oldPart : part.newPart
  return index < 0 ? null : index
}

/** Shows a part where it is: a lost one on the model before, a new one on the model now. */
async function pickChanged(part: PartChange): Promise<void> {
  if (changedPart(part) === null) {
    isBefore.value = !isBefore.value
    await until(model, (m) => m !== null && m.revisionId === onStage.value?.id)
  }
  const index = changedPart(part)!
  pickPart(index, 'replace')
  stage.value?.flyTo((f) => model.value!.facePart[f] === index)
}

function hoverChanged(part: PartChange | null): void {
  hoverPart(part && changedPart(part))
}

/** Picks what a finding is about and flies there, on the stage and on the sheet. */
function showFinding(finding: Finding): void {
  pickFaces(finding.faces, 'replace')
  const faces = new Set(finding.faces)
  stage.value?.flyTo((f) => faces.has(f))
  sheet.value?.flyTo((f) => faces.has(f))
}
</script>

<style scoped>
.on {
  display: grid;
  gap: 6px;
  margin-top: auto;
}

.station {
  display: flex;
  height: 100%;
}

.side {
  display: flex;
  flex-direction: column;
  flex: none;
  gap: 12px;
  width: 286px;
  padding: 14px;
  overflow: auto;
  background: var(--paper-raised);
  border-right: 1px solid var(--ink);
}

.right {
  width: 304px;
  border-right: none;
  border-left: 1px solid var(--ink);
}

.tabs {
  flex: none;
  flex-wrap: nowrap;
}

.tabs :deep(.el-radio-button__inner) {
  padding-inline: 9px;
}

.middle {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-width: 0;
}

.pane {
  flex: 3;
  min-height: 0;
}

.sheet {
  flex: 2;
  min-height: 0;
  border-top: 1px solid var(--ink);
}

.invite {
  display: grid;
  place-content: center;
  gap: 6px;
  padding: 20px;
  background: var(--stage);
  color: #fff;
  font-size: var(--text-large);
  text-align: center;
}
</style>
