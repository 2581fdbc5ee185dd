<template>
  <div class="station">
    <section class="side" aria-label="Recipes">
      <h2>Run a recipe here</h2>
      <p v-if="recipes && recipes.length === 0" class="soft small">There is none yet. Save this asset's below.</p>
      <ul class="recipes">
        <li v-for="recipe in recipes ?? []" :key="recipe.id">
          <button class="recipe" type="button" :aria-pressed="recipe.id === chosen" @click="choose(recipe.id)">
            <strong>{{ recipe.name }}</strong>
            <span class="small soft">version {{ recipe.version }}, {{ count(recipe.rules, 'rule') }}</span>
          </button>
        </li>
      </ul>
      <notice-line v-if="made && made.version < made.newest" kind="warn">
        This asset was made with version {{ made.version }} of {{ made.name }}. Version {{ made.newest }}:
        <ul class="changes small">
          <li v-for="line in newer" :key="line">{{ line }}</li>
        </ul>
      </notice-line>
      <p v-else-if="made" class="small soft">Made with version {{ made.version }} of {{ made.name }}, the newest.</p>
      <form class="save" @submit.prevent="save()">
        <h2>Save this asset's</h2>
        <p class="small soft">
          Groups, rules, settings, borders, masks, packs and template, without the model. Parts sorted whole by hand are
          told by their names.
        </p>
        <el-input v-model="name" maxlength="120" placeholder="Name of the recipe" aria-label="Name of the recipe" />
        <el-button v-work native-type="submit" :disabled="name.trim() === ''">
          {{ isKnown ? 'Save as the next version' : 'Save as a recipe' }}
        </el-button>
        <notice-line v-if="said" kind="good">{{ said }}</notice-line>
        <ul v-if="remarks.length > 0" class="small remarks">
          <li v-for="remark in remarks" :key="remark">{{ remark }}</li>
        </ul>
      </form>
    </section>

    <stage-view
      :model="shown?.model ?? null"
      :face-groups="shown?.faceGroups ?? null"
      :groups="store.groups"
      view="ids"
      hatches-all
      is-pick-through
      :pick="pick"
      waiting="Bring a model in first."
    >
      <template #tools>
        <el-radio-group v-if="previews.length > 1" v-model="model" size="small" aria-label="Model">
          <el-radio-button v-for="p in previews" :key="p.revisionId" :value="p.revisionId">{{ p.fileName }}</el-radio-button>
        </el-radio-group>
      </template>
    </stage-view>

    <section class="side right" aria-label="What it reaches">
      <template v-if="preview">
        <p class="head">
          <strong class="mono share">{{ percent(preview.reach.claimedShare) }}</strong>
          of the surface is reached by its rules.
        </p>
        <el-button v-work type="primary" :disabled="isApplying" @click="apply()">Apply to this asset</el-button>
        <template v-if="preview.reach.left.length > 0">
          <h3>Surface that nothing reaches</h3>
          <ul class="rows small">
            <li v-for="part in preview.reach.left" :key="part.part">
              <button class="row" type="button" @click="showPart(part.part)">
                <strong>{{ part.part || 'without name' }}</strong>
                <span v-if="part.nearestGroups.length > 0" class="soft">near in name: {{ part.nearestGroups.map((n) => groupOf(n)?.name).join(', ') }}</span>
                <span class="mono">{{ percent(part.share) }}</span>
              </button>
            </li>
          </ul>
        </template>
        <template v-if="preview.reach.unreached.length > 0">
          <h3>Groups that reach nothing</h3>
          <ul class="rows small">
            <li v-for="group in preview.reach.unreached" :key="group.group">
              <strong>{{ group.group }} {{ group.name }}</strong>
              <span v-if="group.nearestParts.length > 0" class="soft"> · near in name: {{ group.nearestParts.join(', ') }}</span>
            </li>
          </ul>
        </template>
        <h3>Rules</h3>
        <ul class="rows">
          <li v-for="(rule, i) in preview.reach.rules" :key="i">
            <button class="row" type="button" :class="{ none: rule.faces === 0 }" @click="show(rule)">
              <span class="words">{{ rule.words }}</span>
              <span class="mono small">{{ rule.faces === 0 ? 'nothing' : percent(rule.share) }}</span>
            </button>
            <label-tag
              class="to"
              :number="rule.group"
              :name="groupOf(rule.group)?.name ?? ''"
              :color="hex(groupOf(rule.group)?.color ?? 0)"
            />
          </li>
        </ul>
      </template>
      <p v-else class="soft">Choose a recipe: what each of its rules reaches is shown here before anything is changed.</p>
    </section>
  </div>
</template>

<script setup lang="ts">
import { ElButton, ElInput, ElMessage, ElRadioButton, ElRadioGroup } from 'element-plus'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import LabelTag from '@/components/label-tag.vue'
import NoticeLine from '@/components/notice-line.vue'
import { orSay } from '@/stores/say'
import StageView from '@/components/stage-view.vue'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { usePatience } from '@/components/use-patience'
import { facesOf } from '@/model/model'
import { changePick, emptyPick, pickOfRuns } from '@/model/pick'
import { count, percent } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { useChange } from '@/stores/use-change'
import { useModelWithGroups } from '@/views/review/use-pair-of-models'

import type { Recipe, RecipePreview, RuleKind } from '@/api/types'
import type { Pick } from '@/model/pick'

const store = useAssetStore()
const change = useChange()
const ask = usePatience()
const recipes = shallowRef<Recipe[] | null>(null)
const previews = shallowRef<RecipePreview[]>([])
const newer = shallowRef<string[]>([])
const remarks = shallowRef<string[]>([])
const pick = shallowRef<Pick | null>(null)
const chosen = ref<number | null>(null)
const model = ref<number>()
const name = ref(store.asset!.recipe?.name ?? '')
const said = ref('')

const made = computed(() => store.asset!.recipe)
const isKnown = computed(() => (recipes.value ?? []).some((r) => r.name === name.value.trim()))
const preview = computed(() => previews.value.find((p) => p.revisionId === model.value) ?? previews.value[0] ?? null)
const revision = computed(
  () => store.asset!.revisions.find((r) => r.id === preview.value?.revisionId) ?? store.target ?? store.sources[0] ?? null
)
const shown = useModelWithGroups(revision)

onMounted(async () => {
  await ask(() => true, load)
  if (made.value) await choose(made.value.recipeId)
  else if (recipes.value?.length === 1) await choose(recipes.value[0]!.id)
})
watch(
  made,
  async (now) => {
    const isOld = now !== null && now.version < now.newest
    newer.value = isOld ? await api.recipeChanges(now.recipeId, now.version).catch(() => []) : []
  },
  { immediate: true }
)
watch(shown, (s) => (pick.value = s ? emptyPick(s.model) : null))

async function load(): Promise<void> {
  recipes.value = await api.recipes()
}

async function choose(id: number): Promise<void> {
  chosen.value = id
  previews.value = []
  if (!store.target && store.sources.length === 0) return
  await ask(
    () => chosen.value === id,
    async () => {
      const found = await api.previewRecipe(store.asset!.id, id)
      if (chosen.value === id) previews.value = found
    }
  )
}

function groupOf(number: number): RecipePreview['groups'][number] | undefined {
  return preview.value?.groups.find((g) => g.number === number)
}

function hex(color: number): string {
  return `#${color.toString(16).padStart(6, '0')}`
}

/** Counts what is pointed at, so that the last one counts. */
let looks = 0

/** Outlines on the model what a rule reaches. */
function show(rule: RecipePreview['reach']['rules'][number]): void {
  const own = ++looks
  void orSay(async () => {
    const { faceRanges } = await api.previewRule(store.asset!.id, revision.value!.id, {
      kind: (rule.when === 'faceGroup' ? 'FACE_GROUP' : rule.when.toUpperCase()) as RuleKind,
      word: rule.is,
      face: -1,
      groupId: 0,
      since: 0
    })
    if (shown.value && own === looks) pick.value = pickOfRuns(shown.value.model, faceRanges)
  })
}

function showPart(part: string): void {
  looks++
  if (!shown.value) return
  const { model: m } = shown.value
  pick.value = changePick(emptyPick(m), facesOf(m.facesOfPart, m.partNames.indexOf(part)), 'replace')
}

const { isUnderWay: isApplying, run: apply } = useOneAtATime(async () => {
  const id = chosen.value!
  let answer: string[] = []
  let version = 0
  const isDone = await change(async () => {
    const applied = await api.applyRecipe(store.asset!.id, id)
    answer = applied.remarks
    version = applied.version
  })
  if (!isDone) return
  remarks.value = answer
  said.value = ''
  ElMessage({ type: 'success', message: `Version ${version} was applied. Undo on Sort takes its rules back.` })
  await load()
})

const { run: save } = useOneAtATime(async () => {
  const saved = await api.saveRecipe(store.asset!.id, name.value)
  said.value = saved.isNew ? `Saved as version ${saved.version}.` : `Nothing changed since version ${saved.version}.`
  remarks.value = saved.remarks
  await load()
  await choose(saved.id)
  await store.refresh()
})
</script>

<style scoped>
.station {
  display: grid;
  grid-template-columns: 286px 1fr 348px;
  height: 100%;
}

.side {
  display: flex;
  flex-direction: column;
  gap: 12px;
  min-height: 0;
  padding: 14px;
  overflow: auto;
  background: var(--paper-raised);
  border-right: 1px solid var(--ink);
}

.right {
  border-right: none;
  border-left: 1px solid var(--ink);
}

.recipe {
  display: grid;
  width: 100%;
  padding: 7px 10px;
  border: 1px solid var(--rule-strong);
  border-bottom-width: 0;
  background: var(--paper);
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.recipes li:last-child .recipe {
  border-bottom-width: 1px;
}

.recipe[aria-pressed='true'] {
  background: var(--accent-soft);
  box-shadow: inset 4px 0 0 var(--ink);
}

.save {
  display: grid;
  gap: 8px;
  margin-top: auto;
  padding-top: 14px;
  border-top: 1px solid var(--rule-strong);
}

.share {
  font-size: 22px;
}

.rows li {
  display: grid;
  gap: 2px;
  padding: 4px 0;
  border-bottom: 1px solid var(--rule);
}

.row {
  display: flex;
  gap: 8px;
  align-items: baseline;
  width: 100%;
  padding: 0;
  border: none;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.row:hover {
  text-decoration: underline;
}

.row > .mono {
  margin-left: auto;
  white-space: nowrap;
}

.none {
  color: var(--ink-soft);
}

.to {
  justify-self: start;
  max-width: 100%;
}

.changes li,
.remarks li {
  padding: 1px 0;
}
</style>
