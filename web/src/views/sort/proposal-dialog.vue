<template>
  <el-dialog :model-value="true" title="Propose groups" width="520" append-to-body @close="emit('close')">
    <div class="form">
      <el-radio-group v-model="from" aria-label="What groups are proposed from">
        <el-radio-button value="parts">part names</el-radio-button>
        <el-radio-button value="materials" :disabled="revision.inspection?.materials.length === 0">
          materials
        </el-radio-button>
        <el-radio-button value="vertex-colors" :disabled="!revision.inspection?.hasVertexColors">
          vertex colours
        </el-radio-button>
      </el-radio-group>
      <label v-if="from === 'vertex-colors'" class="small tolerance">
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
      <div class="buttons">
        <el-button @click="emit('close')">Leave as it was</el-button>
        <el-button type="primary" :disabled="wanted.length === 0" @click="keep">Keep the proposal</el-button>
      </div>
    </div>
  </el-dialog>
</template>

<script setup lang="ts">
import { ElButton, ElCheckbox, ElDialog, ElInputNumber, ElRadioButton, ElRadioGroup } from 'element-plus'
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import LabelTag from '@/components/label-tag.vue'
import NoticeLine from '@/components/notice-line.vue'
import { area, count } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { useChange } from '@/views/sort/use-change'

import type { ProposedGroup, Revision } from '@/api/types'

const props = defineProps<{ revision: Revision }>()
const emit = defineEmits<{ close: [] }>()

const store = useAssetStore()
const change = useChange()
const from = ref(props.revision.inspection?.hasVertexColors ? 'vertex-colors' : 'parts')
const groups = shallowRef<ProposedGroup[] | null>(null)
const problem = ref<string | null>(null)
/** 8-bit RGB distance. */
const tolerance = ref(24)
/** Numbers of proposed groups that are left out. */
const without = shallowRef(new Set<number>())
const wanted = computed(() => groups.value?.filter((g) => !without.value.has(g.number)) ?? [])
const newCount = computed(() => wanted.value.filter((g) => g.isNew).length)

function choose(number: number, isWanted: boolean): void {
  const next = new Set(without.value)
  if (isWanted) next.delete(number)
  else next.add(number)
  without.value = next
}

watch(
  [from, tolerance],
  async ([word, within]) => {
    groups.value = problem.value = null
    without.value = new Set()
    try {
      const found = await api.proposal(store.asset!.id, props.revision.id, word, within ?? 24)
      if (from.value === word && tolerance.value === within) groups.value = found
    } catch (e) {
      problem.value = (e as Error).message
    }
  },
  { immediate: true }
)

async function keep(): Promise<void> {
  const isDone = await change(() =>
    api.keepProposal(store.asset!.id, props.revision.id, from.value, tolerance.value, [...without.value])
  )
  if (isDone) emit('close')
}
</script>

<style scoped>
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
