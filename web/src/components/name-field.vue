<template>
  <input
    ref="field"
    v-model="typed"
    class="name"
    :maxlength="80"
    :aria-label="`Name of ${name}`"
    @keydown.enter="field?.blur()"
    @keydown.esc="leave"
    @blur="keep"
  />
</template>

<script setup lang="ts">
import { ref, useTemplateRef, watch } from 'vue'

/** A name that is changed where it stands; what is typed stays until it is kept, whatever is drawn anew meanwhile. */
const props = defineProps<{ name: string }>()
const emit = defineEmits<{ rename: [name: string] }>()

const field = useTemplateRef<HTMLInputElement>('field')
const typed = ref(props.name)
watch(
  () => props.name,
  (name) => (typed.value = name)
)

function leave(): void {
  typed.value = props.name
  field.value?.blur()
}

function keep(): void {
  const name = typed.value.trim()
  if (name !== '' && name !== props.name) emit('rename', name)
  else typed.value = props.name
}
</script>

<style scoped>
.name {
  flex: 1;
  min-width: 0;
  padding: 0;
  border: none;
  border-bottom: 1px solid transparent;
  background: none;
  color: inherit;
  font-size: 15px;
  font-weight: 600;
  text-overflow: ellipsis;
}

.name:hover,
.name:focus {
  border-bottom-color: var(--rule-strong);
}
</style>
