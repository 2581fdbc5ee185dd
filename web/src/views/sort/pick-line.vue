<template>
  <div class="line" data-testid="pick-line">
    <span class="what" :draggable="isPicked" :class="{ grip: isPicked }" @dragstart="startDrag">
      <template v-if="isPicked">
        <strong>{{ count(pick!.faces, 'face') }}</strong> in {{ count(pick!.pieces, 'piece') }},
        {{ percent(pick!.share) }} of the area
      </template>
      <template v-else>Nothing is picked. Click picks, Shift adds, Alt takes away.</template>
    </span>
    <el-radio-group v-model="sorting.grain" size="small" aria-label="What a click picks">
      <el-radio-button value="part"><span title="T">part</span></el-radio-button>
      <el-radio-button value="piece"><span title="Y">piece</span></el-radio-button>
      <el-radio-button value="face"><span title="U">face</span></el-radio-button>
    </el-radio-group>
    <el-button size="small" :disabled="!isPicked" title="Esc" @click="sorting.clearPick">Let go</el-button>
  </div>
</template>

<script setup lang="ts">
import { ElButton, ElRadioButton, ElRadioGroup } from 'element-plus'
import { computed } from 'vue'
import { count, percent } from '@/model/words'
import { useSortingStore } from '@/stores/sorting'
import { PICK_TYPE } from '@/views/sort/drag-types'

const sorting = useSortingStore()
const pick = computed(() => sorting.pick)
const isPicked = computed(() => (pick.value?.faces ?? 0) > 0)

function startDrag(e: DragEvent): void {
  e.dataTransfer?.setData(PICK_TYPE, 'pick')
}
</script>

<style scoped>
.line {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 46px;
  padding: 6px 14px;
  background: var(--paper-raised);
  border-top: 1px solid var(--ink);
}

.what {
  flex: 1;
}

.grip {
  cursor: grab;
}
</style>
