<template>
  <span class="tag" :class="{ unclaimed: color === null, pale: color !== null && isPale(color) }" :style="colors">
    <span class="hole" aria-hidden="true" />
    <span class="number mono">{{ number === null ? '·' : number }}</span>
    <span class="name">{{ name }}</span>
  </span>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import { isPale, textOn } from '@/model/color'

/** A group as a punched label tag; color null is the unclaimed one, hatched as on the stage. */
const props = defineProps<{ number: number | null; name: string; color: string | null }>()

const colors = computed(() =>
  props.color === null ? {} : { '--tag': props.color, '--on-tag': textOn(props.color) }
)
</script>

<style scoped>
.tag {
  --tag: var(--stage-paper);
  --on-tag: var(--stage-ink);
  --shape: polygon(9px 0, 100% 0, 100% 100%, 9px 100%, 0 68%, 0 32%);

  display: inline-flex;
  align-items: center;
  gap: 7px;
  height: 28px;
  min-width: 0;
  padding: 0 12px 0 9px;
  background: var(--tag);
  color: var(--on-tag);
  clip-path: var(--shape);
}

/* On paper it would not be seen where it ends. */
.pale {
  position: relative;
  isolation: isolate;
  background: var(--on-tag);
}

.pale::before {
  content: '';
  position: absolute;
  inset: 1px;
  z-index: -1;
  background: var(--tag);
  clip-path: var(--shape);
}

.unclaimed {
  background:
    linear-gradient(90deg, var(--stage-paper) 66%, transparent 66%),
    repeating-linear-gradient(135deg, #6c6c6c 0 2px, var(--stage-paper) 2px 9px);
}

.hole {
  flex: none;
  width: 8px;
  height: 8px;
  border: 1px solid var(--on-tag);
  border-radius: 50%;
  background: var(--paper-raised);
}

.number {
  flex: none;
  font-weight: 600;
}

.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-weight: 600;
}

/* Where the tag is narrow the name reaches into the hatching. */
.unclaimed .name {
  padding-right: 4px;
  background: var(--stage-paper);
}
</style>
