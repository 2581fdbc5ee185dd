<template>
  <div class="repairs">
    <section aria-label="Borders">
      <h2 class="minor">Borders</h2>
      <ol v-if="rules.length" class="rules small">
        <li v-for="(rule, i) in rules" :key="i" class="rule">
          <label-tag class="tag" :number="of(rule.from)?.number ?? null" :name="of(rule.from)?.name ?? 'gone'" :color="of(rule.from)?.color ?? null" />
          <span>
            takes
            <drag-number v-work
              :model-value="rule.px"
              unit="px"
              :label="`px that ${of(rule.from)?.name} takes of ${of(rule.into)?.name}`"
              :min="0"
              :max="512"
              :step="0.5"
              @try="(px) => masks.look(withRule(i, { ...rule, px }))"
              @drop="masks.look(null)"
              @keep="(px) => masks.keep('border moved', withRule(i, { ...rule, px }))"
            />
            of
          </span>
          <label-tag class="tag" :number="of(rule.into)?.number ?? null" :name="of(rule.into)?.name ?? 'gone'" :color="of(rule.into)?.color ?? null" />
          <button v-work class="small-button" type="button" title="the other way round" aria-label="The other way round" @click="turn(i)">⇄</button>
          <button v-work class="small-button" type="button" aria-label="Remove this border rule" @click="removeRule(i)">×</button>
        </li>
      </ol>
      <details :open="rules.length === 0">
        <summary class="small">{{ touching ? count(touching.length, 'pair touches', 'pairs touch') : 'Looking for borders…' }}</summary>
        <ul class="pairs small">
          <li v-for="pair in touching ?? []" :key="`${pair.one} ${pair.other}`">
            <button v-work class="row-button pair" type="button" :title="`Let ${of(pair.one)?.name} take 1 px of ${of(pair.other)?.name}`"
              @pointerenter="masks.look(withPair(pair))"
              @pointerleave="masks.look(null)"
              @focus="masks.look(withPair(pair))"
              @blur="masks.look(null)"
              @click="masks.keep('border rule made', withPair(pair))"
            >
              <span class="dot" :style="{ background: of(pair.one)?.color }" /> {{ of(pair.one)?.name }}
              <span class="soft">and</span>
              <span class="dot" :style="{ background: of(pair.other)?.color }" /> {{ of(pair.other)?.name }}
              <span class="mono soft length">{{ whole(Math.round(pair.px)) }} px</span>
            </button>
          </li>
        </ul>
      </details>
    </section>

    <section aria-label="Specks">
      <h2 class="minor">Specks</h2>
      <p class="small">
        regions of at most
        <drag-number :model-value="most" unit="texels" label="largest speck, texels" :min="1" :max="4096" :step="1" @try="(v) => (most = v)" @keep="(v) => (most = v)" />
        in another group:
        <strong>{{ specks ? whole(specks.count) : '…' }}</strong>
      </p>
      <p v-if="plan.specks" class="small">
        A rule merges those of at most {{ plan.specks.texels }} texels in every bake.
        <button v-work class="small-button" type="button" @click="setRule(0)">Lift the rule</button>
      </p>
      <div v-if="specks && specks.count > 0" class="row">
        <button v-work class="small-button" type="button" @click="setRule(most)">Merge all, in every bake</button>
        <button v-work class="small-button" type="button" :disabled="isBusy" @click="mergeListed">Merge the listed ones once</button>
      </div>
      <ul class="specks small">
        <li v-for="(speck, i) in listed" :key="i" class="speck" :class="{ looked: speck === looked }">
          <button class="row-button go" type="button" @click="emit('look', speck)">
            <span class="dot" :style="{ background: of(speck.group)?.color ?? 'transparent' }" />
            {{ of(speck.group)?.name ?? 'unclaimed' }}
            <span class="soft amount">{{ count(speck.texels, 'texel') }}{{ areaWords(speck) }}</span>
          </button>
          <button
            class="small-button"
            type="button"
            :title="`Give it to ${of(speck.proposed)?.name ?? 'unclaimed'}`"
            :aria-label="`Give this speck to ${of(speck.proposed)?.name ?? 'unclaimed'}`"
            :disabled="isBusy"
            @click="merge([speck])"
          >
            → <span class="dot" :style="{ background: of(speck.proposed)?.color ?? 'transparent' }" /> {{ of(speck.proposed)?.name ?? 'unclaimed' }}
          </button>
        </li>
      </ul>
    </section>

    <section aria-label="Touch-ups">
      <h2 class="minor">Touch-ups</h2>
      <div class="row small">
        <label>
          give
          <select v-model="tool" aria-label="What is given">
            <option value="">nothing (look only)</option>
            <option value="region">a connected region</option>
            <option value="island">an island</option>
            <option value="triangle">a triangle's texels</option>
            <option value="stroke">a stroke</option>
          </select>
        </label>
        <drag-number v-if="tool === 'stroke'" :model-value="strokePx" unit="px" label="width of the stroke, px" :min="1" :max="256" :step="1" @try="(v) => (strokePx = v)" @keep="(v) => (strokePx = v)" />
        <label>
          to
          <select v-model="receiver" aria-label="Group that gets it">
            <option v-for="g in groups" :key="g.id" :value="g.id">{{ g.number }} {{ g.name }}</option>
            <option :value="0">unclaimed</option>
          </select>
        </label>
      </div>
      <p v-if="tool" class="soft small">Press on the map or on the model. The right button moves the map.</p>
      <ol class="small touch-ups">
        <li v-for="(t, i) in plan.touchUps" :key="i" class="row">
          <span>
            {{ t.do }} → {{ of(t.group)?.name ?? 'unclaimed' }} <span class="soft">on {{ t.sheet }}</span>
            <strong v-if="lost.includes(i)" class="lost"> · lost: its UVs were laid out anew</strong>
          </span>
          <button v-work class="small-button" type="button" aria-label="Remove this touch-up" @click="removeTouchUp(i)">×</button>
        </li>
      </ol>
    </section>
  </div>
</template>

<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import DragNumber from '@/components/drag-number.vue'
import LabelTag from '@/components/label-tag.vue'
import { usePatience } from '@/components/use-patience'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { without } from '@/model/mask-plan'
import { count, whole } from '@/model/words'
import { useMasksStore } from '@/stores/masks'

import type { BorderRule, Group, Speck, TouchUp, TouchingGroups } from '@/api/types'
import type { MaskChange } from '@/stores/masks'

/** What is changed on the map itself, before masks are made: borders, specks, touch-ups. */
const props = defineProps<{ bakeId: number; groups: Group[]; lost: number[]; looked: Speck | null }>()
const emit = defineEmits<{ look: [speck: Speck]; specks: [specks: Speck[]] }>()
const tool = defineModel<TouchUp['do'] | ''>('tool', { required: true })
const strokePx = defineModel<number>('strokePx', { required: true })
const receiver = defineModel<number>('receiver', { required: true })

const LISTED = 60

const masks = useMasksStore()
const plan = computed(() => masks.plan)
/** Without one that is only looked at: a list that grew under the pointer would move away from it. */
const rules = computed(() => plan.value.borders.slice(0, masks.kept?.plan.borders.length))
const most = ref(8)
const touching = shallowRef<TouchingGroups[] | null>(null)
const specks = shallowRef<{ count: number; list: Speck[] } | null>(null)
const listed = computed(() => specks.value?.list.slice(0, LISTED) ?? [])

function of(id: number): Group | undefined {
  return props.groups.find((g) => g.id === id)
}

const ask = usePatience()
watch(
  () => props.bakeId,
  (id) => ask(() => id === props.bakeId, async () => (touching.value = await api.borders(id))),
  { immediate: true }
)
watch(
  [() => props.bakeId, most, () => masks.kept?.state],
  async ([id, largest], _before, onCleanup) => {
    let isOld = false
    onCleanup(() => (isOld = true))
    await new Promise((resolve) => setTimeout(resolve, 120))
    if (isOld) return
    ask(() => !isOld, async () => {
      const found = await api.specks(id, largest)
      if (isOld) return
      specks.value = found
      emit('specks', found.list.slice(0, LISTED))
    })
  },
  { immediate: true }
)

/** Nothing where no surface is known. */
function areaWords(speck: Speck): string {
  const mm2 = speck.squareMillimetres
  return mm2 > 0 ? `, ${mm2 < 10 ? mm2.toPrecision(2) : whole(Math.round(mm2))} mm²` : ''
}

function withRule(index: number, rule: BorderRule): MaskChange {
  return (p) => ({ ...p, borders: p.borders.map((b, i) => (i === index ? rule : b)) })
}

/** With a rule for a pair: shown on the map while the pointer is over it. */
function withPair(pair: TouchingGroups): MaskChange {
  return (p) => ({ ...p, borders: [...p.borders, { from: pair.one, into: pair.other, px: 1 }] })
}

function turn(index: number): void {
  const { from, into, px } = plan.value.borders[index]!
  void masks.keep('border rule turned round', withRule(index, { from: into, into: from, px }))
}

function removeRule(index: number): void {
  void masks.keep('border rule removed', (p) => ({ ...p, borders: without(p.borders, index) }))
}

/** @param texels 0 for no rule */
function setRule(texels: number): void {
  void masks.keep(texels > 0 ? `specks up to ${texels} texels merged` : 'speck rule lifted', (p) => ({
    ...p,
    specks: texels > 0 ? { texels } : undefined
  }))
}

const { isUnderWay: isBusy, run: merge } = useOneAtATime(async (wanted: Speck[]) => {
  const made: TouchUp[] = []
  for (const s of wanted) made.push(await api.touchUp(props.bakeId, s.sheet, 'region', [s.u, s.v], 1, s.proposed))
  await masks.keep(count(made.length, 'speck merged', 'specks merged'), (p) => ({
    ...p,
    touchUps: [...p.touchUps, ...made]
  }))
})

function mergeListed(): void {
  void merge(listed.value)
}

function removeTouchUp(index: number): void {
  void masks.keep('touch-up removed', (p) => ({ ...p, touchUps: without(p.touchUps, index) }))
}
</script>

<style scoped>
.repairs,
section {
  display: grid;
  gap: 6px;
}

.repairs {
  gap: 16px;
}

h2 {
  padding-bottom: 2px;
  border-bottom: 1px solid var(--ink);
  font-size: 15px;
}

.rule,
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 5px 8px;
  align-items: center;
  padding: 2px 0;
}

.tag {
  max-width: 150px;
  height: 24px;
}

.pair,
.go {
  display: flex;
  gap: 5px;
  align-items: center;
  padding: 4px 2px;
}

.pair:hover,
.go:hover,
.looked {
  background: var(--accent-soft);
}

.length {
  margin-left: auto;
}

.amount {
  white-space: nowrap;
}

.dot {
  flex: none;
  display: inline-block;
  width: 11px;
  height: 11px;
  border: 1px solid var(--ink);
}

.speck {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 6px;
  align-items: center;
}

.specks,
.pairs,
.touch-ups {
  max-height: 190px;
  overflow: auto;
}

.touch-ups .row {
  flex-wrap: nowrap;
  justify-content: space-between;
}

.lost {
  color: var(--bad);
}

select {
  max-width: 170px;
  height: 26px;
  border: 1px solid var(--rule-strong);
  background: var(--paper-raised);
  color: inherit;
  font-size: var(--text-small);
}
</style>
