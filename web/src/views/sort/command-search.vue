<template>
  <el-dialog :model-value="true" title="Search for a command" width="460" append-to-body @close="emit('close')">
    <input
      ref="field"
      v-model="typed"
      class="field"
      type="text"
      autocomplete="off"
      role="combobox"
      aria-label="Search for a command"
      aria-expanded="true"
      aria-controls="found-commands"
      :aria-activedescendant="found[at] ? `command-${found[at].id}` : undefined"
      @keydown.enter="run(found[at])" @keydown.down.prevent="move(1)" @keydown.up.prevent="move(-1)"
    />
    <ul id="found-commands" class="found" role="listbox" aria-label="Commands">
      <li
        v-for="(c, i) in found"
        :id="`command-${c.id}`"
        :key="c.id"
        class="command"
        :class="{ at: i === at }"
        role="option"
        :aria-selected="i === at"
        @click="run(c)"
      >
        <span>{{ c.name }}</span>
        <span class="soft small">{{ c.section }}</span>
        <span class="mono small key">{{ keys.shown(commands.keyOf(c)) }}</span>
      </li>
    </ul>
    <p v-if="found.length === 0" class="soft small" role="status">No command has these words.</p>
  </el-dialog>
</template>

<script setup lang="ts">
import { ElDialog } from 'element-plus'
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useKeysStore } from '@/stores/keys'
import { useCommands } from '@/views/sort/commands'
import type { Command } from '@/views/sort/commands'

const MOST = 9

const emit = defineEmits<{ close: [] }>()
const commands = useCommands()
const keys = useKeysStore()
const typed = ref('')
const at = ref(0)
const found = computed(() => commands.search(typed.value).filter((c) => c.id !== 'search').slice(0, MOST))
const field = useTemplateRef<HTMLInputElement>('field')
watch(typed, () => (at.value = 0))
// The dialog takes the focus for itself first.
onMounted(() => window.setTimeout(() => field.value?.focus(), 50))

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
.field {
  width: 100%;
  padding: 7px 10px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--paper-raised);
  color: inherit;
  font: inherit;
}

.found {
  padding-top: 8px;
}

.command {
  display: flex;
  gap: 10px;
  align-items: baseline;
  width: 100%;
  padding: 5px 8px;
  border-radius: var(--radius);
  cursor: pointer;
}

.at,
.command:hover {
  background: var(--accent-soft);
}

.key {
  margin-left: auto;
}
</style>
