<template>
  <div class="switches">
    <el-select v-if="sheets.length > 1" v-model="sheet" size="small" class="sheet" aria-label="Sheet">
      <el-option v-for="s in sheets" :key="s.name" :value="s.name" :label="s.name" />
    </el-select>
    <el-radio-group v-model="place" size="small" aria-label="Where it is shown">
      <el-radio-button value="flat">flat</el-radio-button>
      <el-radio-button value="model">on the model</el-radio-button>
      <el-radio-button v-if="hasBoth" value="both">both</el-radio-button>
    </el-radio-group>
    <el-radio-group v-model="isPadded" size="small" aria-label="Padding">
      <el-radio-button :value="true">padded</el-radio-button>
      <el-radio-button :value="false">unpadded</el-radio-button>
    </el-radio-group>
    <slot />
  </div>
</template>

<script setup lang="ts">
import { ElOption, ElRadioButton, ElRadioGroup, ElSelect } from 'element-plus'

import type { BakeSheet } from '@/api/types'

export type MapPlace = 'flat' | 'model' | 'both'

/** Which of a bake's images is looked at, and where. */
defineProps<{ sheets: BakeSheet[]; hasBoth?: boolean }>()
const sheet = defineModel<string>('sheet', { required: true })
const place = defineModel<MapPlace>('place', { required: true })
const isPadded = defineModel<boolean>('isPadded', { required: true })
</script>

<style scoped>
.switches {
  display: flex;
  align-items: center;
  gap: 10px;
}

.sheet {
  width: 110px;
}
</style>
