<template>
  <div class="history">
    <p class="small soft note">Click a line to go there; what is crossed out is undone and can be redone.</p>
    <ol class="entries">
      <li>
        <button type="button" class="entry row-button" :class="{ here: position === 0 }" @click="emit('step', -position)">
          nothing claimed yet
        </button>
      </li>
      <li v-for="e in store.asset!.history" :key="e.id">
        <button
          type="button"
          class="entry row-button"
          :class="{ here: e.ordinal === position, undone: e.ordinal > position }"
          :aria-current="e.ordinal === position ? 'step' : undefined"
          @click="emit('step', e.ordinal - position)"
        >
          <span class="words">{{ e.words }}</span>
          <span class="soft small when">{{ moment(e.createdAt) }}</span>
        </button>
      </li>
    </ol>
  </div>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import { moment } from '@/model/words'
import { useAssetStore } from '@/stores/asset'

/** The journal in words, for all models of the asset. */
const emit = defineEmits<{ step: [steps: number] }>()
const store = useAssetStore()
const position = computed(() => store.asset!.journalPosition)
</script>

<style scoped>
.history {
  flex: 1;
  overflow: auto;
}

.note {
  padding: 8px 14px;
}

.entry {
  display: flex;
  align-items: baseline;
  gap: 8px;
  padding: 5px 14px;
}

.entry:hover {
  background: var(--paper);
}

.words {
  flex: 1;
}

.when {
  white-space: nowrap;
}

.here {
  background: var(--accent-soft);
  box-shadow: inset 4px 0 0 var(--ink);
  font-weight: 600;
}

.undone .words {
  color: var(--ink-soft);
  text-decoration: line-through;
}
</style>
