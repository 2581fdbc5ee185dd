<template>
  <notice-line v-if="state === 'failed'" kind="bad">
    <span v-for="s in bake.sheets.filter((x) => x.problem)" :key="s.id">{{ s.name }}: {{ s.problem }}</span>
  </notice-line>
  <notice-line v-else-if="state === 'cancelled'" kind="warn">This bake was cancelled; nothing was written.</notice-line>
  <notice-line v-else-if="state === 'done'" :kind="isClean ? 'good' : 'warn'">
    <strong>{{ headline }}</strong>
    <span class="soft"> · {{ details }}</span>
    <p v-if="reused || changed">{{ reused }} {{ changed }}</p>
    <p v-if="strays.length > 0">Strays, which match no group and stay unclaimed: {{ strays.join(', ') }}.</p>
    <p v-if="unclaimed > 0">
      {{ percent(unclaimed / covered) }} of the covered texels are unclaimed. Sort them, or leave them without group.
    </p>
    <p v-for="f in bake.findings" :key="f.kind + f.text">
      {{ f.place ? `${f.place}: ` : '' }}{{ f.text }}
      <router-link v-if="f.kind === 'specks'" :to="{ name: 'masks', params: { id: assetId } }">See them on Masks</router-link>
    </p>
    <router-link v-if="isLatest" class="onward small" :to="{ name: 'hand-off', params: { id: assetId } }"
      >Hand it off</router-link
    >
  </notice-line>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import NoticeLine from '@/components/notice-line.vue'
import { bakeState } from '@/model/bake-state'
import { count, decimal, length, percent, seconds, whole } from '@/model/words'

import type { Bake, Group } from '@/api/types'

const props = defineProps<{ bake: Bake; groups: Group[]; assetId: number; isLatest: boolean }>()

const state = computed(() => bakeState(props.bake).state)
const results = computed(() => props.bake.sheets.flatMap((s) => (s.result ? [s.result] : [])))
const totals = computed(() => props.bake.totals)
const covered = computed(() => totals.value?.covered ?? 0)
const missed = computed(() => totals.value?.missed ?? 0)
const strays = computed(() => [...new Set(results.value.flatMap((r) => r.strays))])
const unclaimed = computed(() => totals.value?.unclaimed ?? 0)
const isClean = computed(
  () =>
    props.bake.findings.every((f) => f.severity === 'harmless') && strays.value.length + unclaimed.value === 0
)

const headline = computed(() =>
  [
    `${percent((covered.value - missed.value) / Math.max(1, covered.value))} covered`,
    `${whole(missed.value)} missed`,
    count(totals.value?.conflicts ?? 0, 'conflict'),
    count(groupsHit.value, 'group'),
    seconds(totals.value?.millis ?? 0)
  ].join(', ')
)
/** Those that the asset has still. */
const groupsHit = computed(() => props.groups.filter((g) => totals.value?.groups.includes(g.number)).length)
/** What did not have to be baked, because nothing that it depends on has changed. */
const reused = computed(() => {
  const names = props.bake.sheets.filter((s) => s.isReused).map((s) => s.name)
  if (names.length === 0) return ''
  return names.length === props.bake.sheets.length
    ? 'Nothing that it depends on has changed: the maps of the earlier bake are used.'
    : `Not baked again, because nothing has changed there: ${names.join(', ')}.`
})
const MOST_NAMES = 5
/** For which parts the others had to be baked again. */
const changed = computed(() =>
  props.bake.sheets
    .filter((s) => !s.isReused && (s.result?.changedParts?.length ?? 0) > 0)
    .map(({ name, result }) => {
      const parts = result!.changedParts!
      const more = parts.length > MOST_NAMES ? ` and ${parts.length - MOST_NAMES} more` : ''
      return `${name} was baked again for ${parts.slice(0, MOST_NAMES).join(', ')}${more}.`
    })
    .join(' ')
)
const details = computed(() => {
  const reach = results.value[0]?.reach
  const words = [count(covered.value, 'texel')]
  const { farther = 0, fallback = 0, rays = 0 } = totals.value ?? {}
  if (farther > 0) words.push(`${whole(farther)} of them by rays beyond the reach`)
  if (fallback > 0) words.push(`${whole(fallback)} of them from the closest point`)
  if (rays > 0) words.push(`${decimal(rays / 1e6, 1)} million rays`)
  if (reach) words.push(`reach ${length(reach.outward)} outward, ${length(reach.inward)} inward`)
  return words.join(' · ')
})
</script>

<style scoped>
.onward {
  display: inline-block;
  margin-top: 4px;
  padding: 2px 10px;
  border: 1px solid var(--ink);
  border-radius: var(--radius);
  background: var(--ink);
  color: var(--paper-raised);
  font-weight: 600;
  text-decoration: none;
}

/* Behind the figures, so that the button begins at the left where it has a line of its own. */
.soft {
  margin-right: 10px;
}
</style>
