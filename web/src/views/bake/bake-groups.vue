<template>
  <section>
    <h2 class="minor">Groups in this bake</h2>
    <ul class="rows">
      <li v-for="row in rows" :key="row.group.id">
        <label-tag :number="row.group.number" :name="row.group.name" :color="row.group.color" />
        <span class="mono small amount">{{ percent(row.share) }}</span>
      </li>
    </ul>
  </section>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import LabelTag from '@/components/label-tag.vue'
import { percent } from '@/model/words'

import type { Bake, Group } from '@/api/types'

const props = defineProps<{ bake: Bake; groups: Group[] }>()

const rows = computed(() => {
  const reports = props.bake.sheets.flatMap((s) => (s.result ? [s.result.report] : []))
  const covered = reports.reduce((sum, r) => sum + r.covered, 0)
  return props.groups
    .map((group) => ({
      group,
      share: reports.reduce((sum, r) => sum + (r.groupTexels[group.number] ?? 0), 0) / Math.max(1, covered)
    }))
    .filter((row) => row.share > 0)
})
</script>

<style scoped>
.rows li {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 3px 0;
}

.amount {
  margin-left: auto;
}
</style>
