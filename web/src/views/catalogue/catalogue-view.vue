<template>
  <catalogue-page title="Catalogue">
    <main
      class="content"
      :class="{ over: isOver }"
      data-testid="catalogue"
      @dragover.prevent="isOver = true"
      @dragleave.self="isOver = false"
      @drop.prevent="drop"
    >
      <section class="assets" aria-labelledby="assets-title">
        <div class="head">
          <h1 id="assets-title">Assets</h1>
          <router-link class="table" :to="{ name: 'many' }">All in a table</router-link>
          <form class="new" @submit.prevent="create">
            <el-input v-model="name" maxlength="120" placeholder="Name of a new asset" aria-label="Name of a new asset" />
            <el-button type="primary" native-type="submit" :disabled="name.trim() === ''">New asset</el-button>
          </form>
        </div>
        <notice-line v-if="problem" kind="bad">{{ problem }}</notice-line>
        <p v-else-if="sending" role="status">{{ sending }}</p>
        <p v-else-if="assets && assets.length === 0" class="soft">
          There is no asset yet. Drop a model here, target and source together if there are both; or give the thing that
          you want to texture a name, then bring its model in.
        </p>
        <p v-else class="soft small">Models that are dropped here become a new asset.</p>
        <ul class="cards">
          <li v-for="asset in assets ?? []" :key="asset.id"><asset-card :asset="asset" /></li>
        </ul>
      </section>
      <div class="beside">
        <palette-list />
        <recipe-list />
      </div>
    </main>
  </catalogue-page>
</template>

<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { onMounted, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/client'
import NoticeLine from '@/components/notice-line.vue'
import { orSay } from '@/components/say'
import { droppedFiles } from '@/model/dropped-files'
import CataloguePage from '@/shell/catalogue-page.vue'
import AssetCard from '@/views/catalogue/asset-card.vue'
import PaletteList from '@/views/catalogue/palette-list.vue'
import RecipeList from '@/views/catalogue/recipe-list.vue'
import { useDroppedModels } from '@/views/catalogue/use-dropped-models'

import type { Asset } from '@/api/types'

const router = useRouter()
const assets = shallowRef<Asset[] | null>(null)
const problem = ref<string | null>(null)
const name = ref('')
const isOver = ref(false)
const { sending, take } = useDroppedModels()

async function drop(e: DragEvent): Promise<void> {
  isOver.value = false
  await take(await droppedFiles(e.dataTransfer))
}

onMounted(async () => {
  try {
    assets.value = await api.assets()
  } catch (e) {
    problem.value = (e as Error).message
  }
})

async function create(): Promise<void> {
  await orSay(async () => {
    const { id } = await api.createAsset(name.value)
    await router.push({ name: 'bring-in', params: { id } })
  })
}
</script>

<style scoped>
.over {
  outline: 3px dashed var(--accent);
  outline-offset: -6px;
}

.content {
  display: grid;
  grid-template-columns: 1fr 330px;
  flex: 1;
  min-height: 0;
}

.assets {
  display: flex;
  flex-direction: column;
  gap: 16px;
  padding: 22px 24px;
  overflow: auto;
}

.head {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: var(--gap);
}

.new {
  display: flex;
  gap: 8px;
  width: 380px;
}

.table {
  margin-right: auto;
}

.beside {
  display: flex;
  flex-direction: column;
  min-height: 0;
  background: var(--paper-raised);
  border-left: 1px solid var(--rule);
  overflow: auto;
}

.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(270px, 1fr));
  gap: 16px;
}
</style>
