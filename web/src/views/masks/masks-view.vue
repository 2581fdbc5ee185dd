<template>
  <div v-if="bake" class="station">
    <section class="side" aria-label="Masks">
      <h2>Masks</h2>
      <p class="soft small">One mask for every group: white where the group is, grey at its border.</p>
      <ul>
        <li v-for="row in rows" :key="row.group.id">
          <button
            class="mask row-button"
            type="button"
            :aria-current="row.group.number === number"
            @click="number = row.group.number"
          >
            <label-tag :number="row.group.number" :name="row.group.name" :color="row.group.color" />
            <span class="soft small">
              {{ count(row.texels, 'texel') }} ·
              <template v-if="row.group.safeTolerance >= 0">picked with a tolerance up to {{ row.group.safeTolerance }}</template>
              <template v-else>! another group has the same colour</template>
            </span>
          </button>
        </li>
      </ul>
      <onward-link to="hand-off" :asset-id="asset.id">Go on to Hand off</onward-link>
    </section>
    <div class="result">
      <map-switches
        v-model:sheet="sheet"
        v-model:place="place"
        v-model:is-padded="isPadded"
        class="head"
        :sheets="bake.sheets"
      >
        <span class="soft small">from the bake of {{ moment(bake.createdAt) }}</span>
      </map-switches>
      <map-on-model
        v-if="place === 'model'"
        :asset-id="asset.id"
        :target="target"
        :sheet="sheet"
        :image="image"
        :groups="groups"
      />
      <map-view v-else v-slot="{ texel }" :image="image" :waiting="problem ?? 'Fetching the mask…'">
        {{ texelWords(texel) }}
      </map-view>
    </div>
  </div>
  <div v-else class="empty">
    <p>Masks are made from a finished bake.</p>
    <router-link :to="{ name: 'bake', params: { id: asset.id } }">Bake first</router-link>
  </div>
</template>

<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import LabelTag from '@/components/label-tag.vue'
import MapOnModel from '@/components/map-on-model.vue'
import MapSwitches from '@/components/map-switches.vue'
import MapView from '@/components/map-view.vue'
import OnwardLink from '@/components/onward-link.vue'
import { useMapImage } from '@/components/use-map-image'
import { bakeState } from '@/model/bake-state'
import { groupsOfBake } from '@/model/groups-of-bake'
import { count, moment } from '@/model/words'
import { useAssetStore } from '@/stores/asset'

import type { MapPlace } from '@/components/map-switches.vue'
import type { Texel } from '@/components/map-view.vue'

const store = useAssetStore()
const asset = computed(() => store.asset!)
const bake = computed(() => asset.value.bakes.find((b) => bakeState(b).state === 'done') ?? null)
const sheet = ref(bake.value?.sheets[0]?.name ?? '')
/** Under the numbers that they had then. */
const groups = computed(() => groupsOfBake(bake.value, store.groups))
/** The target that was baked, with the UVs that it has now. */
const target = computed(() => asset.value.revisions.find((r) => r.id === bake.value?.targetId)!)
const place = ref<MapPlace>('flat')
const isPadded = ref(true)

const rows = computed(() =>
  groups.value
    .map((group) => ({
      group,
      texels:
        bake.value?.sheets.reduce((sum, s) => sum + (s.result?.report.groupTexels[group.number] ?? 0), 0) ?? 0
    }))
    .filter((row) => row.texels > 0)
)
const number = ref(rows.value[0]?.group.number ?? 0)

const { image, problem } = useMapImage(() =>
  bake.value && number.value > 0
    ? api.mapUrl(bake.value.id, sheet.value, 'mask', number.value, isPadded.value)
    : null
)
function texelWords({ x, y, color }: Texel): string {
  return `texel ${x}, ${y} · ${Number.parseInt(color.slice(1, 3), 16)} of 255 covered`
}
</script>

<style scoped>
.station {
  display: grid;
  grid-template-columns: 350px 1fr;
  height: 100%;
}

.side {
  display: flex;
  flex-direction: column;
  gap: 10px;
  padding: 14px;
  overflow: auto;
  background: var(--paper-raised);
  border-right: 1px solid var(--ink);
}

.mask {
  display: grid;
  gap: 3px;
  padding: 7px 8px;
}

.mask > :first-child {
  justify-self: start;
  max-width: 100%;
}

.mask:hover,
.mask[aria-current='true'] {
  background: var(--accent-soft);
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

.empty {
  display: grid;
  gap: 8px;
  place-content: center;
  height: 100%;
}
</style>
