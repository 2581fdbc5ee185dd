<template>
  <el-dialog :model-value="true" :title="title" width="420" append-to-body @close="emit('close')">
    <div v-if="group?.isOfPalette" class="form">
      <label-tag :number="number" :name="name" :color="color" />
      <p>
        This group is the palette's: it has the same number, name and colour on every asset that uses
        {{ store.asset!.palette?.name }}.
      </p>
      <router-link :to="{ name: 'palette', params: { id: store.asset!.palette?.id } }">Change it in the palette</router-link>
    </div>
    <form v-else class="form" @submit.prevent="keep">
      <label-tag :number="number" :name="name || 'name'" :color="color ?? '#ffffff'" />
      <label>
        Name
        <el-input v-model="name" maxlength="80" autofocus />
      </label>
      <label v-if="group">
        Keywords, by commas
        <el-input v-model="keywords" maxlength="400" />
      </label>
      <div class="color">
        <span>ID colour</span>
        <el-color-picker v-model="color" aria-label="ID colour" />
        <el-input v-if="color" v-model="typedColor" class="hex mono" maxlength="7" aria-label="ID colour as hex" />
        <span v-else class="soft">proposed: far from the others</span>
        <el-button v-if="!color" size="small" @click="color = '#808080'">Choose one</el-button>
        <el-button v-if="!group && color" size="small" @click="color = null">Propose one</el-button>
      </div>
      <div class="buttons">
        <el-button @click="emit('close')">Cancel</el-button>
        <el-button type="primary" native-type="submit" :disabled="name.trim() === '' || isKeeping">
          {{ group ? 'Change it' : 'Make it' }}
        </el-button>
      </div>
    </form>
  </el-dialog>
</template>

<script setup lang="ts">
import { ElButton, ElColorPicker, ElDialog, ElInput } from 'element-plus'
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import LabelTag from '@/components/label-tag.vue'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { useAssetStore } from '@/stores/asset'

import type { Group } from '@/api/types'

/** Group null makes a new one. */
const props = defineProps<{ group: Group | null }>()
const emit = defineEmits<{ close: [] }>()

const store = useAssetStore()
const name = ref(props.group?.name ?? '')
const color = ref<string | null>(props.group?.color ?? null)
const keywords = ref(props.group?.keywords.join(', ') ?? '')
/** Takes what is typed as soon as it is a colour. */
const typedColor = computed({
  get: () => color.value ?? '',
  set: (text) => {
    const hex = text.startsWith('#') ? text : `#${text}`
    if (/^#[0-9a-f]{6}$/i.test(hex)) color.value = hex
  }
})
const number = computed(
  () => props.group?.number ?? Math.max(0, ...store.groups.map((g) => g.number)) + 1
)
const title = computed(() => (props.group ? `Group ${props.group.number}` : 'New group'))

const { isUnderWay: isKeeping, run } = useOneAtATime(async () => {
  const asset = store.asset!.id
  if (props.group) {
    const { id, version } = props.group
    await api.changeGroup(asset, id, version, {
      name: name.value,
      color: color.value ?? undefined,
      keywords: keywords.value.split(',').map((k) => k.trim()).filter(Boolean)
    })
  } else {
    await api.createGroup(asset, name.value, color.value)
  }
  await store.refresh()
})

async function keep(): Promise<void> {
  if (await run()) emit('close')
}
</script>

<style scoped>
.form {
  display: grid;
  gap: 14px;
}

.form > :first-child {
  justify-self: start;
  max-width: 100%;
}

.color {
  display: flex;
  align-items: center;
  gap: 10px;
}

.hex {
  width: 96px;
}

.buttons {
  display: flex;
  justify-content: flex-end;
}
</style>
