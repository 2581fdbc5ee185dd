<template>
  <el-popover trigger="click" placement="top" :width="270">
    <template #reference>
      <button type="button" class="small-button" title="Faces that look one way: of the pick, or of everything when nothing is picked">
        facing…
      </button>
    </template>
    <div class="menu">
      <p class="small soft">Of the pick, or of everything when nothing is picked.</p>
      <label class="small">
        within
        <el-input-number v-model="angle" size="small" :min="0" :max="180" :controls="false" aria-label="Angle of facing, degrees" />
        ° of
      </label>
      <div class="sides">
        <command-button v-for="id in SIDES" :key="id" :id="id">{{ commands.get(id).name.replace('facing ', '') }}</command-button>
      </div>
    </div>
  </el-popover>
</template>

<script setup lang="ts">
import { ElInputNumber, ElPopover } from 'element-plus'
import CommandButton from '@/views/sort/command-button.vue'
import { useCommands } from '@/views/sort/commands'

const SIDES = ['up', 'down', 'plus-x', 'minus-x', 'plus-z', 'minus-z', 'camera'].map((s) => `facing-${s}`)

/** Degrees. */
const angle = defineModel<number>({ required: true })
const commands = useCommands()
</script>

<style scoped>
.menu {
  display: grid;
  gap: 8px;
}

.menu :deep(.el-input-number) {
  width: 60px;
}

.sides {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
</style>
