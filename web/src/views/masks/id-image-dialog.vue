<template>
  <el-dialog :model-value="true" title="An ID image from elsewhere" width="900" append-to-body @close="emit('close')">
    <div class="dialog">
      <map-view class="map" :image="image" :waiting="imageProblem ?? problem ?? 'Making it crisp…'" />
      <div class="side">
        <notice-line v-if="problem" kind="bad">{{ problem }}</notice-line>
        <label class="small">
          <input v-model="isClosed" type="checkbox" />
          only colours that the asset's groups have
        </label>
        <label class="small">
          the background is
          <select v-model="background" aria-label="Background of the image">
            <option value="">found out</option>
            <option value="none">no colour</option>
            <option v-for="c in colors" :key="c" :value="c">{{ c }}</option>
          </select>
        </label>
        <template v-if="cleaned">
          <p class="small">
            <span class="mono">{{ cleaned.name }}</span>, {{ cleaned.width }} × {{ cleaned.height }} px
          </p>
          <p class="small">
            colours are one within
            <drag-number :model-value="tolerance" unit="" label="tolerance of colours" :min="0" :max="128" :step="1" @try="() => {}" @keep="(v) => (asked = v)" />
          </p>
          <ul class="found" aria-label="Groups of the image">
            <li v-for="g in cleaned.groups" :key="g.number">
              <label-tag class="tag" :number="g.number" :name="g.isKnown ? g.name : 'new'" :color="g.color" />
              <span class="small soft mono">{{ whole(g.texels) }} texels</span>
            </li>
          </ul>
          <p class="small">
            {{ count(cleaned.filtered, 'texel') }} between two groups went to the nearer one; they are pale.
            <template v-if="cleaned.strays"> {{ count(cleaned.strays, 'texel') }} fit nothing around them; they are striped.</template>
            <template v-else> None is stray.</template>
          </p>
          <label v-if="sheets.length > 1" class="small">
            it is sheet
            <select v-model="sheet" aria-label="Sheet of the image">
              <option v-for="s in sheets" :key="s" :value="s">{{ s }}</option>
            </select>
          </label>
        </template>
        <div class="buttons">
          <el-button @click="emit('close')">Cancel</el-button>
          <el-button type="primary" :disabled="!cleaned || cleaned.groups.length === 0 || isKeeping" @click="keep()">
            Keep it as a bake
          </el-button>
        </div>
      </div>
    </div>
  </el-dialog>
</template>

<script setup lang="ts">
import { ElButton, ElDialog } from 'element-plus'
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import DragNumber from '@/components/drag-number.vue'
import LabelTag from '@/components/label-tag.vue'
import MapView from '@/components/map-view.vue'
import NoticeLine from '@/components/notice-line.vue'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { useMapImage } from '@/components/use-map-image'
import { count, whole } from '@/model/words'

import type { CleanChoice } from '@/api/client'
import type { CleanedImage } from '@/api/types'

/** What an ID image holds once it is crisp, before it becomes a bake of its sheet. */
const props = defineProps<{ imageId: number; sheets: string[] }>()
const emit = defineEmits<{ close: []; kept: [bake: number] }>()

/** What is asked for, null for the usual one. */
const asked = ref<number | null>(null)
const isClosed = ref(false)
const background = ref('')
const sheet = ref(props.sheets[0] ?? '1001')
const cleaned = shallowRef<CleanedImage | null>(null)
const problem = ref<string | null>(null)
const how = computed<CleanChoice>(() => ({ tolerance: asked.value, isClosed: isClosed.value, background: background.value }))
const tolerance = computed(() => asked.value ?? cleaned.value?.tolerance ?? 0)
const { image, problem: imageProblem } = useMapImage(() =>
  cleaned.value ? api.cleanImageUrl(props.imageId, { ...how.value, tolerance: tolerance.value }) : null
)
/** Colours that may be no group's: all that were found, and what is chosen. */
const colors = ref<string[]>([])

watch(
  how,
  async (value) => {
    problem.value = null
    try {
      const found = await api.cleanImage(props.imageId, value)
      if (value !== how.value) return
      cleaned.value = found
      colors.value = [...new Set([...colors.value, ...found.groups.map((g) => g.color)])]
    } catch (e) {
      if (value !== how.value) return
      cleaned.value = null
      problem.value = (e as Error).message
    }
  },
  { immediate: true }
)

const { isUnderWay: isKeeping, run: keep } = useOneAtATime(async () =>
  emit('kept', (await api.keepImage(props.imageId, sheet.value, { ...how.value, tolerance: tolerance.value })).id)
)
</script>

<style scoped>
.dialog {
  display: grid;
  grid-template-columns: 1fr 290px;
  gap: 14px;
  height: min(560px, 70vh);
}

.map {
  border: 1px solid var(--ink);
}

.side {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
}

.found {
  flex: 1;
  overflow: auto;
}

.found li {
  display: flex;
  gap: 8px;
  align-items: center;
  justify-content: space-between;
  padding: 2px 0;
}

.tag {
  max-width: 180px;
  height: 24px;
}

.buttons {
  display: flex;
  gap: 8px;
  justify-content: flex-end;
}
</style>
