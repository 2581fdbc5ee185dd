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
      <button class="into" type="button" :title="`Put the pick into ${name} (${number})`" @click="emit('claim')">
        <label-tag :number="number" :name="name" :color="group?.color ?? null" />
      </button>
      <slot />
      <span class="mono share">{{ drawer ? percent(drawer.share) : '0 %' }}</span>
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
    <div v-if="isOpen" class="inside">
      <p class="counts small">
        <span class="soft">{{ count(drawer?.pieces ?? 0, 'piece') }}, {{ count(drawer?.faces ?? 0, 'face') }}</span>
        <button v-if="group" class="edit" type="button" @click="emit('edit')">Rename or recolour…</button>
      </p>
      <ul v-if="drawer" class="parts">
        <li v-for="row in drawer.parts" :key="row.part">
          <button
            class="part"
            type="button"
            draggable="true"
            title="Pick it; Shift adds, Alt takes away"
            @click="emit('pickPart', row.part, number, modeOf($event))"
            @dragstart="startDrag($event, row.part)"
          >
            <span class="part-name">{{ row.name }}</span>
            <span v-if="!row.isWhole" class="soft small">partly</span>
            <span class="mono small soft">{{ area(row.area) }}</span>
          </button>
        </li>
      </ul>
    </div>
  </section>
</template>

<script setup lang="ts">
import { computed, ref } from 'vue'
import LabelTag from '@/components/label-tag.vue'
import { area, count, percent } from '@/model/words'
import { modeOf } from '@/stage/gestures'
import { PICK_TYPE } from '@/views/sort/drag-types'

import type { Group } from '@/api/types'
import type { Drawer } from '@/model/drawers'
import type { PickMode } from '@/model/pick'

/** Group null is the unclaimed drawer; drawer null is an empty one. */
const props = defineProps<{ group: Group | null; drawer: Drawer | null }>()
const emit = defineEmits<{
  claim: []
  edit: []
  pickPart: [part: number, number: number, mode: PickMode]
}>()

const isOver = ref(false)
const isOpen = ref(false)
const number = computed(() => props.group?.number ?? 0)
const name = computed(() => props.group?.name ?? 'unclaimed')

function handleDrop(e: DragEvent): void {
  isOver.value = false
  if (e.dataTransfer?.types.includes(PICK_TYPE)) emit('claim')
}

/** A part that is dragged becomes the pick. */
function startDrag(e: DragEvent, part: number): void {
  emit('pickPart', part, number.value, 'replace')
  e.dataTransfer?.setData(PICK_TYPE, 'pick')
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
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 42px;
  padding: 4px 8px 4px 14px;
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

.share {
  min-width: 58px;
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

.inside {
  padding: 0 14px 8px 24px;
}

.counts {
  display: flex;
  justify-content: space-between;
  padding: 2px 0 4px;
}

.edit {
  border: none;
  background: none;
  color: var(--accent);
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}

.parts {
  max-height: 220px;
  overflow: auto;
}

.part {
  display: flex;
  align-items: baseline;
  gap: 8px;
  width: 100%;
  padding: 3px 8px;
  border: 1px solid transparent;
  border-radius: var(--radius);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: grab;
}

.part:hover {
  border-color: var(--rule-strong);
  background: var(--paper);
}

.part-name {
  flex: 1;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
