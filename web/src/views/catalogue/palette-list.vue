<template>
  <aside class="list" aria-labelledby="palettes-title">
    <h2 id="palettes-title">Palettes</h2>
    <el-input v-model="search" clearable placeholder="Search names and keywords" aria-label="Search groups" />
    <notice-line v-if="problem" kind="bad">{{ problem }}</notice-line>
    <p v-if="palettes && palettes.length === 0" class="soft small">
      There is no palette yet. Make one here, or keep the groups of an asset as one on Sort.
    </p>
    <section v-for="palette in found" :key="palette.id" class="palette">
      <h3>
        <router-link :to="{ name: 'palette', params: { id: palette.id } }">{{ palette.name }}</router-link>
        <span class="soft users">{{ palette.assets.length > 0 ? `used by ${count(palette.assets.length, 'asset')}` : 'not used' }}</span>
      </h3>
      <ul class="tags">
        <li v-for="group in palette.groups" :key="group.id">
          <label-tag :number="group.number" :name="group.name" :color="group.color" />
          <span class="small soft spoken">{{ group.spokenColor }}</span>
        </li>
      </ul>
    </section>
    <form class="new" @submit.prevent="create()">
      <el-input v-work v-model="name" size="small" maxlength="120" placeholder="Name of a new palette" aria-label="Name of a new palette" />
      <el-button v-work size="small" native-type="submit" :disabled="name.trim() === ''">New palette</el-button>
    </form>
    <el-button v-work size="small" @click="chooser?.click()">Read a palette file…</el-button>
    <input ref="chooser" type="file" accept=".json,application/json" hidden aria-label="Palette file" @change="read" />
  </aside>
</template>

<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { computed, ref, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/client'
import LabelTag from '@/components/label-tag.vue'
import NoticeLine from '@/components/notice-line.vue'
import { orSay } from '@/stores/say'
import { useReading } from '@/components/use-reading'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { readJsonFile } from '@/model/json-file'
import { count } from '@/model/words'
import { usePersonStore } from '@/stores/person'

import type { PaletteGroup } from '@/api/types'

/** The palettes that assets share, searched over names and keywords. */
const router = useRouter()
const person = usePersonStore()
const { value: palettes, problem } = useReading(api.palettes)
const search = ref('')
const name = ref('')
const chooser = useTemplateRef<HTMLInputElement>('chooser')

const found = computed(() =>
  (palettes.value ?? [])
    .map((palette) => ({ ...palette, groups: palette.groups.filter(isFound) }))
    .filter((p) => search.value.trim() === '' || p.groups.length > 0)
)

function isFound(group: PaletteGroup): boolean {
  const wanted = search.value.trim().toLowerCase()
  return [group.name, ...group.keywords].some((word) => word.toLowerCase().includes(wanted))
}

const { run: create } = useOneAtATime(async () => open((await api.createPalette(name.value, null, person.showForNew)).id))

function read(): void {
  const file = chooser.value?.files?.[0]
  if (!file) return
  void orSay(async () => {
    chooser.value!.value = ''
    const json = await readJsonFile(file, 'palette')
    await open((await api.readPaletteFile(json, person.showForNew)).id)
  })
}

async function open(id: number): Promise<void> {
  await router.push({ name: 'palette', params: { id } })
}
</script>

<style scoped>
.list {
  display: flex;
  flex-direction: column;
  gap: var(--gap);
  padding: 22px 20px;
}

.palette {
  display: grid;
  gap: 6px;
}

h3 {
  display: flex;
  justify-content: space-between;
  font-size: var(--text);
}

.users {
  font-size: var(--text-small);
  font-weight: 400;
}

.tags li {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  padding: 2px 0;
}

.spoken {
  white-space: nowrap;
}

.new {
  display: flex;
  gap: 6px;
}
</style>
