<template>
  <ul v-if="items.length <= PLAIN" ref="plain" class="list">
    <li v-for="(item, i) in items" :key="keyOf(item)"><slot :item="item" :index="i" /></li>
  </ul>
  <div v-else ref="scroller" class="scroller" data-testid="long-list">
    <ul class="list virtual" :style="{ height: `${list.getTotalSize()}px` }">
      <li
        v-for="row in list.getVirtualItems()"
        :key="String(row.key)"
        :ref="(element) => list.measureElement(element as Element | null)"
        class="row"
        :data-index="row.index"
        :aria-setsize="items.length"
        :aria-posinset="row.index + 1"
        :style="{ transform: `translateY(${row.start}px)` }"
      >
        <slot :item="items[row.index]!" :index="row.index" />
      </li>
    </ul>
  </div>
</template>

<script setup lang="ts" generic="T">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { computed, useTemplateRef } from 'vue'

/** Rows of which only those in view are made, once they are many; few rows are a list as any other. */
const props = defineProps<{
  items: T[]
  keyOf: (item: T) => string | number
  /** Pixels of a row, as a guess. */
  rowPx: number
}>()
defineSlots<{ default(props: { item: T; index: number }): unknown }>()

const PLAIN = 80

const scroller = useTemplateRef<HTMLElement>('scroller')
const list = useVirtualizer(
  computed(() => ({
    count: props.items.length,
    getScrollElement: () => scroller.value,
    estimateSize: () => props.rowPx,
    getItemKey: (index: number) => props.keyOf(props.items[index]!),
    overscan: 12
  }))
)

defineExpose({
  /** Brings a row into view. */
  show: (index: number) => {
    if (props.items.length > PLAIN) list.value.scrollToIndex(index, { align: 'auto' })
  }
})
</script>

<style scoped>
.scroller {
  height: 100%;
  max-height: 60vh;
  overflow: auto;
}

.virtual {
  position: relative;
}

.row {
  position: absolute;
  top: 0;
  left: 0;
  width: 100%;
}
</style>
