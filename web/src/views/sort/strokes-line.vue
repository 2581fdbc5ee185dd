<template>
  <div class="line" data-testid="strokes-line">
    <div class="row">
      <span class="what" role="status">
        <template v-if="isLate && !spread.following">Measuring the creases of this surface…</template>
        <template v-else-if="spread.strokes.length === 0">
          Draw over the model what belongs to the drawer in hand; the surface follows as far as its creases. A number takes another
          drawer; a press beside the model moves the view.
        </template>
        <template v-else-if="spread.following?.free === 0">
          What these strokes touch has a group already. Pick it before you draw, and it is divided anew.
        </template>
        <template v-else>
          <strong>{{ count(spread.strokes.length, 'stroke') }}</strong>:
          {{ spread.size.toLocaleString() }} of {{ count(spread.following?.free ?? 0, 'face') }}
          {{ spread.within ? 'that were picked' : 'without a group' }} follow<template v-if="isLate"> …</template>
        </template>
      </span>
      <span class="hand">
        <span class="soft small">{{ inHand?.number === 0 ? 'leaves alone' : 'draws for' }}</span>
        <label-tag v-if="inHand" :number="inHand.number" :name="inHand.name" :color="inHand.color" />
        <span v-else>no drawer yet: press a number</span>
      </span>
    </div>
    <div class="row verbs">
      <command-button id="keep-strokes" v-work :disabled="!canKeep">Keep what follows</command-button>
      <command-button id="undo" :disabled="spread.strokes.length === 0">Take a stroke back</command-button>
      <command-button id="let-go">Put the strokes aside</command-button>
      <button v-if="unsure.length > 0" type="button" class="small-button" :title="WHY_UNSURE" @click="emit('look', unsure)">
        Look at {{ count(sizeOfRuns(unsure), 'unsure face') }}
      </button>
      <span v-else-if="hasBorders" class="soft small">every border lies in a crease</span>
    </div>
  </div>
</template>

<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed } from 'vue'
import LabelTag from '@/components/label-tag.vue'
import { sizeOfRuns } from '@/model/runs'
import { count } from '@/model/words'
import { useSpreadStore } from '@/stores/spread'
import CommandButton from '@/views/sort/command-button.vue'

import type { Runs } from '@/model/runs'

const LATE_MS = 300
const WHY_UNSURE = 'Faces beside a border that no crease, colour or edge holds; more strokes tell where it runs'

/** What strokes are drawn for, instead of the line of picks. */
defineProps<{ inHand: { number: number; name: string; color: string | null } | null }>()
const emit = defineEmits<{ look: [faces: Runs] }>()

const spread = useSpreadStore()
/** Said only of what takes long enough to be wondered about. */
const isLate = refDebounced(computed(() => spread.isComing), LATE_MS)
const unsure = computed(() => Uint32Array.from(spread.following?.unsure ?? []))
const hasBorders = computed(() => (spread.following?.groups.length ?? 0) > 1)
const canKeep = computed(() => spread.strokes.length > 0)
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

.hand {
  display: flex;
  align-items: center;
  gap: 8px;
  max-width: 300px;
}
</style>
