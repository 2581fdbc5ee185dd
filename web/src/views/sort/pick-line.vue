<template>
  <div class="line" data-testid="pick-line">
    <div class="row">
      <span class="what" role="status" :draggable="picking.isPicked" :class="{ grip: picking.isPicked }" @dragstart="startDrag">
        <strong v-if="held">{{ heldWords }}</strong>
        <template v-else-if="isLate">The pick is being worked out; {{ shown('let-go') }} lets it be.</template>
        <template v-else-if="picking.isPicked">
          <strong>{{ count(picking.pick!.faces, 'face') }}</strong> in {{ count(picking.pick!.pieces, 'piece') }},
          {{ percent(picking.pick!.share) }} of the area
        </template>
        <template v-else>Nothing is picked. Click picks, Shift adds, Ctrl takes away<template v-if="shown('keys')">; {{ shown('keys') }} shows all keys</template>.</template>
      </span>
      <button v-if="inHand" class="hand" type="button" :title="`Put the pick into the drawer in hand${shown('in-hand') ? ` (${shown('in-hand')})` : ''}`" @click="commands.get('in-hand').run()">
        <span class="soft small">in hand</span>
        <label-tag :number="inHand.number" :name="inHand.name" :color="inHand.color" />
      </button>
      <command-button id="let-go">Let go</command-button>
    </div>
    <div class="row verbs">
      <el-radio-group
        :model-value="picking.grain"
        size="small"
        aria-label="What a click picks"
        @update:model-value="(grain) => commands.get(grain as string).run()"
      >
        <el-radio-button v-for="g in grains" :key="g.id" :value="g.id">
          <span :title="`click picks a ${g.name} (${keys.shown(commands.keyOf(g))})`">{{ g.name }}</span>
        </el-radio-button>
      </el-radio-group>
      <label v-if="picking.grain === 'patch'" class="angle small">
        up to
        <el-input-number v-model="patchAngle" size="small" :min="1" :max="179" :controls="false" aria-label="Angle of a flat patch, degrees" />
        °
      </label>
      <span v-else-if="picking.grain === 'region'" class="angle small" role="group" aria-label="How finely the surface is divided">
        <command-button id="coarser">coarser</command-button>
        <span class="mono">{{ labels.regions }}</span> regions
        <command-button id="finer">finer</command-button>
      </span>
    </div>
    <div class="row verbs">
      <command-button id="strokes">strokes</command-button>
      <command-button v-for="[id, words] in verbs" :key="id" :id="id">{{ words }}</command-button>
      <facing-menu v-model="facingAngle" />
      <el-checkbox
        v-model="isThrough"
        class="through"
        size="small"
        title="Boxes and outlines pick also what lies behind what is seen"
      >
        also what is behind
      </el-checkbox>
    </div>
  </div>
</template>

<script setup lang="ts">
import { ElCheckbox, ElInputNumber, ElRadioButton, ElRadioGroup } from 'element-plus'
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import LabelTag from '@/components/label-tag.vue'
import { orSay } from '@/stores/say'
import { count, percent } from '@/model/words'
import { useKeysStore } from '@/stores/keys'
import { USUAL_PATCH_ANGLE, useLabelsStore } from '@/stores/labels'
import { usePickingStore } from '@/stores/picking'
import { useSortingStore } from '@/stores/sorting'
import CommandButton from '@/views/sort/command-button.vue'
import { useCommands } from '@/views/sort/commands'
import { PICK_TYPE } from '@/views/sort/drag-types'
import FacingMenu from '@/views/sort/facing-menu.vue'
import { STROKES } from '@/views/sort/use-strokes'

import type { Stroke } from '@/views/sort/use-strokes'

const LATE_MS = 300

const VERBS: [string, string][] = [
  ['grow', 'grow'],
  ['shrink', 'shrink'],
  ['ring', 'ring'],
  ['corner', 'corner'],
  ['alike', 'alike'],
  ['same-material', 'same material'],
  ['same-color', 'same colour'],
  ['invert', 'invert'],
  ['hidden', 'hidden']
]

const props = defineProps<{
  /** The drawer that Space puts the pick into. */
  inHand: { number: number; name: string; color: string | null } | null
  held: Stroke | null
  hasMaterials: boolean
}>()
const isThrough = defineModel<boolean>('isThrough', { required: true })
const facingAngle = defineModel<number>('facingAngle', { required: true })

const commands = useCommands()
const keys = useKeysStore()
const picking = usePickingStore()
const sorting = useSortingStore()
const labels = useLabelsStore()
const patchAngle = ref(USUAL_PATCH_ANGLE)

/** What a model has no data for is not offered. */
const missing = computed(() => {
  const ids: string[] = []
  if (!sorting.model?.uvs) ids.push('island')
  if (!sorting.model?.colors) ids.push('color', 'same-color')
  if (!props.hasMaterials) ids.push('material', 'same-material')
  return ids
})
const grains = computed(() =>
  ['part', 'piece', 'island', 'patch', 'region', 'face', 'material', 'color']
    .filter((id) => !missing.value.includes(id))
    .map((id) => commands.get(id))
)
const verbs = computed(() => VERBS.filter(([id]) => !missing.value.includes(id)))
const heldWords = computed(() => {
  const stroke = STROKES.find((s) => s.stroke === props.held)
  return stroke ? `Press and ${stroke.name}, or use the arrows. Shift adds, Ctrl takes away.` : ''
})

/** The key of a command on this keyboard, as it is set now; empty for none. */
function shown(id: string): string {
  return keys.shown(commands.keyOf(commands.get(id)))
}

/** Said only of what takes long enough to be wondered about. */
const isLate = refDebounced(computed(() => picking.isComing), LATE_MS)

watch(patchAngle, (degrees) => {
  if (degrees) void orSay(() => labels.setPatchAngle(degrees))
})

function startDrag(e: DragEvent): void {
  e.dataTransfer?.setData(PICK_TYPE, 'pick')
}
</script>

<style scoped>
.line {
  display: grid;
  gap: 5px;
  padding: 7px 12px 8px;
  background: var(--paper-raised);
  border-top: 1px solid var(--ink);
}

.row {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 28px;
}

.verbs {
  flex-wrap: wrap;
  gap: 4px;
  min-height: 24px;
}

.what {
  flex: 1;
}

.grip {
  cursor: grab;
}

.hand {
  display: flex;
  align-items: center;
  gap: 8px;
  max-width: 260px;
  padding: 0;
  border: none;
  background: none;
  color: inherit;
  cursor: pointer;
}

.angle {
  display: flex;
  align-items: center;
  gap: 4px;
  margin-left: 8px;
}

.angle :deep(.el-input-number) {
  width: 56px;
}

.through {
  display: flex;
  align-items: center;
  gap: 4px;
  margin-left: auto;
}
</style>
