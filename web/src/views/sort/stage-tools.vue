<template>
  <el-select
    v-if="revisions.length > 1"
    v-model="revision"
    size="small"
    class="which"
    aria-label="What is sorted"
  >
    <el-option v-for="r in revisions" :key="r.id" :value="r.id" :label="labelOf(r)" />
  </el-select>
  <el-radio-group v-model="look.view.value" size="small" aria-label="How it is coloured">
    <el-radio-button v-for="v in look.views.value" :key="v.value" :value="v.value">{{ v.label }}</el-radio-button>
  </el-radio-group>
  <span class="switches">
    <command-button v-for="id in ['wire', 'numbers', 'pick-over-all', 'sheet']" :key="id" :id="id">
      {{ WORDS[id] }}
    </command-button>
    <command-button id="bring">Bring into view</command-button>
    <command-button v-if="picking.away" id="show-all">Show all</command-button>
  </span>
</template>

<script setup lang="ts">
import { ElOption, ElRadioButton, ElRadioGroup, ElSelect } from 'element-plus'
import { computed } from 'vue'
import { usePickingStore } from '@/stores/picking'
import CommandButton from '@/views/sort/command-button.vue'

import type { Revision } from '@/api/types'
import type { StageLook } from '@/views/sort/use-stage-look'

const WORDS: Record<string, string> = {
  wire: 'wire',
  numbers: 'numbers',
  'pick-over-all': 'pick over all',
  sheet: 'sheet'
}

const props = defineProps<{ revisions: Revision[]; look: StageLook }>()
const chosen = defineModel<number | null>('revision', { required: true })
const picking = usePickingStore()
const revision = computed({
  get: () => chosen.value ?? props.revisions[0]?.id ?? null,
  set: (id) => (chosen.value = id)
})

function labelOf(r: Revision): string {
  return `${r.role}: ${r.fileName}`
}
</script>

<style scoped>
.which {
  width: 210px;
}

.switches {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
</style>
