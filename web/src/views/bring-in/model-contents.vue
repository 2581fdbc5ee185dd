<template>
  <h2 class="file">{{ revision.fileName }}</h2>
  <dl class="facts">
    <dt>size</dt>
    <dd>{{ size }}</dd>
    <dt>triangles</dt>
    <dd>{{ inspection.triangles.toLocaleString('en') }}</dd>
    <dt>faces</dt>
    <dd>{{ inspection.faces.toLocaleString('en') }}</dd>
    <dt>parts</dt>
    <dd>{{ inspection.parts.length }}</dd>
    <dt>pieces</dt>
    <dd>{{ inspection.pieces.toLocaleString('en') }}</dd>
    <dt>UVs</dt>
    <dd>{{ inspection.hasUvs ? count(inspection.islands, 'island') : 'none' }}</dd>
    <dt>sheets</dt>
    <dd>{{ inspection.sheets.map((s) => s.name).join(', ') || 'none' }}</dd>
  </dl>

  <section v-if="findings.length > 0" class="block" aria-label="Findings">
    <notice-line v-for="finding in findings" :key="finding.code" kind="warn">
      {{ finding.what }} {{ finding.cure }}
    </notice-line>
  </section>
  <notice-line v-else kind="good">No findings.</notice-line>

  <section class="block">
    <h3>Vertex colours</h3>
    <p v-if="!inspection.hasVertexColors" class="soft small">none in this file</p>
    <ul v-else class="rows">
      <li v-for="c in inspection.vertexColors" :key="c.color">
        <span class="chip" :style="{ background: c.color }" />
        <span class="mono">{{ c.color }}</span>
        <span class="mono amount">{{ area(c.area) }}</span>
      </li>
    </ul>
  </section>

  <section class="block">
    <h3>Materials</h3>
    <p v-if="inspection.materials.length === 0" class="soft small">none in this file</p>
    <ul class="rows">
      <li v-for="m in inspection.materials" :key="m.name">
        <span class="chip" :style="{ background: m.baseColor }" />
        <span>{{ m.name || 'without name' }}</span>
        <span class="mono amount">{{ m.triangles.toLocaleString('en') }} tri</span>
      </li>
    </ul>
  </section>

  <section class="block">
    <h3>Parts</h3>
    <ul class="rows">
      <li v-for="(p, i) in inspection.parts" :key="i">
        <span>{{ p.name || 'without name' }}</span>
        <span class="mono amount">{{ p.triangles.toLocaleString('en') }} tri</span>
      </li>
    </ul>
  </section>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import NoticeLine from '@/components/notice-line.vue'
import { findingsOf } from '@/model/findings'
import { area, count, length } from '@/model/words'

import type { Inspection, Revision } from '@/api/types'

const props = defineProps<{ revision: Revision; inspection: Inspection }>()

const findings = computed(() => findingsOf(props.revision))

const size = computed(() => {
  const b = props.inspection.bounds
  return [b.maxX - b.minX, b.maxY - b.minY, b.maxZ - b.minZ].map(length).join(' × ')
})
</script>

<style scoped>
.file {
  overflow-wrap: anywhere;
}

.block {
  display: grid;
  gap: 4px;
}

.rows li {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 3px 0;
  border-bottom: 1px solid var(--rule);
  font-size: var(--text-small);
}

.chip {
  flex: none;
  width: 22px;
  height: 14px;
  border: 1px solid var(--ink);
}

.amount {
  margin-left: auto;
  color: var(--ink-soft);
}
</style>
