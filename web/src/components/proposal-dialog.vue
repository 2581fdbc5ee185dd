<template>
  <el-dialog :model-value="true" title="Propose groups" width="520" append-to-body @close="emit('close')">
    <div class="form">
      <p v-if="!offers && !problem" class="small soft" role="status">Looking at what the models bring along…</p>
      <p v-else-if="offers && offers.length === 0" class="small">
        Neither target nor sources bring several colours, materials or part names along that groups could be made of.
      </p>
      <el-radio-group v-else v-model="chosen" class="offers" aria-label="What groups are proposed from">
        <el-radio v-for="o in offers ?? []" :key="keyOf(o)" :value="keyOf(o)">
          the {{ o.role }}'s {{ originWords(o.from) }}
          <span class="soft small">{{ count(o.groups, 'group') }} · {{ o.fileName }}</span>
        </el-radio>
      </el-radio-group>
      <label v-if="offer?.from === 'vertex-colors'" class="small tolerance">
        colours are one within
        <el-input-number v-model="tolerance" size="small" :min="1" :max="128" :controls="false" aria-label="Tolerance of vertex colours" />
        of 441 (8-bit RGB distance)
      </label>
      <notice-line v-if="problem" kind="bad">{{ problem }}</notice-line>
      <template v-else-if="groups">
        <p class="soft small">
          {{ count(wanted.length, 'group') }} would be filled by rules, {{ newCount || 'none' }} of them new. What you
          claimed by hand stays. It is one step to undo.
        </p>
        <ul class="rows">
          <li v-for="g in groups" :key="g.number">
            <el-checkbox
              :model-value="!without.has(g.number)"
              :aria-label="`Keep ${g.name}`"
              @update:model-value="(isOn) => choose(g.number, isOn === true)"
            />
            <label-tag :number="g.number" :name="g.name" :color="g.color" />
            <span v-if="g.isNew" class="small">new</span>
            <span class="mono small amount">{{ area(g.area) }}</span>
          </li>
        </ul>
      </template>
      <p v-else-if="offer" class="small soft" role="status">Working out the groups…</p>
      <div class="buttons">
        <el-button @click="emit('close')">Cancel</el-button>
        <el-button type="primary" :disabled="wanted.length === 0" @click="keep">Keep the proposal</el-button>
      </div>
    </div>
  </el-dialog>
</template>

<script setup lang="ts">
import { ElButton, ElCheckbox, ElDialog, ElInputNumber, ElRadio, ElRadioGroup } from 'element-plus'
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import LabelTag from '@/components/label-tag.vue'
import NoticeLine from '@/components/notice-line.vue'
import { originWords } from '@/model/origins'
import { area, count } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { useChange } from '@/stores/use-change'

import type { ProposalOffer, ProposedGroup } from '@/api/types'

/** Groups that the models suggest, shown as tags before they are kept. */
const props = defineProps<{
  /** What is looked at first, where it has anything. */
  revisionId: number
  /** Looked at first there; null for colours, else part names. */
  from: string | null
}>()
const emit = defineEmits<{ close: [] }>()

const store = useAssetStore()
const change = useChange()
const offers = shallowRef<ProposalOffer[] | null>(null)
const chosen = ref('')
const offer = computed(() => offers.value?.find((o) => keyOf(o) === chosen.value) ?? null)
const groups = shallowRef<ProposedGroup[] | null>(null)
const problem = ref<string | null>(null)
/** 8-bit RGB distance; what the server takes unless another is typed. */
const tolerance = ref<number | undefined>()
/** Numbers of proposed groups that are left out. */
const without = shallowRef(new Set<number>())
const wanted = computed(() => groups.value?.filter((g) => !without.value.has(g.number)) ?? [])
const newCount = computed(() => wanted.value.filter((g) => g.isNew).length)

function keyOf(o: { revisionId: number; from: string }): string {
  return `${o.revisionId} ${o.from}`
}

/** What was asked for, else what tells most on the model that is looked at, else the best anywhere. */
function first(found: ProposalOffer[]): ProposalOffer | undefined {
  const own = found.filter((o) => o.revisionId === props.revisionId)
  const order = [props.from, 'vertex-colors', 'face-groups', 'parts', 'materials']
  return own.sort((a, b) => order.indexOf(a.from) - order.indexOf(b.from))[0] ?? found[0]
}

void (async () => {
  try {
    const found = await api.proposals(store.asset!.id)
    offers.value = found
    tolerance.value = found[0]?.tolerance
    const start = first([...found])
    if (start) chosen.value = keyOf(start)
  } catch (e) {
    problem.value = (e as Error).message
  }
})()

function choose(number: number, isWanted: boolean): void {
  const next = new Set(without.value)
  if (isWanted) next.delete(number)
  else next.add(number)
  without.value = next
}

watch(
  [offer, tolerance],
  async ([asked, within]) => {
    groups.value = problem.value = null
    without.value = new Set()
    if (!asked || within === undefined) return
    try {
      const found = await api.proposal(store.asset!.id, asked.revisionId, asked.from, within)
      if (offer.value === asked && tolerance.value === within) groups.value = found
    } catch (e) {
      problem.value = (e as Error).message
    }
  }
)

async function keep(): Promise<void> {
  const { revisionId, from } = offer.value!
  const isDone = await change(() =>
    api.keepProposal(store.asset!.id, revisionId, from, tolerance.value ?? offer.value!.tolerance, [...without.value])
  )
  if (isDone) emit('close')
}
</script>

<style scoped>
.offers {
  display: grid;
  justify-items: start;
}

.form {
  display: grid;
  gap: 12px;
}

.rows {
  max-height: 340px;
  overflow: auto;
}

.rows li {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 3px 0;
}

.tolerance :deep(.el-input-number) {
  width: 56px;
  margin: 0 4px;
}

.amount {
  margin-left: auto;
}

.buttons {
  display: flex;
  justify-content: flex-end;
}
</style>
