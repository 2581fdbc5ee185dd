<template>
  <button
    type="button"
    class="small-button"
    :aria-pressed="command.isOn ? command.isOn() : undefined"
    :title="key ? `${command.name} (${key})` : command.name"
    @click="command.run()"
  >
    <slot>{{ command.name }}</slot>
  </button>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import { useKeysStore } from '@/stores/keys'
import { useCommands } from '@/views/sort/commands'

const props = defineProps<{ id: string }>()
const commands = useCommands()
const keys = useKeysStore()
const command = computed(() => commands.get(props.id))
const key = computed(() => keys.shown(commands.keyOf(command.value)))
</script>
