<template>
  <el-dialog :model-value="true" :title="title" width="380" append-to-body @close="emit('close')">
    <ul class="rows">
      <li v-for="other in others" :key="other.id">
        <button type="button" :title="`${action} with ${other.name}`" @click="emit('choose', other)">
          <label-tag :number="other.number" :name="other.name" :color="other.color" />
        </button>
      </li>
    </ul>
    <p v-if="others.length === 0" class="soft">There is no other group.</p>
  </el-dialog>
</template>

<script setup lang="ts">
import { ElDialog } from 'element-plus'
import { computed } from 'vue'
import LabelTag from '@/components/label-tag.vue'
import { useAssetStore } from '@/stores/asset'

import type { Group } from '@/api/types'

/** Chooses a second group for something that takes two. */
const props = defineProps<{ title: string; action: string; group: Group }>()
const emit = defineEmits<{ choose: [other: Group]; close: [] }>()
const store = useAssetStore()
const others = computed(() => store.groups.filter((g) => g.id !== props.group.id))
</script>

<style scoped>
.rows {
  max-height: 420px;
  overflow: auto;
}

button {
  display: flex;
  width: 100%;
  padding: 3px 0;
  border: none;
  background: none;
  font: inherit;
  cursor: pointer;
}

button > * {
  width: 260px;
}
</style>
