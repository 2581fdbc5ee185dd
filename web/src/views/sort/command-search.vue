<template>
  <el-dialog :model-value="true" title="Search for a command" width="460" append-to-body @close="emit('close')">
    <el-input v-model="typed" autofocus aria-label="Search for a command" @keydown.enter="run(found[at])" @keydown.down.prevent="move(1)" @keydown.up.prevent="move(-1)" />
    <ul class="found">
      <li v-for="(c, i) in found" :key="c.id">
        <button type="button" :class="{ at: i === at }" @click="run(c)">
          <span>{{ c.name }}</span>
          <span class="soft small">{{ c.section }}</span>
          <span class="mono small key">{{ c.key }}</span>
        </button>
      </li>
    </ul>
  </el-dialog>
</template>

<script setup lang="ts">
import { ElDialog, ElInput } from 'element-plus'
import { computed, nextTick, ref, watch } from 'vue'
import { useCommands } from '@/views/sort/commands'
import type { Command } from '@/views/sort/commands'

const MOST = 9

const emit = defineEmits<{ close: [] }>()
const commands = useCommands()
const typed = ref('')
const at = ref(0)
const found = computed(() => commands.search(typed.value).filter((c) => c.id !== 'search').slice(0, MOST))
watch(typed, () => (at.value = 0))

function move(by: number): void {
  at.value = Math.max(0, Math.min(found.value.length - 1, at.value + by))
}

function run(command: Command | undefined): void {
  if (!command) return
  emit('close')
  void nextTick(() => command.run())
}
</script>

<style scoped>
.found {
  padding-top: 8px;
}

button {
  display: flex;
  gap: 10px;
  align-items: baseline;
  width: 100%;
  padding: 5px 8px;
  border: none;
  border-radius: var(--radius);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.at,
button:hover {
  background: var(--accent-soft);
}

.key {
  margin-left: auto;
}
</style>
