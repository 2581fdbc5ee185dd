<template>
  <nav v-if="pages > 1" class="turner" aria-label="Pages">
    <el-button size="small" :disabled="page === 0" @click="page--">Earlier</el-button>
    <span class="small">page {{ page + 1 }} of {{ pages }}</span>
    <el-button size="small" :disabled="page >= pages - 1" @click="page++">Later</el-button>
  </nav>
</template>

<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed } from 'vue'

/** Turns the pages of a long list; 0 is the first. */
const props = defineProps<{ total: number; size: number }>()
const page = defineModel<number>({ required: true })
const pages = computed(() => Math.ceil(props.total / props.size))
</script>

<style scoped>
.turner {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: center;
}

.turner > * {
  margin: 0;
}
</style>
