<template>
  <h2 class="file">{{ revision.fileName }}</h2>
  <dl class="facts">
    <dt>size</dt>
    <dd>{{ size }}</dd>
    <dt>triangles</dt>
    <dd>{{ whole(inspection.triangles) }}</dd>
    <dt>faces</dt>
    <dd>{{ faceWords }}</dd>
    <dt>parts</dt>
    <dd>{{ inspection.parts.length }}</dd>
    <dt>pieces</dt>
    <dd>{{ whole(inspection.pieces) }}</dd>
    <dt>UVs</dt>
    <dd>{{ inspection.hasUvs ? count(inspection.islands, 'island') : 'none' }}</dd>
    <dt>normals</dt>
    <dd>{{ inspection.hasNormals ? 'yes' : 'none' }}</dd>
    <dt>up-axis</dt>
    <dd>{{ inspection.upAxis || 'not said by the format' }}</dd>
  </dl>

  <sheet-box v-if="revision.role === 'target' && inspection.hasUvs" :revision="revision" />

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

  <section v-if="inspection.faceGroups.length > 0" class="block">
    <h3>Face groups</h3>
    <ul class="rows">
      <li v-for="g in inspection.faceGroups" :key="g.name">
        <span>{{ g.name }}</span>
        <span class="mono amount">{{ area(g.area) }}</span>
      </li>
    </ul>
  </section>

  <section class="block">
    <h3>Materials</h3>
    <p v-if="inspection.materials.length === 0" class="soft small">none in this file</p>
    <ul class="rows">
      <li v-for="m in inspection.materials" :key="m.name">
        <span class="chip" :style="{ background: m.baseColor }" />
        <span>{{ m.name || 'without name' }}<span v-if="m.texture" class="soft"> · {{ m.texture }}</span></span>
        <span class="mono amount">{{ whole(m.triangles) }} tri</span>
      </li>
    </ul>
  </section>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import { area, count, length, whole } from '@/model/words'
import SheetBox from '@/views/bring-in/sheet-box.vue'

import type { Inspection, Revision } from '@/api/types'

const props = defineProps<{ revision: Revision; inspection: Inspection }>()

const faceWords = computed(() => {
  const { faces, faceKinds } = props.inspection
  const words = [whole(faces)]
  if (faceKinds.quads > 0) words.push(count(faceKinds.quads, 'quad'))
  if (faceKinds.larger > 0) words.push(`${whole(faceKinds.larger)} of 5 corners or more`)
  return words.join(', ')
})
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
