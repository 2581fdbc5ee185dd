<template>
  <aside class="quality" aria-label="How well the colours are told apart">
    <h2>For machine eyes</h2>
    <dl v-if="judgement" class="numbers">
      <div :class="{ poor: judgement.separation < 2 * LEAST }">
        <dt>separation</dt>
        <dd class="mono">{{ judgement.separation.toFixed(0) }}</dd>
        <dd class="small soft">smallest distance between two colours; from {{ 2 * LEAST }} on a pick is safe</dd>
      </div>
      <div :class="{ poor: judgement.blendClearance < LEAST }">
        <dt>blend clearance</dt>
        <dd class="mono">{{ judgement.blendClearance.toFixed(0) }}</dd>
        <dd class="small soft">smallest distance of a colour from the blends of two others; from {{ LEAST }} on</dd>
      </div>
    </dl>
    <p class="small soft">Distances in 8-bit RGB, of 441 at most. The map's black background counts as one more colour.</p>

    <template v-if="judgement">
      <p v-if="judgement.pairs.length + judgement.triples.length === 0" class="good">
        Every colour can be picked, and no filtered border is picked with it.
      </p>
      <section v-if="judgement.moves.length > 0">
        <h3>Cure</h3>
        <ul>
          <li v-for="m in judgement.moves" :key="m.number" class="cure">
            <span class="swatch" :style="{ background: m.color }" />
            <span>move <strong>{{ nameOf(m.number) }}</strong> to <span class="mono">{{ m.color }}</span></span>
            <el-button v-work size="small" @click="emit('move', m)">Move it</el-button>
          </li>
        </ul>
        <p class="small soft">
          Then separation is {{ judgement.separationAfter.toFixed(0) }} and blend clearance
          {{ judgement.blendClearanceAfter.toFixed(0) }}.
        </p>
      </section>
      <section v-if="judgement.pairs.length > 0">
        <h3>Too near each other</h3>
        <ul class="offences small">
          <li v-for="p in judgement.pairs.slice(0, MOST)" :key="`${p.one} ${p.other}`">
            <span class="swatch" :style="{ background: colorOf(p.one) }" />
            <span class="swatch" :style="{ background: colorOf(p.other) }" />
            <span>{{ nameOf(p.one) }} and {{ nameOf(p.other) }}</span>
            <span class="mono at">{{ p.distance.toFixed(0) }}</span>
          </li>
        </ul>
      </section>
      <section v-if="judgement.triples.length > 0">
        <h3>Picked on a border of others</h3>
        <ul class="offences small">
          <li v-for="t in judgement.triples.slice(0, MOST)" :key="`${t.picked} ${t.one} ${t.other}`">
            <span class="swatch" :style="{ background: colorOf(t.picked) }" />
            <span>{{ nameOf(t.picked) }}, between {{ nameOf(t.one) }} and {{ nameOf(t.other) }}</span>
            <span class="mono at">{{ t.distance.toFixed(0) }}</span>
          </li>
        </ul>
        <p v-if="judgement.triples.length > MOST" class="small soft">and {{ judgement.triples.length - MOST }} more</p>
      </section>
    </template>

    <section class="users">
      <h3>Used by</h3>
      <p v-if="assets.length === 0" class="small soft">no asset yet; an asset chooses its palette on Sort</p>
      <ul>
        <li v-for="a in assets" :key="a.id">
          <router-link :to="{ name: 'sort', params: { id: a.id } }">{{ a.name }}</router-link>
        </li>
      </ul>
    </section>
  </aside>
</template>

<script setup lang="ts">
import { ElButton } from 'element-plus'
import type { Judgement, WantedGroup } from '@/api/types'

/** The tolerance that a pick should have, 8-bit RGB distance. */
const LEAST = 24
const MOST = 6

const props = defineProps<{
  groups: WantedGroup[]
  judgement: Judgement | null
  assets: { id: number; name: string }[]
}>()
const emit = defineEmits<{ move: [move: { number: number; color: string }] }>()

function nameOf(number: number): string {
  return number === 0 ? 'the background' : (props.groups.find((g) => g.number === number)?.name ?? `group ${number}`)
}

function colorOf(number: number): string {
  return number === 0 ? '#000000' : (props.groups.find((g) => g.number === number)?.color ?? '#000000')
}
</script>

<style scoped>
.quality {
  display: flex;
  flex-direction: column;
  gap: 10px;
  padding: 18px 18px;
  background: var(--paper-raised);
  border-left: 1px solid var(--ink);
  overflow: auto;
}

.numbers {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}

.numbers dd.mono {
  font-size: 26px;
  font-weight: 600;
  line-height: 1.1;
}

.poor dd::after {
  content: '\a0too small';
  color: var(--bad);
  font-family: var(--sans);
  font-size: var(--text-small);
  font-weight: 400;
  word-spacing: normal;
}

.good {
  color: var(--good);
}

.cure {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 3px 0;
}

.cure > :last-child {
  margin-left: auto;
}

.swatch {
  flex: none;
  width: 16px;
  height: 16px;
  border: 1px solid var(--ink);
}

.offences li {
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 2px 0;
}

.at {
  margin-left: auto;
}

.users {
  margin-top: auto;
}
</style>
