<template>
  <div class="inside">
    <p class="counts small">
      <span class="soft">
        {{ count(drawer?.faces ?? 0, 'face') }}<template v-if="drawer?.hiddenFaces">, {{ whole(drawer.hiddenFaces) }} hidden from outside</template>
      </span>
      <drawer-menu v-if="group" :group="group" :revision="revision" @edit="emit('edit')" />
    </p>
    <ul v-if="reasons.length > 0" class="reasons small">
      <li v-for="r in reasons" :key="r.words">
        <span>{{ r.words }}</span> <span class="soft mono">{{ count(r.faces, 'face') }}</span>
      </li>
    </ul>
    <ul class="cards">
      <li v-for="stack in stacks.slice(0, shown)" :key="stack.piece">
        <piece-card :stack="stack" :revision="revision" @pick="(mode) => pick(stack, mode)" @drag="pick(stack, 'replace')" />
      </li>
    </ul>
    <button v-if="stacks.length > shown" class="more small" type="button" @click="shown += PAGE">
      show {{ Math.min(PAGE, stacks.length - shown) }} more of {{ stacks.length }}
    </button>
  </div>
</template>

<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import { usePatience } from '@/components/use-patience'
import { facesOfStack, stackPieces } from '@/model/drawers'
import { count, whole } from '@/model/words'
import { useLabelsStore } from '@/stores/labels'
import { usePickingStore } from '@/stores/picking'
import { useSortingStore } from '@/stores/sorting'
import DrawerMenu from '@/views/sort/drawer-menu.vue'
import PieceCard from '@/views/sort/piece-card.vue'

import type { Group, Reason, Revision } from '@/api/types'
import type { Drawer } from '@/model/drawer-tally'
import type { Stack, StackOrder } from '@/model/drawers'
import type { PickMode } from '@/model/pick'

const PAGE = 24

const props = defineProps<{ group: Group | null; drawer: Drawer | null; revision: Revision; order: StackOrder }>()
const emit = defineEmits<{ edit: [] }>()

const sorting = useSortingStore()
const picking = usePickingStore()
const labels = useLabelsStore()
const shown = ref(PAGE)
const reasons = shallowRef<Reason[]>([])
const number = computed(() => props.group?.number ?? 0)

const ask = usePatience()
onMounted(() => ask(() => true, () => labels.load('alike')))
watch(
  [() => sorting.faceGroups, () => props.group?.id],
  async () => {
    if (!props.group) return
    const found = await api.reasons(sorting.assetId, props.revision.id, props.group.id).catch(() => [])
    reasons.value = found
  },
  { immediate: true }
)

const stacks = computed(() =>
  sorting.model && sorting.faceGroups
    ? stackPieces(sorting.model, sorting.faceGroups, number.value, labels.get('alike'), props.order)
    : []
)

/** Picks what of the stack lies in this drawer. */
function pick(stack: Stack, mode: PickMode): void {
  if (!sorting.model || !sorting.faceGroups) return
  picking.pickFaces(facesOfStack(sorting.model, sorting.faceGroups, number.value, stack), mode)
}
</script>

<style scoped>
.inside {
  padding: 0 14px 10px;
}

.counts {
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 24px;
}

.reasons {
  padding: 2px 0 6px;
}

.reasons li {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}

.cards {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 6px;
}

.more {
  width: 100%;
  margin-top: 6px;
  border: none;
  background: none;
  color: var(--accent);
  text-decoration: underline;
  cursor: pointer;
}
</style>
