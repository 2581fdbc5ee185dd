<template>
  <el-select
    model-value=""
    size="small"
    filterable
    :placeholder="placeholder"
    :aria-label="label"
    class="things"
    @change="choose"
  >
    <el-option-group v-if="groups.length" label="Groups">
      <el-option v-for="g in groups" :key="`g${g.id}`" :value="`g${g.id}`" :label="`${g.number} ${g.name}`">
        <span class="swatch" :style="{ background: g.color }" aria-hidden="true" />
        <span class="mono">{{ g.number }}</span> {{ g.name }}
      </el-option>
    </el-option-group>
    <el-option-group v-if="masks.length" label="Masks">
      <el-option v-for="m in masks" :key="`m${m}`" :value="`m${m}`" :label="m" />
    </el-option-group>
    <el-option-group v-if="images.length" label="Own grey pictures">
      <el-option v-for="i in images" :key="`i${i.id}`" :value="`i${i.name}`" :label="i.name" />
    </el-option-group>
  </el-select>
</template>

<script setup lang="ts">
import { ElOption, ElOptionGroup, ElSelect } from 'element-plus'

import type { GreyImage, Group, PackWell } from '@/api/types'

/** Chooses a group, a mask or a grey picture. */
defineProps<{ groups: Group[]; masks: string[]; images: GreyImage[]; placeholder: string; label: string }>()
const emit = defineEmits<{ choose: [thing: PackWell] }>()

function choose(value: string): void {
  const word = value.slice(1)
  emit('choose', value[0] === 'g' ? { group: Number(word) } : value[0] === 'm' ? { mask: word } : { image: word })
}
</script>

<style scoped>
.things {
  width: 108px;
}

.swatch {
  display: inline-block;
  width: 12px;
  height: 12px;
  margin-right: 4px;
  border: 1px solid var(--ink);
}
</style>
