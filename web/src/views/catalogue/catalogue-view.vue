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
          <form v-if="person.mayWork" class="new" @submit.prevent="create()">
            <el-input v-model="name" maxlength="120" placeholder="Name of a new asset" aria-label="Name of a new asset" />
            <el-button type="primary" native-type="submit" :disabled="name.trim() === ''" :loading="isCreating">New asset</el-button>
          </form>
        </div>
        <div v-if="hasFilters" class="finding">
          <el-input v-model="search" class="search" clearable placeholder="Search names" aria-label="Search assets by name" />
          <el-select v-model="order" class="order" aria-label="Order of the assets">
            <el-option v-for="(label, value) in ORDERS" :key="value" :value="value" :label="label" />
          </el-select>
          <el-select
            v-if="person.shows.length > 1"
            v-model="chosenShow"
            class="order"
            aria-label="Show"
          >
            <el-option :value="0" label="All shows" />
            <el-option v-for="s in person.shows" :key="s.id" :value="s.id" :label="s.name" />
          </el-select>
        </div>
        <notice-line v-if="problem" kind="bad">{{ problem }}</notice-line>
        <p v-else-if="sending" role="status">{{ sending }}</p>
        <p v-else-if="found && found.total === 0 && search === ''" class="soft">
          There is no asset yet. Drop a model here, target and source together if there are both; or give the thing that
          you want to texture a name, then bring its model in.
        </p>
        <p v-else-if="found && found.total === 0" class="soft">No asset has “{{ search }}” in its name.</p>
        <p v-else-if="person.mayWork" class="soft small">Models that are dropped here become a new asset.</p>
        <ul class="cards">
          <li v-for="asset in found?.assets ?? []" :key="asset.id"><asset-card :asset="asset" @changed="load" /></li>
        </ul>
        <page-turner v-if="found" v-model="page" :total="found.total" :size="found.size" />
      </section>
      <div class="beside">
        <palette-list />
        <recipe-list />
      </div>
    </main>
  </catalogue-page>
</template>

<script setup lang="ts">
import { useLocalStorage, watchDebounced } from '@vueuse/core'
import { ElButton, ElInput, ElOption, ElSelect } from 'element-plus'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/client'
import NoticeLine from '@/components/notice-line.vue'
import PageTurner from '@/components/page-turner.vue'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { useReading } from '@/components/use-reading'
import { droppedFiles } from '@/api/dropped-files'
import CataloguePage from '@/shell/catalogue-page.vue'
import { usePersonStore } from '@/stores/person'
import AssetCard from '@/views/catalogue/asset-card.vue'
import PaletteList from '@/views/catalogue/palette-list.vue'
import RecipeList from '@/views/catalogue/recipe-list.vue'
import { useDroppedModels } from '@/views/catalogue/use-dropped-models'

const router = useRouter()
const person = usePersonStore()
const search = ref('')
const order = useLocalStorage('idiotaxa.catalogue-order', 'name')
const page = ref(0)
const { value: found, problem, load } = useReading(() => api.assets(search.value.trim(), order.value, page.value, person.show))
const ORDERS = { name: 'By name', newest: 'Newest first', 'least-claimed': 'Least claimed first', 'last-baked': 'Last baked first' }
const hasFilters = computed(() => person.shows.length > 1 || search.value !== '' || (found.value?.total ?? 0) > 3)
const chosenShow = computed({ get: () => person.show ?? 0, set: (id: number) => (person.chosenShow = id || null) })
const name = ref('')
const isOver = ref(false)
const { sending, take } = useDroppedModels()

async function drop(e: DragEvent): Promise<void> {
  isOver.value = false
  await take(await droppedFiles(e.dataTransfer))
}

/** What was found or ordered otherwise begins at its first page. */
watch([order, () => person.show], () => turnTo(0))
watchDebounced(search, () => turnTo(0), { debounce: 250 })
watch(page, () => void load())

function turnTo(first: number): void {
  if (page.value === first) void load()
  else page.value = first
}

const { isUnderWay: isCreating, run: create } = useOneAtATime(async () => {
  const { id } = await api.createAsset(name.value, person.showForNew)
  await router.push({ name: 'bring-in', params: { id } })
})
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

.finding {
  display: flex;
  gap: 10px;
}

.search {
  width: 240px;
}

.order {
  width: 190px;
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
