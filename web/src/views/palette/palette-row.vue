<template>
  <li class="row">
    <el-input-number v-work v-model="group.number" size="small" :min="1" :max="65533" :controls="false" :aria-label="`Number of ${group.name}`" />
    <el-input v-work v-model="group.name" size="small" maxlength="80" :aria-label="`Name of group ${group.number}`" />
    <span class="color">
      <el-color-picker v-model="color" size="small" :aria-label="`ID colour of ${group.name}`" />
      <el-input v-work v-model="typed" size="small" class="mono" maxlength="7" :aria-label="`ID colour of ${group.name} as hex`" />
    </span>
    <span class="small spoken">{{ spoken }}</span>
    <el-input v-work v-model="keywords" size="small" maxlength="400" :aria-label="`Keywords of ${group.name}`" />
    <el-checkbox v-work v-model="group.isColorLocked" :aria-label="`The colour of ${group.name} stays`" />
    <button v-work type="button" class="remove" :title="`Take ${group.name} out of the palette`" @click="emit('remove')">×</button>
  </li>
</template>

<script setup lang="ts">
import { ElCheckbox, ElColorPicker, ElInput, ElInputNumber } from 'element-plus'
import { computed, ref, watch } from 'vue'

import type { WantedGroup } from '@/api/types'

/** One group of a palette that is worked on. */
defineProps<{ spoken: string }>()
const group = defineModel<WantedGroup>({ required: true })
const emit = defineEmits<{ remove: [] }>()

const typed = ref(group.value.color)
watch(
  () => group.value.color,
  (color) => (typed.value = color)
)
/** What is typed counts as soon as it is a colour. */
watch(typed, (text) => {
  const hex = text.startsWith('#') ? text : `#${text}`
  if (/^#[0-9a-f]{6}$/i.test(hex)) group.value.color = hex
})
const color = computed({
  get: () => group.value.color,
  set: (value: string | null) => {
    if (value) group.value.color = value
  }
})
const keywords = computed({
  get: () => group.value.keywords.join(', '),
  set: (text) => (group.value.keywords = text.split(',').map((k) => k.trim()).filter(Boolean))
})
</script>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 62px 1.3fr 148px 92px 1.4fr 40px 28px;
  gap: 8px;
  align-items: center;
  padding: 5px 0;
  border-bottom: 1px solid var(--rule);
}

.row :deep(.el-input-number) {
  width: 62px;
}

.color {
  display: flex;
  gap: 6px;
  align-items: center;
}

.spoken {
  line-height: 1.2;
}

.remove {
  width: 24px;
  height: 24px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--radius);
  background: none;
  color: var(--ink);
  cursor: pointer;
}
</style>
