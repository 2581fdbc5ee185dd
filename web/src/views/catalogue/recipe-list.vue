<template>
  <aside class="list" aria-labelledby="recipes-title">
    <h2 id="recipes-title">Recipes</h2>
    <notice-line v-if="problem" kind="bad">{{ problem }}</notice-line>
    <p v-if="recipes && recipes.length === 0" class="soft small">
      There is no recipe yet. Save one from a sorted asset, on its page Sort under rules, or read a file.
    </p>
    <section v-for="recipe in recipes ?? []" :key="recipe.id" class="recipe">
      <h3>
        {{ recipe.name }} <span class="soft small">version {{ recipe.version }}, {{ moment(recipe.savedAt) }}</span>
      </h3>
      <p class="small">
        {{ count(recipe.rules, 'rule') }} for {{ count(recipe.groups, 'group') }}, {{ count(recipe.masks, 'mask') }}
      </p>
      <p v-if="recipe.uses.length > 0" class="small soft">
        used by
        <template v-for="(use, i) in recipe.uses" :key="use.assetId">
          <template v-if="i > 0">, </template>
          <router-link :to="{ name: 'recipe', params: { id: use.assetId } }">{{ use.assetName }}</router-link>
          <template v-if="use.version < recipe.version"> (version {{ use.version }})</template>
        </template>
      </p>
      <p class="verbs small">
        <a :href="api.recipeFileUrl(recipe.id)" download>Download</a>
        <button v-work v-if="recipe.uses.length === 0" class="link" type="button" @click="remove(recipe)">Remove</button>
      </p>
    </section>
    <el-button v-work size="small" @click="chooser?.click()">Read a recipe file…</el-button>
    <input ref="chooser" type="file" accept=".json,application/json" hidden aria-label="Recipe file" @change="read" />
  </aside>
</template>

<script setup lang="ts">
import { ElButton, ElMessage } from 'element-plus'
import { useTemplateRef } from 'vue'
import { api } from '@/api/client'
import NoticeLine from '@/components/notice-line.vue'
import { orSay } from '@/stores/say'
import { useReading } from '@/components/use-reading'
import { readJsonFile } from '@/model/json-file'
import { count, moment } from '@/model/words'
import { usePersonStore } from '@/stores/person'
import { isMeant } from '@/stores/ask'

import type { Recipe } from '@/api/types'

/** The recipes that are kept, with the assets that were made with them. */
const person = usePersonStore()
const { value: recipes, problem, load } = useReading(api.recipes)
const chooser = useTemplateRef<HTMLInputElement>('chooser')

async function remove(recipe: Recipe): Promise<void> {
  const words = `All ${count(recipe.version, 'version')} of it are removed for good. Assets that were made with it stay as they are.`
  if (!(await isMeant(words, `Remove the recipe ${recipe.name}?`, 'Remove'))) return
  await orSay(() => api.deleteRecipe(recipe.id))
  await load()
}

function read(): void {
  const file = chooser.value?.files?.[0]
  if (!file) return
  void orSay(async () => {
    chooser.value!.value = ''
    const json = await readJsonFile(file, 'recipe')
    const { version, isNew } = await api.readRecipeFile(json, person.showForNew)
    ElMessage({ type: 'success', message: isNew ? `Kept as version ${version}.` : 'It is the newest version already.' })
    await load()
  })
}
</script>

<style scoped>
.list {
  display: flex;
  flex-direction: column;
  gap: 10px;
  padding: 18px 20px 22px;
  border-top: 1px solid var(--rule-strong);
}

.recipe {
  display: grid;
  gap: 2px;
}

h3 {
  font-size: var(--text);
}

.verbs {
  display: flex;
  gap: 12px;
}

.link {
  padding: 0;
  border: none;
  background: none;
  color: inherit;
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}
</style>
