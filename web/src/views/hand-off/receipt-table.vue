<template>
  <section class="receipt" data-testid="receipt">
    <notice-line :kind="receipt.isAccepted ? 'good' : 'bad'">
      <strong>{{ receipt.isAccepted ? 'The receiver accepted the package.' : 'The receiver refused the package.' }}</strong>
      <template v-if="receipt.isAccepted">
        {{ ' ' }}{{ count(receipt.files, 'file') }} with the right checksum; {{ differing === 0 ? 'every pick' : 'not every pick' }}
        by colour took exactly its mask.
      </template>
      <p v-for="problem in receipt.problems" :key="problem">{{ problem }}</p>
    </notice-line>
    <details v-for="sheet in receipt.sheets" :key="sheet.name" :open="isOpen">
      <summary>Sheet {{ sheet.name }}, {{ sheet.width }} × {{ sheet.height }} px</summary>
      <table>
        <thead>
          <tr>
            <th>mask</th>
            <th>tolerance</th>
            <th>texels picked</th>
            <th>wrongly taken</th>
            <th>wrongly left</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="m in sheet.masks" :key="m.name">
            <td><span class="chip" :style="{ background: m.color }" />{{ m.name }}</td>
            <td class="mono">{{ m.tolerance }}</td>
            <td class="mono">{{ m.picked.toLocaleString('en') }}</td>
            <td class="mono">{{ m.wronglyTaken.toLocaleString('en') }}</td>
            <td class="mono">{{ m.wronglyLeft.toLocaleString('en') }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </section>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import NoticeLine from '@/components/notice-line.vue'
import { count } from '@/model/words'

import type { Receipt } from '@/api/types'

const props = defineProps<{ receipt: Receipt; isOpen: boolean }>()

const differing = computed(() =>
  props.receipt.sheets.flatMap((s) => s.masks).reduce((sum, m) => sum + m.wronglyTaken + m.wronglyLeft, 0)
)
</script>

<style scoped>
.receipt {
  display: grid;
  gap: 8px;
}

summary {
  cursor: pointer;
}

table {
  width: 100%;
  margin-top: 6px;
  border-collapse: collapse;
  font-size: var(--text-small);
}

th,
td {
  padding: 4px 8px;
  border-bottom: 1px solid var(--rule);
  text-align: right;
}

th:first-child,
td:first-child {
  text-align: left;
}

.chip {
  display: inline-block;
  width: 16px;
  height: 11px;
  margin-right: 8px;
  border: 1px solid var(--ink);
}
</style>
