<template>
  <button
    class="card"
    type="button"
    draggable="true"
    :class="{ pile: stack.pieces.length > 1 }"
    :title="`${stack.name}: pick ${stack.pieces.length > 1 ? 'all of them' : 'it'}; Shift adds, Ctrl takes away`"
    @click="emit('pick', modeOf($event))"
    @dragstart="startDrag"
  >
    <img :src="picture" alt="" loading="lazy" width="52" height="52" />
    <span class="name small">{{ stack.name }}</span>
    <span class="soft small">{{ words }}</span>
  </button>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import { api } from '@/api/client'
import { area, whole } from '@/model/words'
import { modeOf } from '@/stage/press'
import { useSortingStore } from '@/stores/sorting'
import { PICK_TYPE } from '@/views/sort/drag-types'

import type { Revision } from '@/api/types'
import type { Stack } from '@/model/drawers'
import type { PickMode } from '@/model/pick'

/** A piece, or a stack of alike ones. */
const props = defineProps<{ stack: Stack; revision: Revision }>()
const emit = defineEmits<{ pick: [mode: PickMode]; drag: [] }>()
const sorting = useSortingStore()

const picture = computed(() =>
  api.piecePictureUrl(sorting.assetId, props.revision.id, props.revision.geometryKey, props.stack.piece)
)
const words = computed(() => {
  if (props.stack.pieces.length > 1) return `${whole(props.stack.pieces.length)} alike`
  return props.stack.isWhole ? area(props.stack.area) : `part, ${area(props.stack.area)}`
})

/** What is dragged becomes the pick. */
function startDrag(e: DragEvent): void {
  emit('drag')
  e.dataTransfer?.setData(PICK_TYPE, 'pick')
}
</script>

<style scoped>
.card {
  display: grid;
  justify-items: center;
  width: 100%;
  padding: 5px 4px 4px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--paper);
  color: inherit;
  font: inherit;
  line-height: 1.25;
  cursor: grab;
}

.card:hover {
  border-color: var(--ink);
}

.pile {
  box-shadow:
    2px 2px 0 var(--paper),
    3px 3px 0 var(--rule-strong);
}

img {
  border-radius: 2px;
}

.name {
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
