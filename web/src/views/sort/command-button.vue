<template>
  <button
    type="button"
    class="command"
    :class="{ on: command.isOn?.() }"
    :aria-pressed="command.isOn ? command.isOn() : undefined"
    :title="command.key ? `${command.name} (${command.key})` : command.name"
    @click="command.run()"
  >
    <slot>{{ command.name }}</slot>
  </button>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import { useCommands } from '@/views/sort/commands'

const props = defineProps<{ id: string }>()
const commands = useCommands()
const command = computed(() => commands.get(props.id))
</script>

<style scoped>
.command {
  height: 24px;
  padding: 0 8px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--paper-raised);
  color: var(--ink);
  font-size: var(--text-small);
  white-space: nowrap;
  cursor: pointer;
}

.command:hover:not(.on) {
  background: var(--accent-soft);
}

.on {
  border-color: var(--ink);
  background: var(--ink);
  color: var(--paper-raised);
}
</style>
