<template>
  <el-dialog :model-value="true" title="Palette of this asset" width="460" append-to-body @close="emit('close')">
    <div class="form">
      <p class="small soft">
        Groups of a palette have the same numbers and colours on every asset that uses it. This asset may have groups of
        its own beside them.
      </p>
      <label>
        Palette
        <el-select v-model="chosen" aria-label="Palette">
          <el-option :value="0" label="none: all groups are this asset's own" />
          <el-option v-for="p in palettes" :key="p.id" :value="p.id" :label="`${p.name}, ${count(p.groups.length, 'group')}`" />
        </el-select>
      </label>
      <router-link v-if="store.asset!.palette" class="small" :to="{ name: 'palette', params: { id: store.asset!.palette.id } }">
        Change the palette {{ store.asset!.palette.name }} itself
      </router-link>
      <form class="new" @submit.prevent="makeNew">
        <el-input v-model="name" size="small" maxlength="120" placeholder="or keep these groups as a new palette" aria-label="Name of a new palette" />
        <el-button size="small" native-type="submit" :disabled="name.trim() === ''">Keep as palette</el-button>
      </form>
      <div class="buttons">
        <el-button @click="emit('close')">Cancel</el-button>
        <el-button type="primary" :disabled="chosen === present" @click="keep">Use it</el-button>
      </div>
    </div>
  </el-dialog>
</template>

<script setup lang="ts">
import { ElButton, ElDialog, ElInput, ElOption, ElSelect } from 'element-plus'
import { onMounted, ref, shallowRef } from 'vue'
import { api } from '@/api/client'
import { usePatience } from '@/components/use-patience'
import { count } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { useChange } from '@/stores/use-change'

import type { Palette } from '@/api/types'

const emit = defineEmits<{ close: [] }>()
const store = useAssetStore()
const change = useChange()
const palettes = shallowRef<Palette[]>([])
const present = store.asset!.palette?.id ?? 0
/** What is chosen here was decided by what stood here. */
const { version } = store.asset!
const chosen = ref(present)
const name = ref('')

const ask = usePatience()
onMounted(() => ask(() => true, async () => (palettes.value = await api.palettes())))

async function closeAfter(request: () => Promise<unknown>): Promise<void> {
  if (await change(request)) emit('close')
}

function keep(): void {
  void closeAfter(() => api.choosePalette(store.asset!.id, version, chosen.value || null))
}

function makeNew(): void {
  void closeAfter(() => api.createPalette(name.value, store.asset!.id, null))
}
</script>

<style scoped>
.form {
  display: grid;
  gap: 14px;
}

.new {
  display: flex;
  gap: 6px;
}

.buttons {
  display: flex;
  justify-content: flex-end;
}
</style>
