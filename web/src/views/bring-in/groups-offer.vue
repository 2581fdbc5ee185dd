<template>
  <section v-if="known > 0" class="offer" aria-label="Known pieces" data-testid="known-offer">
    <p class="small"><strong>{{ count(known, 'piece') }} of the {{ knownRole }} {{ known === 1 ? 'was' : 'were' }} sorted before</strong>, in other assets.</p>
    <div class="verbs">
      <el-button v-work size="small" @click="isKnownShown = true">Known pieces…</el-button>
    </div>
    <known-dialog v-if="isKnownShown" :revision-id="knownOf!.id" @close="isKnownShown = false" />
  </section>
  <section v-if="offer" class="offer" aria-label="Proposed groups" data-testid="groups-offer">
    <p class="small">
      <strong>{{ offer.role === 'source' ? 'The source' : 'The target' }} brings its sorting along:</strong>
      {{ count(offer.groups, 'group') }} in its {{ originWords(offer.from) }}.
    </p>
    <ul v-if="groups" class="tags">
      <li v-for="g in groups.slice(0, MOST_SHOWN)" :key="g.number">
        <label-tag :number="g.number" :name="g.name" :color="g.color" />
      </li>
      <li v-if="groups.length > MOST_SHOWN" class="soft small">and {{ groups.length - MOST_SHOWN }} more</li>
    </ul>
    <div class="verbs">
      <el-button v-work type="primary" size="small" :disabled="!groups" :loading="isKeeping" @click="keep()">
        Keep these groups
      </el-button>
      <el-button v-work size="small" @click="isChoosing = true">Choose…</el-button>
    </div>
    <proposal-dialog
      v-if="isChoosing"
      :revision-id="offer.revisionId"
      :from="offer.from"
      @close="isChoosing = false"
    />
  </section>
</template>

<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import KnownDialog from '@/components/known-dialog.vue'
import LabelTag from '@/components/label-tag.vue'
import ProposalDialog from '@/components/proposal-dialog.vue'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { open, pieces } from '@/model/known'
import { originWords } from '@/model/origins'
import { count } from '@/model/words'
import { useAssetStore } from '@/stores/asset'

import type { ProposalOffer, ProposedGroup } from '@/api/types'

/** Offers the groups that new models bring along, until something is claimed. */
const MOST_SHOWN = 12
/** Grey level differences that exporters make are one colour. */
const TOLERANCE = 24

const store = useAssetStore()
const offer = shallowRef<ProposalOffer | null>(null)
const groups = shallowRef<ProposedGroup[] | null>(null)
const isChoosing = ref(false)
const isKnownShown = ref(false)
/** Pieces of {@link knownOf} that go to a group without a question. */
const known = ref(0)

const models = computed(() => [store.target, ...store.sources].flatMap((r) => (r ? [r] : [])))
/** What is sorted first: a source where there is one, as what it tells reaches the target. */
const knownOf = computed(() => store.sources[0] ?? store.target)
const knownRole = computed(() => (store.sources.length ? 'source' : 'target'))
const isFresh = computed(() => models.value.length > 0 && models.value.every((r) => r.claimedShare === 0))

watch(
  () => (isFresh.value ? models.value.map((r) => `${r.id} ${r.geometryVersion}`).join() : ''),
  async (asked) => {
    known.value = 0
    if (asked === '') {
      offer.value = null
      return
    }
    void countKnown(asked)
    try {
      const found = await api.proposals(store.asset!.id)
      // Part names are many and mean little; they are offered on Sort, not here.
      offer.value = found.find((o) => o.from !== 'parts') ?? null
      groups.value = offer.value
        ? await api.proposal(store.asset!.id, offer.value.revisionId, offer.value.from, TOLERANCE)
        : null
    } catch {
      // Nothing was asked for, so nothing is said; the same is on Sort, with its problem.
      offer.value = null
    }
  },
  { immediate: true }
)

async function countKnown(asked: string): Promise<void> {
  try {
    const view = await api.known(store.asset!.id, knownOf.value!.id)
    if (models.value.map((r) => `${r.id} ${r.geometryVersion}`).join() === asked) known.value = pieces(open(view.rows).filter((row) => row.isSure))
  } catch {
    // As above: the same is on Sort.
  }
}

const { isUnderWay: isKeeping, run: keep } = useOneAtATime(async () => {
  const { revisionId, from } = offer.value!
  await api.keepProposal(store.asset!.id, revisionId, from, TOLERANCE, [])
  await store.refresh()
})
</script>

<style scoped>
.offer {
  display: grid;
  gap: 8px;
  padding: 10px;
  border: 1px solid var(--accent);
  border-left-width: 4px;
  border-radius: var(--radius);
  background: var(--paper);
}

.tags {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
}

.verbs {
  display: flex;
  gap: 8px;
}
</style>
