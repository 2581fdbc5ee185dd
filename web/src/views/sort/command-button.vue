<template>
  <button
    type="button"
    class="small-button"
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
