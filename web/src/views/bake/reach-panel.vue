<template>
  <div class="panel-grid">
    <section class="list" aria-label="Reach">
      <p v-if="problem" class="state">{{ problem }}</p>
      <p v-else-if="!survey" class="state soft">Measuring how far the source lies from the target…</p>
      <template v-else>
        <p class="intro small soft">
          Points on both surfaces, by distance. Dashed: the proposed reach, which takes in 99.9 % with 5 % to spare.
          Full lines: the reach in force.
        </p>
        <ul>
          <reach-row
            title="Whole model"
            :distances="whole!"
            :reach="wholeReach"
            :own="chosen"
            back-words="Measure at each bake"
            @set="emit('reach', $event)"
          />
          <reach-row
            v-for="part in parts"
            :key="part.part"
            :title="part.part"
            :distances="part"
            :reach="reachOf(part.part)"
            :own="ownOf(part.part)"
            back-words="As the whole"
            @set="emit('partReach', part.part, $event)"
          />
        </ul>
      </template>
    </section>
    <cage-stage :survey="survey" :reach-of="reachOf" />
  </div>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import { api } from '@/api/client'
import { useAssetStore } from '@/stores/asset'
import CageStage from '@/views/bake/cage-stage.vue'
import ReachRow from '@/views/bake/reach-row.vue'
import { useAnswer } from '@/components/use-answer'

import type { BakeSettings, Reach } from '@/api/types'

const props = defineProps<{ settings: BakeSettings }>()
const emit = defineEmits<{ reach: [reach: Reach | null]; partReach: [part: string, reach: Reach | null] }>()

const store = useAssetStore()
const { answer: survey, problem } = useAnswer(
  () => JSON.stringify([props.settings.sourceIds, props.settings.pairing, props.settings.affixes, props.settings.links]),
  () => api.reach(store.asset!.id, props.settings)
)

const whole = computed(() => survey.value?.whole ?? null)
/** Parts that need a look first: without source, then the widest. */
const parts = computed(() =>
  [...(survey.value?.parts ?? [])].sort(
    (a, b) =>
      Number(a.points > 0) - Number(b.points > 0) || Math.max(b.to, -b.from) - Math.max(a.to, -a.from)
  )
)
const chosen = computed(() =>
  props.settings.reachOutward === null
    ? null
    : { outward: props.settings.reachOutward, inward: props.settings.reachInward! }
)
const wholeReach = computed(() => chosen.value ?? survey.value?.proposed ?? { outward: 0, inward: 0 })

function ownOf(part: string): Reach | null {
  return props.settings.partReaches.find((p) => p.part === part) ?? null
}

function reachOf(part: string): Reach {
  return ownOf(part) ?? wholeReach.value
}
</script>

<style scoped>
.panel-grid {
  display: grid;
  grid-template-columns: 372px 1fr;
  min-height: 0;
  height: 100%;
}

.list {
  overflow: auto;
  border-right: 1px solid var(--ink);
  background: var(--paper-raised);
}

.state,
.intro {
  padding: 10px 12px;
}
</style>
