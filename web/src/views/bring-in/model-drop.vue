<template>
  <section
    class="card"
    :class="{ over: isOver, shown: isShown }"
    :data-testid="`drop-${role}`"
    @dragover.prevent="isOver = true"
    @dragleave="isOver = false"
    @drop.prevent="handleDrop"
  >
    <h2>{{ title }}</h2>
    <p v-if="!revision" class="soft small">{{ hint }}</p>
    <div v-else class="file">
      <button v-if="canBeShown" class="name link" type="button" :aria-pressed="isShown" @click="emit('show')">
        {{ revision.fileName }}
      </button>
      <p v-else class="name">{{ revision.fileName }}</p>
      <p class="soft small">
        revision {{ revision.label }}<template v-if="revision.inspection">
          · {{ count(revision.inspection.triangles, 'triangle') }} ·
          {{ count(revision.inspection.parts.length, 'part') }}</template
        >
      </p>
      <read-as-box v-if="revision.inspection && !saysAll" :key="revision.id" :revision="revision" :asset-id="assetId" />
    </div>

    <job-line v-if="uploading" :share="uploading.share" :doing="`sending ${uploading.name}`">
      <button class="word-button" type="button" @click="uploading.stop()">Stop</button>
    </job-line>
    <job-line v-else-if="arriving?.state === 'reading'" :share="arriving.share" :doing="`${arriving.fileName}: ${arriving.doing}`">
      <button v-work class="word-button" type="button" @click="orSay(() => api.stopReading(arriving!.id))">Stop</button>
    </job-line>
    <notice-line v-if="problem" kind="bad">{{ problem }}</notice-line>
    <notice-line v-else-if="arriving?.state === 'refused'" kind="bad">
      <strong>{{ arriving.fileName }} was refused.</strong> {{ arriving.problem }}
      <template v-if="revision"> The model from before stays.</template>
    </notice-line>

    <div class="verbs">
      <el-button v-work :disabled="uploading !== null" @click="chooser?.click()">
        {{ revision ? 'Replace…' : 'Choose files…' }}
      </el-button>
      <el-button v-work v-if="revision && role === 'source'" @click="setAside">Set aside</el-button>
    </div>
    <p v-if="!revision" class="soft small">or drop them here: .glb, .gltf, .obj + .mtl, .ply, .stl, .usda, a folder or .zip of them</p>
    <input
      ref="chooser"
      type="file"
      multiple
      hidden
      accept=".glb,.gltf,.bin,.obj,.mtl,.ply,.stl,.usda,.csv,.json,.png,.jpg,.jpeg,.tif,.tiff,.tga,.webp,.zip"
      :aria-label="`Files of the ${role}`"
      @change="handleChoose"
    />
  </section>
</template>

<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref, shallowRef, useTemplateRef } from 'vue'
import { api } from '@/api/client'
import { uploadModel } from '@/api/upload'
import JobLine from '@/components/job-line.vue'
import NoticeLine from '@/components/notice-line.vue'
import ReadAsBox from '@/views/bring-in/read-as-box.vue'
import { orSay } from '@/stores/say'
import { droppedFiles } from '@/api/dropped-files'
import { count } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { useUndoHereStore } from '@/stores/undo-here'

import type { Revision, Role } from '@/api/types'

const props = defineProps<{
  role: Role
  title: string
  hint: string
  assetId: number
  revision: Revision | null
  /** A newer revision that is being read or was refused. */
  arriving: Revision | null
  /** Whether there are several to choose from, and this is the one on the stage. */
  canBeShown?: boolean
  isShown?: boolean
}>()
const emit = defineEmits<{ show: [] }>()

const store = useAssetStore()

/** OpenUSD says its unit and axis, and has one set of UVs. */
const saysAll = computed(() => /\.usda$/i.test(props.revision?.fileName ?? ''))
const undo = useUndoHereStore()
const chooser = useTemplateRef<HTMLInputElement>('chooser')
const isOver = ref(false)
const problem = ref<string | null>(null)
const uploading = shallowRef<{ name: string; share: number; stop: () => void } | null>(null)

async function handleDrop(e: DragEvent): Promise<void> {
  isOver.value = false
  await take(await droppedFiles(e.dataTransfer))
}

function handleChoose(): void {
  void take([...(chooser.value?.files ?? [])])
  chooser.value!.value = ''
}

async function take(files: File[]): Promise<void> {
  if (files.length === 0 || uploading.value) return
  const name = files.length === 1 ? files[0]!.name : count(files.length, 'file')
  problem.value = null
  const abort = new AbortController()
  const stop = (): void => abort.abort()
  uploading.value = { name, share: 0, stop }
  try {
    const replaces = props.role === 'source' ? (props.revision?.id ?? null) : null
    await uploadModel(props.assetId, props.role, files, replaces, {
      onProgress: (share) => (uploading.value = { name, share, stop }),
      signal: abort.signal
    })
    await store.refresh()
  } catch (e) {
    problem.value = (e as Error).message
  } finally {
    uploading.value = null
  }
}

async function setAside(): Promise<void> {
  const { id, fileName } = props.revision!
  const put = (): Promise<void> => store.change(() => api.setAside(id))
  if (!(await orSay(put))) return
  undo.did(props.assetId, 'bring-in', { words: `${fileName} set aside`, undo: () => store.change(() => api.makeCurrent(id)), redo: put })
}
</script>

<style scoped>
.card {
  display: grid;
  gap: 8px;
  padding: 14px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--paper);
}

.shown {
  border-color: var(--ink);
  box-shadow: inset 4px 0 0 var(--ink);
}

.link {
  padding: 0;
  border: none;
  background: none;
  color: inherit;
  font: inherit;
  font-weight: 600;
  text-align: left;
  text-decoration: underline;
  cursor: pointer;
}

.verbs {
  display: flex;
}

.verbs > * {
  flex: 1;
}

.over {
  border-color: var(--focus);
  outline: 2px dashed var(--focus);
}

.name {
  overflow-wrap: anywhere;
  font-weight: 600;
}
</style>
