<template>
  <div ref="board" class="board">
    <figure
      v-for="picture in pictures"
      :key="picture.id"
      class="picture"
      :data-testid="`picture-${picture.name}`"
      :style="styleOf(picture)"
      tabindex="0"
      :aria-label="`Reference picture ${picture.name}: arrows move it, plus and minus size it, Delete unpins it`"
      @pointerdown="begin($event, picture, false)"
      @keydown="handleKey($event, picture)"
    >
      <img :src="api.pictureFile(picture.id)" :alt="`Reference picture ${picture.name}`" draggable="false" />
      <button v-work class="unpin" type="button" :aria-label="`Unpin ${picture.name}`" title="Unpin" @click="unpin(picture)">
        ✕
      </button>
      <span class="corner" title="Drag to size" @pointerdown.stop="begin($event, picture, true)" />
    </figure>
  </div>
</template>

<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, shallowRef, useTemplateRef } from 'vue'
import { api } from '@/api/client'
import { uploadPicture } from '@/api/upload'
import { orSay } from '@/stores/say'
import { useAssetStore } from '@/stores/asset'
import { isMeant } from '@/stores/ask'

import type { Picture } from '@/api/types'

/** Reference pictures pinned over the view: dragged to move, by the corner to size; kept with the asset. */
const store = useAssetStore()
const board = useTemplateRef<HTMLElement>('board')
/** The picture under way, where the pointer has it; the server hears of it at the end. */
const moving = shallowRef<Picture | null>(null)
const pictures = computed(() =>
  (store.asset?.pictures ?? []).map((p) => (p.id === moving.value?.id ? moving.value : p))
)

function styleOf(p: Picture): Record<string, string> {
  return { left: `${100 * p.x}%`, top: `${100 * p.y}%`, width: `${100 * p.width}%` }
}

let endDrag = (): void => {}
onBeforeUnmount(() => endDrag())

function begin(e: PointerEvent, picture: Picture, isSizing: boolean): void {
  if (e.button !== 0 || (e.target as HTMLElement).closest('.unpin')) return
  e.preventDefault()
  const box = board.value!.getBoundingClientRect()
  const from = { x: e.clientX, y: e.clientY }

  function handleMove(m: PointerEvent): void {
    const dx = (m.clientX - from.x) / box.width
    const dy = (m.clientY - from.y) / box.height
    moving.value = isSizing
      ? { ...picture, width: clamp(picture.width + dx, 0.06, 1) }
      : { ...picture, x: clamp(picture.x + dx, -0.5, 0.95), y: clamp(picture.y + dy, 0, 0.95) }
  }

  async function handleUp(): Promise<void> {
    endDrag()
    await keepPlace()
  }

  /** The system took the pointer away: it lies where it lay. */
  function handleCancel(): void {
    endDrag()
    moving.value = null
  }

  endDrag = () => {
    window.removeEventListener('pointermove', handleMove)
    window.removeEventListener('pointerup', handleUp)
    window.removeEventListener('pointercancel', handleCancel)
  }
  window.addEventListener('pointermove', handleMove)
  window.addEventListener('pointerup', handleUp)
  window.addEventListener('pointercancel', handleCancel)
}

/** A move goes on from the one before it. */
let keeping: Promise<unknown> = Promise.resolve()

async function keepPlace(): Promise<void> {
  const place = moving.value
  if (!place) return
  keeping = keeping.then(() =>
    orSay(async () => {
      const present = store.asset?.pictures.find((p) => p.id === place.id) ?? place
      await api.movePicture(place.id, present.version, place)
      await store.refresh()
    })
  )
  await keeping
  if (moving.value === place) moving.value = null
}

const STEP = 0.01
const STEPS: Record<string, Partial<Pick<Picture, 'x' | 'y' | 'width'>>> = {
  ArrowLeft: { x: -STEP },
  ArrowRight: { x: STEP },
  ArrowUp: { y: -STEP },
  ArrowDown: { y: STEP },
  '+': { width: STEP },
  '-': { width: -STEP }
}
/** Keys that repeat are one move for the server. */
const keepSoon = useDebounceFn(keepPlace, 300)

function handleKey(e: KeyboardEvent, picture: Picture): void {
  const step = STEPS[e.key]
  if (e.key === 'Delete') void unpin(picture)
  else if (step) {
    const { x, y, width } = picture
    moving.value = {
      ...picture,
      x: clamp(x + (step.x ?? 0), -0.5, 0.95),
      y: clamp(y + (step.y ?? 0), 0, 0.95),
      width: clamp(width + (step.width ?? 0), 0.06, 1)
    }
    void keepSoon()
  } else return
  e.preventDefault()
  e.stopPropagation()
}

function clamp(value: number, low: number, high: number): number {
  return Math.min(high, Math.max(low, value))
}

async function unpin(picture: Picture): Promise<void> {
  if (!(await isMeant('It is removed for good; the file that it came from is not.', `Unpin ${picture.name}?`, 'Unpin'))) return
  await orSay(async () => {
    await api.unpinPicture(picture.id)
    await store.refresh()
  })
}

/** A picture that is pasted is pinned too. */
function handlePaste(e: ClipboardEvent): void {
  void pin([...(e.clipboardData?.files ?? [])])
}
onMounted(() => window.addEventListener('paste', handlePaste))
onBeforeUnmount(() => window.removeEventListener('paste', handlePaste))

async function pin(files: File[]): Promise<void> {
  for (const file of files) {
    await orSay(async () => {
      await uploadPicture(store.asset!.id, file)
      await store.refresh()
    })
  }
}

defineExpose({ pin })
</script>

<style scoped>
.board {
  position: absolute;
  inset: 0;
  z-index: 5;
  overflow: hidden;
  pointer-events: none;
}

.picture {
  position: absolute;
  margin: 0;
  padding: 5px;
  border: 1px solid var(--ink);
  background: var(--paper-raised);
  box-shadow: 1px 2px 5px rgb(0 0 0 / 35%);
  cursor: move;
  pointer-events: auto;
  touch-action: none;
}

.picture img {
  display: block;
  width: 100%;
}

.unpin {
  position: absolute;
  top: 8px;
  right: 8px;
  width: 24px;
  height: 24px;
  border: 1px solid var(--ink);
  border-radius: 50%;
  background: var(--paper-raised);
  cursor: pointer;
  opacity: 0;
}

.picture:hover .unpin,
.unpin:focus-visible {
  opacity: 1;
}

.corner {
  position: absolute;
  right: 0;
  bottom: 0;
  width: 18px;
  height: 18px;
  background: linear-gradient(135deg, transparent 50%, var(--ink) 50%);
  cursor: nwse-resize;
  touch-action: none;
}
</style>
