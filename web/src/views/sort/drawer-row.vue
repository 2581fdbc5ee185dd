<template>
  <section
    class="drawer"
    :class="{ over: isOver, open: isOpen }"
    :data-testid="`drawer-${number}`"
    @dragover.prevent="isOver = true"
    @dragleave="isOver = false"
    @drop.prevent="handleDrop"
  >
    <div class="front">
      <button v-work class="into" type="button" :title="group ? `Put the pick into ${name} (${number}); press twice to rename it` : `Put the pick into ${name} (${number})`" @click="emit('claim')" @dblclick="group && emit('edit')">
        <label-tag :number="number" :name="name" :color="group?.color ?? null" />
      </button>
      <slot />
      <span v-if="group?.isLocked" class="lock small" title="Locked: claims take nothing out">locked</span>
      <span class="amount">
        <span class="mono">{{ isCounted ? percent(drawer?.share ?? 0) : '…' }}</span>
        <span v-if="drawer" class="soft small">{{ count(drawer.pieces, 'piece') }}</span>
      </span>
      <span class="gestures small" role="group" :aria-label="`All of ${name}`">
        <button type="button" :title="`Pick all of ${name}`" @click="verbs.pickAll()">pick</button>
        <button type="button" :title="`Show only ${name}`" @click="verbs.showOnly()">only</button>
        <button type="button" :title="verbs.isAway.value ? `Bring ${name} back into sight` : `Put ${name} out of sight`" @click="verbs.toggleSight()">
          {{ verbs.isAway.value ? 'show' : 'hide' }}
        </button>
        <button v-if="group" v-work type="button" :title="group.isLocked ? `Unlock ${name}` : `Lock ${name}: claims take nothing out`" @click="verbs.toggleLock()">
          {{ group.isLocked ? 'unlock' : 'lock' }}
        </button>
      </span>
      <button
        class="pull"
        type="button"
        :aria-expanded="isOpen"
        :aria-label="`${isOpen ? 'Close' : 'Open'} the drawer ${name}`"
        @click="isOpen = !isOpen"
      >
        <span class="knob" />
      </button>
    </div>
    <drawer-inside v-if="isOpen" :group="group" :drawer="drawer" :revision="revision" :order="order" @edit="emit('edit')" />
  </section>
</template>

<script setup lang="ts">
import { computed, ref } from 'vue'
import LabelTag from '@/components/label-tag.vue'
import { count, percent } from '@/model/words'
import { PICK_TYPE } from '@/views/sort/drag-types'
import { useDrawerVerbs } from '@/views/sort/use-drawer-verbs'
import DrawerInside from '@/views/sort/drawer-inside.vue'

import type { Group, Revision } from '@/api/types'
import type { Drawer } from '@/model/drawer-tally'
import type { StackOrder } from '@/model/drawers'

const props = defineProps<{
  /** Null for the unclaimed drawer. */
  group: Group | null
  /** Null for an empty one, and while nothing is counted yet. */
  drawer: Drawer | null
  isCounted: boolean
  revision: Revision
  order: StackOrder
}>()
const emit = defineEmits<{ claim: []; edit: [] }>()

const verbs = useDrawerVerbs(() => props.group)
const isOver = ref(false)
const isOpen = ref(false)
const number = computed(() => props.group?.number ?? 0)
const name = computed(() => props.group?.name ?? 'unclaimed')

function handleDrop(e: DragEvent): void {
  isOver.value = false
  if (e.dataTransfer?.types.includes(PICK_TYPE)) emit('claim')
}
</script>

<style scoped>
.drawer {
  border-bottom: 1px solid var(--rule);
}

.over {
  background: var(--accent-soft);
  box-shadow: inset 0 0 0 2px var(--focus);
}

.front {
  position: relative;
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 44px;
  padding: 3px 6px 3px 14px;
}

.into {
  display: flex;
  flex: 1;
  min-width: 0;
  padding: 2px 0;
  border: none;
  background: none;
  font: inherit;
  cursor: pointer;
}

.into > * {
  width: 184px;
}

.into:hover > * {
  filter: brightness(1.06);
}

.lock {
  padding: 0 5px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
}

/* Over the amounts, for the drawer that is pointed at, reached by keys, or in hand where nothing hovers. */
.gestures {
  position: absolute;
  top: 2px;
  right: 38px;
  bottom: 2px;
  display: grid;
  grid-template-columns: auto auto;
  gap: 0 4px;
  align-content: center;
  min-width: 84px;
  background: var(--paper-raised);
  opacity: 0;
}

.front:hover .gestures,
.gestures:has(:focus-visible) {
  opacity: 1;
}

@media (hover: none) {
  .hand .gestures {
    opacity: 1;
  }

  .drawer:not(.hand) .gestures {
    visibility: hidden;
  }
}

.gestures button {
  padding: 0 3px;
  border: none;
  background: none;
  color: var(--accent);
  font: inherit;
  line-height: 20px;
  text-align: left;
  text-decoration: underline;
  cursor: pointer;
}

.amount {
  display: grid;
  min-width: 66px;
  line-height: 1.2;
  text-align: right;
}

.pull {
  display: grid;
  place-items: center;
  width: 30px;
  height: 30px;
  border: none;
  background: none;
  cursor: pointer;
}

.knob {
  width: 18px;
  height: 10px;
  border: 1.5px solid var(--ink);
  border-top: none;
  border-radius: 0 0 10px 10px;
}

.open .knob {
  background: var(--ink);
}
</style>
