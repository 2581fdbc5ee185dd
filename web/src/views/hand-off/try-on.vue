<template>
  <div v-if="on.packages.value.length" class="fitting">
    <section class="side" aria-label="Looks">
      <el-select v-model="on.packageId.value" size="small" aria-label="Package">
        <el-option v-for="h in on.packages.value" :key="h.id" :value="h.id" :label="`${h.fileName}, ${moment(h.createdAt)}`" />
      </el-select>
      <el-radio-group v-model="panel" size="small" aria-label="What is tried">
        <el-radio-button value="looks">Looks</el-radio-button>
        <el-radio-button value="pack">Pack</el-radio-button>
      </el-radio-group>
      <notice-line v-if="on.problem.value" kind="bad">{{ on.problem.value }}</notice-line>
      <pack-trial v-if="panel === 'pack' && on.opened.value" :opened="on.opened.value" @trial="(t) => (trial = t)" />
      <template v-else>
        <notice-line v-if="changedSince.length" kind="warn">
          Since this package {{ count(changedSince.length, 'look') }} changed.
          <button class="small-button" type="button" @click="takePresent">Show those of now</button>
        </notice-line>
        <ul class="rows" data-testid="looks">
          <look-row
            v-for="tried in shownLooks"
            :key="tried.group.number"
            :tried="tried"
            :ready="ready"
            @change="(look) => (tried.look = look)"
          />
        </ul>
        <div class="keep">
          <el-button v-work type="primary" size="small" :disabled="!moved.length" @click="keep()">
            {{ moved.length ? `Keep ${count(moved.length, 'look')}` : 'Keep looks' }}
          </el-button>
          <button v-if="moved.length" class="small-button" type="button" @click="takePresent">Take back</button>
          <span class="soft small">{{ keptWhere }}</span>
        </div>
      </template>
    </section>
    <section class="shown" aria-label="The model in its looks">
      <div ref="host" class="host" data-testid="look-stage" role="application" tabindex="0" :aria-label="stageLabel" />
      <aim-mark :at="aim" />
      <div v-if="on.opening.value !== null" class="waiting" role="status">
        Opening the package…
        <span class="mono">{{ Math.floor(100 * on.opening.value) }} %</span>
        <button type="button" class="word-button" @click="on.stop()">Stop</button>
      </div>
      <div class="tools">
        <label class="tool small">light round <input v-model.number="around" type="range" min="-180" max="180" step="1" aria-label="Light round the model, degrees" /> <span class="mono">{{ around }}°</span></label>
        <label class="tool small">above <input v-model.number="above" type="range" min="-10" max="90" step="1" aria-label="Light above the horizon, degrees" /> <span class="mono">{{ above }}°</span></label>
        <label v-if="source" class="tool small"><input v-model="isCompared" type="checkbox" /> the coloured source beside it</label>
      </div>
    </section>
  </div>
  <div v-else class="empty">
    <p>Looks are tried on from a package's own images. Make a package first.</p>
  </div>
</template>

<script setup lang="ts">
import { ElButton, ElOption, ElRadioButton, ElRadioGroup, ElSelect } from 'element-plus'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { api } from '@/api/client'
import NoticeLine from '@/components/notice-line.vue'
import { orSay } from '@/stores/say'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { usePatience } from '@/components/use-patience'
import { count, moment } from '@/model/words'
import AimMark from '@/components/aim-mark.vue'
import { listenForKeys } from '@/stage/keyboard'
import { LookStage } from '@/stage/look-stage'
import { useAssetStore } from '@/stores/asset'
import { useModelsStore } from '@/stores/models'
import { useUndoHereStore } from '@/stores/undo-here'
import LookRow from '@/views/hand-off/look-row.vue'
import PackTrial from '@/views/hand-off/pack-trial.vue'
import { isSameLook, useTryOn } from '@/views/hand-off/use-try-on'

import type { Asset, Look } from '@/api/types'
import type { PackTrial as Trial } from '@/stage/look-stage'

/** The target in the looks of its groups, rebuilt from a package, and what can be changed about them. */
const props = defineProps<{ asset: Asset }>()

const store = useAssetStore()
const undo = useUndoHereStore()
const on = useTryOn(() => props.asset)
const panel = ref<'looks' | 'pack'>('looks')
const trial = shallowRef<Trial | null>(null)
const ready = shallowRef<{ name: string; look: Look }[]>([])
const ask = usePatience()
onMounted(() => ask(() => true, async () => (ready.value = await api.readyLooks())))

/** Groups that some sheet of the package has. */
const shownLooks = computed(() => {
  const there = new Set<number>()
  for (const sheet of on.sheets.value) for (const slot of sheet.slots.slots) there.add(slot)
  return on.looks.value.filter((_, i) => there.has(i + 1))
})
const moved = computed(() => on.looks.value.filter((t) => t.present && !isSameLook(t.look, t.present.look) && !isSameLook(t.look, t.group.look)))
const changedSince = computed(() =>
  on.looks.value.filter((t) => t.present && !isSameLook(t.group.look, t.present.look) && isSameLook(t.look, t.group.look))
)
const keptWhere = computed(() =>
  props.asset.palette ? `in the palette ${props.asset.palette.name}, for every asset that uses it` : 'in the groups; the next manifest has them'
)

function takePresent(): void {
  for (const tried of on.looks.value) if (tried.present) tried.look = { ...tried.present.look }
}

interface Kept {
  group: number
  look: Look
}

/** One after another: each gives the groups of a palette a new version. */
async function keepLooks(looks: Kept[]): Promise<void> {
  for (const { group, look } of looks) {
    await store.change((asset) => {
      const now = asset.groups.find((g) => g.id === group)
      return now ? api.keepLook(asset.id, now.id, now.version, look) : Promise.resolve()
    })
  }
}

const { run: keep } = useOneAtATime(async () => {
  const next = moved.value.map(({ present, look }) => ({ group: present!.id, look: { ...look } }))
  const before = moved.value.map(({ present }) => ({ group: present!.id, look: { ...present!.look } }))
  await keepLooks(next)
  undo.did(props.asset.id, 'hand-off', {
    words: count(next.length, 'look'),
    undo: () => keepLooks(before),
    redo: () => keepLooks(next)
  })
})

const host = useTemplateRef<HTMLElement>('host')
const stage = shallowRef<LookStage | null>(null)
const aim = shallowRef<{ x: number; y: number } | null>(null)
let stopKeys = (): void => {}
watch(host, (element) => {
  stage.value?.dispose()
  stopKeys()
  stage.value = element ? new LookStage(element) : null
  if (element) stopKeys = listenForKeys(element, () => stage.value!.steps, { onAim: (at) => (aim.value = at) })
})
onBeforeUnmount(() => {
  stopKeys()
  stage.value?.dispose()
})
watch([stage, on.model, on.sheets], ([s, model, sheets]) => {
  if (s && model && sheets.length) {
    s.show(model, sheets)
    s.setLooks(on.looks.value.map((t) => t.look))
    s.setPack(panel.value === 'pack' ? trial.value : null)
  }
})
watch([stage, on.looks], ([s, looks]) => s?.setLooks(looks.map((t) => t.look)), { deep: true })
watch([stage, panel, trial], ([s, what, pack]) => s?.setPack(what === 'pack' ? pack : null))

const around = ref(40)
const above = ref(48)
watch([stage, around, above], ([s, a, h]) => s?.setLight(a, h), { immediate: true })

/** A source that brought colours along. */
const source = computed(() => store.sources.find((r) => r.state === 'ready' && r.inspection?.hasVertexColors) ?? null)
const isCompared = ref(false)
watch([stage, isCompared, source], async ([s, wanted, of]) => {
  if (!wanted || !of) s?.compare(null, null)
  else await orSay(async () => s?.compare(await useModelsStore().get(props.asset.id, of), of.alignment))
})
const stageLabel = computed(() =>
  panel.value === 'pack' ? 'Model tinted by the channels of a pack' : `Model in the looks of ${count(shownLooks.value.length, 'group')}`
)
</script>

<style scoped>
.fitting {
  display: grid;
  grid-template-columns: 372px minmax(0, 1fr);
  min-height: 0;
}

.side {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
  padding: 10px 12px;
  background: var(--paper-raised);
  border-right: 1px solid var(--ink);
}

.rows {
  flex: 1;
  min-height: 0;
  overflow: auto;
}

.keep {
  display: flex;
  align-items: center;
  gap: 8px;
}

.shown {
  position: relative;
  min-width: 0;
  background: var(--stage);
  overflow: hidden;
}

.host {
  position: absolute;
  inset: 0;
}

.waiting {
  position: absolute;
  inset: 0;
  display: grid;
  place-items: center;
  color: #fff;
  font-size: var(--text-large);
}

.tools {
  position: absolute;
  top: 10px;
  left: 10px;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.tool {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  padding: 3px 9px;
  background: var(--paper-raised);
  border: 1px solid var(--ink);
  border-radius: var(--radius);
}

.tool input[type='range'] {
  width: 110px;
  accent-color: var(--accent);
}

.empty {
  display: grid;
  place-content: center;
}
</style>
