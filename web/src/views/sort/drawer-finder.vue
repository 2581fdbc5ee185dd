<template>
  <div class="finder">
    <el-input
      ref="input"
      v-model="query"
      size="small"
      clearable
      placeholder="find a drawer by name or keyword (Enter)"
      aria-label="Find a drawer"
      @keydown.enter.prevent="choose"
      @keydown.esc.stop="leave"
    />
  </div>
</template>

<script setup lang="ts">
import { ElInput } from 'element-plus'
import { useTemplateRef } from 'vue'

/** Narrows the drawers by typing; Enter puts the pick into the first that is left. */
const query = defineModel<string>({ required: true })
const emit = defineEmits<{ choose: []; leave: [] }>()
const input = useTemplateRef<InstanceType<typeof ElInput>>('input')

function choose(): void {
  if (query.value.trim() !== '') emit('choose')
  input.value?.blur()
}

function leave(): void {
  emit('leave')
  input.value?.blur()
}

defineExpose({ focus: () => input.value?.focus() })
</script>

<style scoped>
.finder {
  padding: 7px 14px;
  border-bottom: 1px solid var(--rule);
}
</style>
