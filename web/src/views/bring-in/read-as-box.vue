<template>
  <div class="read-as">
    <button v-work class="word-button" type="button" :aria-expanded="isOpen" @click="isOpen = !isOpen">Read as {{ words }}</button>
    <p v-if="proposal && !isOpen" class="small">
      It is {{ length(longest) }} long.
      <button v-work class="word-button" type="button" :disabled="isUnderWay" @click="put({ ...now, unit: proposal })">
        Read it as {{ UNITS[proposal] }}
      </button>
    </p>
    <div v-if="isOpen" class="choices">
      <label class="field">
        Unit
        <el-select :model-value="now.unit" size="small" :disabled="isUnderWay" aria-label="Unit" @change="(unit: Unit) => put({ ...now, unit })">
          <el-option v-for="(label, unit) in UNITS" :key="unit" :value="unit" :label="label" />
        </el-select>
      </label>
      <label class="field">
        Up
        <el-select :model-value="now.up" size="small" :disabled="isUnderWay" aria-label="Axis that points up" @change="(up: ReadAs['up']) => put({ ...now, up })">
          <el-option value="y" label="Y" />
          <el-option value="z" label="Z" />
        </el-select>
      </label>
      <label v-if="isGltf" class="field">
        UV set
        <el-select
          :model-value="now.uvSet"
          size="small"
          :disabled="isUnderWay"
          aria-label="UV set that receives maps"
          @change="(uvSet: number) => put({ ...now, uvSet })"
        >
          <el-option v-for="n in 8" :key="n" :value="n - 1" :label="String(n - 1)" />
        </el-select>
      </label>
      <label v-if="isGltf" class="field">
        Colours
        <el-select
          :model-value="now.colorSet"
          size="small"
          :disabled="isUnderWay"
          aria-label="Vertex colours that are read"
          @change="(colorSet: number) => put({ ...now, colorSet })"
        >
          <el-option v-for="n in 8" :key="n" :value="n - 1" :label="`set ${n - 1}`" />
        </el-select>
      </label>
    </div>
  </div>
</template>

<script setup lang="ts">
import { ElOption, ElSelect } from 'element-plus'
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { unitOfSize, UNITS } from '@/model/units'
import { length } from '@/model/words'
import { orSay } from '@/stores/say'
import { useAssetStore } from '@/stores/asset'
import { useUndoHereStore } from '@/stores/undo-here'

import type { ReadAs, Revision } from '@/api/types'

type Unit = ReadAs['unit']

/** What the file of a model does not say of itself. */
const props = defineProps<{ revision: Revision; assetId: number }>()

const store = useAssetStore()
const undo = useUndoHereStore()
const isOpen = ref(false)
const now = computed(() => props.revision.readAs)
const isGltf = computed(() => /\.(glb|gltf)$/i.test(props.revision.fileName))
const words = computed(() => `${UNITS[now.value.unit]}, ${now.value.up.toUpperCase()} up${now.value.uvSet > 0 ? `, UV set ${now.value.uvSet}` : ''}${now.value.colorSet > 0 ? `, colours ${now.value.colorSet}` : ''}`)

const longest = computed(() => {
  const box = props.revision.inspection?.bounds
  return box ? Math.max(box.maxX - box.minX, box.maxY - box.minY, box.maxZ - box.minZ) : 0
})
const proposal = computed(() => (isGltf.value || now.value.unit !== 'm' ? null : unitOfSize(longest.value)))

const { isUnderWay, run: put } = useOneAtATime(async (as: ReadAs) => {
  const before = { ...now.value }
  const change = (to: ReadAs) => (): Promise<void> => store.change(() => api.readModelAs(props.revision.id, props.revision.geometryVersion, to))
  if (!(await orSay(change(as)))) return
  undo.did(props.assetId, 'bring-in', { words: `${props.revision.fileName} read otherwise`, undo: change(before), redo: change(as) })
})
</script>

<style scoped>
.read-as {
  display: grid;
  gap: 6px;
  justify-items: start;
}

.choices {
  display: grid;
  width: 100%;
  grid-template-columns: repeat(auto-fit, minmax(84px, 1fr));
  gap: 6px;
}
</style>
