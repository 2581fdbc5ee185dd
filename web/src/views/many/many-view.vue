<template>
  <catalogue-page title="All assets">
    <main class="content" :class="{ over: isOver }" @dragover.prevent="isOver = true" @dragleave.self="isOver = false" @drop.prevent="drop">
      <div class="head">
        <h1>All assets</h1>
        <p class="soft">{{ summary }}</p>
        <router-link :to="{ name: 'catalogue' }">As cards</router-link>
      </div>
      <div v-work class="verbs" role="group" aria-label="What to do with the chosen assets">
        <el-button @click="chooser?.click()">Bring in a folder…</el-button>
        <input
          ref="chooser"
          type="file"
          multiple
          hidden
          webkitdirectory
          aria-label="Folder of models"
          @change="bringIn([...(chooser?.files ?? [])])"
        />
        <span class="rule" aria-hidden="true" />
        <el-select v-model="recipe" class="recipes" placeholder="Recipe" aria-label="Recipe">
          <el-option v-for="r in recipes" :key="r.id" :value="r.id" :label="`${r.name}, version ${r.version}`" />
        </el-select>
        <el-button :disabled="recipe === null || !canDo" @click="doIt('recipe')">Apply to {{ chosenWords }}</el-button>
        <span class="rule" aria-hidden="true" />
        <el-button :disabled="!canDo" title="Claims the pieces that the studio has sorted before, where nothing is doubtful" @click="doIt('known')">Keep what is known</el-button>
        <el-button :disabled="!canDo" @click="doIt('bake')">Bake {{ chosenWords }}</el-button>
        <el-button :disabled="!canDo" @click="doIt('hand-off')">Hand off {{ chosenWords }}</el-button>
        <el-button :disabled="!canDo" title="Bakes, packs and writes into the hand-off folder by itself whenever something changes" @click="doIt('kept')">Keep up to date</el-button>
        <span v-if="chosen.length === 0 && lines?.length" class="soft small">Tick what is to be done, or all at the top of the list.</span>
      </div>
      <notice-line v-if="problem" kind="bad">{{ problem }}</notice-line>
      <job-line v-if="sending !== null" :share="sending" doing="sending the folder">
        <button class="word-button" type="button" @click="stopSending()">Stop</button>
      </job-line>
      <job-line v-if="doing" :share="doing.share" :doing="doing.words">
        <button class="word-button" type="button" @click="stopDoing()">Stop</button>
      </job-line>
      <notice-line v-if="problems.length > 0" kind="warn">
        <p v-for="p in problems" :key="p">{{ p }}</p>
      </notice-line>

      <!-- A table of ten columns is the one thing that scrolls sideways on a small screen. -->
      <div class="wide-table" role="region" tabindex="0" aria-label="The assets">
      <table class="ledger">
        <thead>
          <tr>
            <th class="box">
              <input v-model="isAll" type="checkbox" aria-label="All assets" />
            </th>
            <th>Asset</th>
            <th class="number">Claimed</th>
            <th class="number">Model findings</th>
            <th>Bake</th>
            <th class="number">Missed</th>
            <th class="number">Conflicts</th>
            <th>Recipe</th>
            <th>Package</th>
            <th>Needs a look</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in lines ?? []" :key="line.id" :data-testid="`line-${line.id}`">
            <td class="box">
              <input v-model="chosen" type="checkbox" :value="line.id" :aria-label="line.name" />
            </td>
            <td>
              <router-link class="name" :to="{ name: stationOf(line), params: { id: line.id } }">{{ line.name }}</router-link>
              <span class="small soft file">{{ modelWords(line) }}</span>
            </td>
            <td class="number mono">{{ line.target || line.sources ? percent(line.claimedShare) : '–' }}</td>
            <td class="number mono">{{ line.findings || '–' }}</td>
            <td>{{ bakeWords(line) }}</td>
            <td class="number mono">{{ line.bake === 'done' ? whole(line.missed) : '–' }}</td>
            <td class="number mono">{{ line.bake === 'done' ? whole(line.conflicts) : '–' }}</td>
            <td>{{ line.recipe ? `${line.recipe.name}, ${line.recipe.version}` : '–' }}</td>
            <td>{{ line.kept === 'none' ? HANDOFF_WORDS[line.handoff] : KEPT_WORDS[line.kept] }}</td>
            <td>
              <span v-if="line.needs.length > 0" class="need">{{ line.needs[0] }}</span>
              <span v-if="line.needs.length > 1" class="small soft" :title="line.needs.join(', ')"> + {{ line.needs.length - 1 }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      </div>
      <page-turner v-if="all" v-model="page" :total="all.total" :size="all.size" />
      <p v-if="lines?.length === 0" class="soft">There is no asset yet. Drop a folder of models here.</p>
    </main>
  </catalogue-page>
</template>

<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { ElButton, ElOption, ElSelect } from 'element-plus'
import { computed, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { api } from '@/api/client'
import { uploadMany } from '@/api/upload'
import JobLine from '@/components/job-line.vue'
import NoticeLine from '@/components/notice-line.vue'
import PageTurner from '@/components/page-turner.vue'
import { orSay } from '@/stores/say'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { usePatience } from '@/components/use-patience'
import { useReading } from '@/components/use-reading'
import { droppedFiles } from '@/api/dropped-files'
import { count, percent, whole } from '@/model/words'
import CataloguePage from '@/shell/catalogue-page.vue'
import { usePersonStore } from '@/stores/person'

import type { ManyDone, ManyLine, Recipe } from '@/api/types'
import type { StationName } from '@/model/stations'

const LOOK_MS = 1500
const WORDS = { recipe: 'applying the recipe to', known: 'keeping what is known of', bake: 'beginning the bake of', 'hand-off': 'beginning the package of', kept: 'keeping up to date' }
const HANDOFF_WORDS: Record<ManyLine['handoff'], string> = {
  none: '–',
  running: 'packing…',
  done: 'packed',
  failed: 'failed',
  old: 'older than the bake'
}

const KEPT_WORDS: Record<Exclude<ManyLine['kept'], 'none'>, string> = {
  true: 'folder true',
  waiting: 'folder follows…',
  baking: 'folder follows…',
  writing: 'folder follows…',
  held: 'folder held back'
}

const person = usePersonStore()
const page = ref(0)
const { value: all, problem, load, look } = useReading(() => api.many(page.value))
const ask = usePatience()
const lines = computed(() => all.value?.lines ?? null)
const recipes = shallowRef<Recipe[]>([])
const recipe = ref<number | null>(null)
const chosen = ref<number[]>([])
const problems = ref<string[]>([])
const sending = ref<number | null>(null)
let stopSending = (): void => {}
const isOver = ref(false)
const chooser = useTemplateRef<HTMLInputElement>('chooser')

/** Nothing is done to what nobody chose. */
const canDo = computed(() => chosen.value.length > 0 && !isDoing.value)
const chosenWords = computed(() => (chosen.value.length > 0 ? count(chosen.value.length, 'asset') : 'the chosen'))
const isAll = computed({
  get: () => lines.value !== null && lines.value.length > 0 && chosen.value.length === lines.value.length,
  set: (all: boolean) => (chosen.value = all ? (lines.value ?? []).map((l) => l.id) : [])
})
const summary = computed(() => {
  const here = lines.value ?? []
  const needing = here.filter((l) => l.needs.length > 0).length
  const total = all.value?.total ?? 0
  const where = total > here.length ? ` on this page of ${count(total, 'asset')}` : ''
  return `${count(here.length, 'asset')}${where}, ${needing === 0 ? 'none needs' : needing === 1 ? '1 needs' : `${needing} need`} a look`
})

onMounted(async () => {
  await ask(() => true, async () => (recipes.value = await api.recipes()))
  recipe.value = recipes.value[0]?.id ?? null
})
useIntervalFn(follow, LOOK_MS)

watch(page, () => {
  chosen.value = []
  void load()
})

/** While something is under way. */
function follow(): void {
  const isBusy = (lines.value ?? []).some((l) => l.isReading || l.bake === 'running' || l.handoff === 'running' || ['waiting', 'baking', 'writing'].includes(l.kept))
  if (isBusy) look()
}

async function drop(e: DragEvent): Promise<void> {
  isOver.value = false
  await bringIn(await droppedFiles(e.dataTransfer))
}

async function bringIn(files: File[]): Promise<void> {
  if (files.length === 0 || sending.value !== null) return
  sending.value = 0
  const abort = new AbortController()
  stopSending = () => abort.abort()
  await orSay(async () => {
    const imported = await uploadMany(files, null, person.showForNew, {
      onProgress: (share) => (sending.value = share),
      signal: abort.signal
    })
    say(imported.assets)
    problems.value.push(...imported.sourcesWithoutTarget.map((name) => `${name} is a source without a target; it was left out.`))
    chosen.value = imported.assets.filter((a) => a.problem === null).map((a) => a.assetId)
  })
  sending.value = null
  if (chooser.value) chooser.value.value = ''
  await load()
}

function say(done: ManyDone[]): void {
  problems.value = done.flatMap((d) =>
    [...(d.problem ? [d.problem] : []), ...d.remarks].map((sentence) => `${d.name}: ${sentence}`)
  )
}

/** What is being done to the chosen ones, and how far it is; null for nothing. */
const doing = ref<{ words: string; share: number } | null>(null)
let isStopped = false

/** One asset after another, so that it is seen how far it is, and a stop leaves what is done done and the rest as it was. */
const { isUnderWay: isDoing, run: doIt } = useOneAtATime(async (what: keyof typeof WORDS) => {
  const ids = [...chosen.value]
  const of = recipe.value
  const done: ManyDone[] = []
  isStopped = false
  try {
    for (const [i, id] of ids.entries()) {
      if (isStopped) break
      doing.value = { words: `${WORDS[what]} ${i + 1} of ${ids.length}`, share: i / ids.length }
      const [answer] = await send(what, id, of)
      if (answer) done.push(answer)
    }
  } finally {
    doing.value = null
    say(done)
    if (isStopped) problems.value.push(`Stopped: ${count(ids.length - done.length, 'asset')} ${ids.length - done.length === 1 ? 'was' : 'were'} left as they are.`)
    await load()
  }
})

function send(what: keyof typeof WORDS, id: number, of: number | null): Promise<ManyDone[]> {
  if (what === 'recipe') return api.applyToMany([id], of!)
  if (what === 'known') return api.keepKnownInMany([id])
  if (what === 'kept') return api.keepManyUpToDate([id])
  return what === 'bake' ? api.bakeMany([id]) : api.handOffMany([id])
}

function stopDoing(): void {
  isStopped = true
}

function modelWords(line: ManyLine): string {
  if (line.isReading) return 'reading…'
  const sources = line.sources > 0 ? ` + ${count(line.sources, 'source')}` : ''
  return line.target ? `${line.target}${sources}` : `no target${sources}`
}

function bakeWords(line: ManyLine): string {
  if (line.bake === 'none') return '–'
  if (line.bake === 'running') return `baking, ${Math.floor(100 * line.bakeShare)} %`
  if (line.bake === 'failed') return 'failed'
  const sheets = count(line.sheets, 'sheet')
  return line.reused > 0 ? `${sheets}, ${line.reused} unchanged` : sheets
}

/** The station at which the weightiest thing is to be mended. */
function stationOf(line: ManyLine): StationName {
  const need = line.needs[0] ?? ''
  if (need === 'a model was refused' || need === 'no target' || need === 'findings') return 'bring-in'
  if (need === 'the bake failed' || need.startsWith('texels')) return 'bake'
  return need.includes('package') || need.includes('folder') || need === '' ? 'hand-off' : 'sort'
}
</script>

<style scoped>
.wide-table {
  flex: none;
  overflow-x: auto;
}

.content {
  display: flex;
  flex: 1;
  flex-direction: column;
  gap: 14px;
  min-height: 0;
  padding: 22px 24px;
  overflow: auto;
}

.over {
  outline: 3px dashed var(--accent);
  outline-offset: -6px;
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
}

.head a {
  margin-left: auto;
}

.verbs {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.verbs > * {
  margin: 0;
}

.rule {
  width: 1px;
  height: 24px;
  background: var(--rule-strong);
}

.recipes {
  width: 220px;
}

.box {
  width: 34px;
}

.name {
  font-weight: 600;
}

.file {
  display: block;
}

.need {
  padding: 0 6px;
  border: 1px solid var(--warn);
  border-radius: 3px;
  background: var(--accent-soft);
}
</style>
