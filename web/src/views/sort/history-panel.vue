<template>
  <div class="history">
    <p class="small soft note">Click a line to go there; what is crossed out is undone and can be redone.</p>
    <long-list v-slot="{ item: e }" :items="entries" :key-of="(entry) => entry.id" :row-px="31">
      <button
        type="button"
        class="entry row-button"
        :class="{ here: e.ordinal === position, undone: e.ordinal > position }"
        :aria-current="e.ordinal === position ? 'step' : undefined"
        @click="emit('step', e.ordinal - position)"
      >
        <span class="words">{{ e.words }}</span>
        <span v-if="e.createdAt" class="soft small when">{{ e.by ? `${e.by}, ` : '' }}{{ moment(e.createdAt) }}</span>
      </button>
    </long-list>
  </div>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import LongList from '@/components/long-list.vue'
import { moment } from '@/model/words'
import { useAssetStore } from '@/stores/asset'

/** The journal in words, for all models of the asset. */
const emit = defineEmits<{ step: [steps: number] }>()
const store = useAssetStore()
const entries = computed(() => [
  { id: 0, ordinal: 0, words: 'nothing claimed yet', by: null, createdAt: '' },
  ...store.asset!.history
])
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
