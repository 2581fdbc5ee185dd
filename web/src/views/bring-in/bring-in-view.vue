<template>
  <div class="station">
    <section class="side">
      <model-drop
        role="target"
        title="Target"
        hint="The model with the UVs that receives the maps (low poly)."
        :asset-id="asset.id"
        :revision="store.target"
        :arriving="arriving('target')"
      />
      <model-drop
        role="source"
        title="Source"
        hint="A dense model that IDs are read from (high poly). May be left out."
        :asset-id="asset.id"
        :revision="store.sources.at(-1) ?? null"
        :arriving="arriving('source')"
      />
      <router-link v-if="store.target" class="onward" :to="{ name: 'sort', params: { id: asset.id } }">
        Go on to Sort
      </router-link>
    </section>
    <stage-view
      v-if="shown"
      class="stage"
      :model="model"
      :face-groups="faceGroups"
      :groups="store.groups"
      :view="view"
    >
      <template #tools>
        <el-radio-group v-model="shownRole" size="small" aria-label="Which model is shown">
          <el-radio-button value="target" :disabled="!store.target">target</el-radio-button>
          <el-radio-button value="source" :disabled="store.sources.length === 0">source</el-radio-button>
        </el-radio-group>
        <el-radio-group v-model="view" size="small" aria-label="How it is coloured">
          <el-radio-button value="lit">claims</el-radio-button>
          <el-radio-button value="colors" :disabled="!model?.colors">vertex colours</el-radio-button>
        </el-radio-group>
      </template>
    </stage-view>
    <div v-else class="stage invite">
      <p>Drop a .glb, .obj (with its .mtl) or .ply on one of the cards.</p>
      <p>It is read at once, and what it contains is shown here.</p>
    </div>
    <section v-if="shown?.inspection" class="side">
      <model-contents :revision="shown" :inspection="shown.inspection" />
    </section>
  </div>
</template>

<script setup lang="ts">
import { ElRadioButton, ElRadioGroup } from 'element-plus'
import { computed, ref, shallowRef, watch, watchEffect } from 'vue'
import { api } from '@/api/client'
import { orSay } from '@/components/say'
import StageView from '@/components/stage-view.vue'
import { useAssetStore } from '@/stores/asset'
import { useModelsStore } from '@/stores/models'
import ModelContents from '@/views/bring-in/model-contents.vue'
import ModelDrop from '@/views/bring-in/model-drop.vue'

import type { Revision, Role } from '@/api/types'
import type { Model } from '@/model/model'
import type { StageView as View } from '@/stage/model-mesh'

const store = useAssetStore()
const models = useModelsStore()
const asset = computed(() => store.asset!)
const shownRole = ref<Role>('target')
const view = ref<View>('lit')
const model = shallowRef<Model | null>(null)
const faceGroups = shallowRef<Uint16Array | null>(null)

const shown = computed<Revision | null>(() =>
  shownRole.value === 'target' ? store.target : (store.sources.at(-1) ?? null)
)

/** The newest revision of a role as long as it is read, or when it was refused. */
function arriving(role: Role): Revision | null {
  const newest = asset.value.revisions.filter((r) => r.role === role).at(-1)
  return newest && newest.state !== 'ready' ? newest : null
}

watchEffect(() => {
  if (!shown.value && store.sources.length > 0) shownRole.value = 'source'
})

watch(
  () => shown.value?.id,
  async (id) => {
    model.value = faceGroups.value = null
    if (id === undefined) return
    await orSay(async () => {
      const [next, groups] = await Promise.all([models.get(asset.value.id, id), api.faceGroups(asset.value.id, id)])
      if (shown.value?.id !== id) return
      model.value = next
      faceGroups.value = groups
      view.value = next.colors ? 'colors' : 'lit'
    })
  },
  { immediate: true }
)
</script>

<style scoped>
.station {
  display: flex;
  height: 100%;
}

.side {
  display: flex;
  flex-direction: column;
  flex: none;
  gap: 14px;
  width: 300px;
  padding: 14px;
  overflow: auto;
  background: var(--paper-raised);
  border-right: 1px solid var(--rule-strong);
}

.stage {
  flex: 1;
}

.stage + .side {
  border-right: none;
  border-left: 1px solid var(--rule-strong);
}

.invite {
  display: grid;
  place-content: center;
  gap: 6px;
  background: var(--stage);
  color: #fff;
  font-size: var(--text-large);
  text-align: center;
}

.onward {
  margin-top: auto;
  padding: 8px;
  border: 1px solid var(--ink);
  border-radius: var(--radius);
  background: var(--ink);
  color: var(--paper-raised);
  font-weight: 600;
  text-align: center;
  text-decoration: none;
}
</style>
