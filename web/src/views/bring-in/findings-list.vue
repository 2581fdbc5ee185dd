<template>
  <p v-if="findings.length === 0" class="none">✓ No findings: this model is ready.</p>
  <ul v-else class="list">
    <li v-for="finding in sorted" :key="finding.kind + finding.place">
      <button
        class="finding"
        type="button"
        :class="{ harmless: finding.severity === 'harmless' }"
        :disabled="finding.faces.length === 0"
        :title="finding.faces.length > 0 ? 'Show where' : 'This has no single place'"
        @click="emit('show', finding)"
      >
        <span class="sign mono" aria-hidden="true">{{ finding.severity === 'harmless' ? 'i' : '!' }}</span>
        <span>
          <strong>{{ finding.place ? `${finding.place}: ` : '' }}{{ finding.text }}</strong>
          {{ ' ' }}<span class="soft">{{ finding.cure }}</span>
          <span v-if="finding.faces.length > 0" class="where">show where</span>
        </span>
      </button>
      <el-button v-work v-if="curesByLayout(finding)" size="small" class="cure" @click="emit('layOut')">
        Automatic UV layout…
      </el-button>
    </li>
  </ul>
</template>

<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed } from 'vue'

import type { Finding } from '@/api/types'

const props = defineProps<{ findings: Finding[] }>()
const emit = defineEmits<{ show: [finding: Finding]; layOut: [] }>()

const CURED_BY_LAYOUT = ['no-uvs', 'faces-without-uvs', 'uvs-outside-tiles', 'uvs-over-edges', 'overlapping-uvs']

const sorted = computed(() => [...props.findings].sort((a, b) => Number(a.severity === 'harmless') - Number(b.severity === 'harmless')))

function curesByLayout(finding: Finding): boolean {
  return CURED_BY_LAYOUT.includes(finding.kind)
}
</script>

<style scoped>
.none {
  color: var(--good);
  font-weight: 600;
}

.list li {
  display: grid;
  gap: 4px;
  padding-bottom: 8px;
}

.finding {
  display: flex;
  gap: 9px;
  padding: 8px 10px;
  border: 1px solid var(--warn);
  border-left-width: 4px;
  border-radius: var(--radius);
  background: var(--paper);
  color: inherit;
  font: inherit;
  font-size: var(--text-small);
  text-align: left;
  cursor: pointer;
}

.finding:disabled {
  cursor: default;
}

.finding:hover:enabled {
  background: var(--accent-soft);
}

.harmless {
  border-color: var(--rule-strong);
}

.sign {
  color: var(--warn);
  font-weight: 600;
}

.harmless .sign {
  color: var(--ink-soft);
}

.where {
  display: block;
  color: var(--accent);
  text-decoration: underline;
}

.cure {
  justify-self: start;
}
</style>
