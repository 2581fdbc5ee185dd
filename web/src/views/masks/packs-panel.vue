<template>
  <div class="packs">
    <div class="row">
      <el-button v-work size="small" type="primary" @click="add(newPack(plan))">New pack</el-button>
      <el-button size="small" @click="chooser?.click()">Bring in grey pictures…</el-button>
      <input ref="chooser" type="file" accept=".png,.jpg,.jpeg,.tif,.tiff,.tga,.webp" multiple hidden aria-label="Grey pictures" @change="bring" />
    </div>
    <p v-if="plan.packs.length === 0" class="soft small">
      Up to four masks, groups or grey pictures in the channels of one image. An empty well is 0, in alpha 255.
    </p>
    <notice-line v-if="ready" kind="good">
      Occlusion, roughness and metalness are here.
      <button class="small-button" type="button" @click="add(ready)">Pack them as glTF asks for</button>
    </notice-line>
    <ul aria-label="Packs">
      <li v-for="(pack, p) in plan.packs" :key="p" class="pack" :class="{ shown: pack.name === shown }">
        <div class="row">
          <name-field :name="pack.name" @focus="shown = pack.name" @rename="(name) => rename(p, name)" />
          <button class="small-button" type="button" :aria-pressed="pack.name === shown" @click="shown = pack.name">show</button>
          <button v-work class="small-button" type="button" :aria-label="`Remove ${pack.name}`" @click="remove(p)">×</button>
        </div>
        <div class="wells">
          <div v-for="c in CHANNELS" :key="c" class="well">
            <button
              class="channel mono"
              type="button"
              :aria-pressed="pack.name === shown && channel === c"
              :title="`show ${NAMES[c]} in grey`"
              @click="look(pack.name, c)"
            >
              {{ c }}
            </button>
            <span class="inside small" :title="wordOf(pack[c])">{{ wordOf(pack[c]) || (c === 'a' ? 'empty, 255' : 'empty, 0') }}</span>
            <button v-work v-if="pack[c]" class="out" type="button" :aria-label="`Empty ${NAMES[c]} of ${pack.name}`" @click="fill(p, c, null)">×</button>
            <thing-select v-work
              v-else
              :groups="groups"
              :masks="plan.masks.map((m) => m.name)"
              :images="masks.kept?.images ?? []"
              placeholder="lay in…"
              :label="`Lay into ${NAMES[c]} of ${pack.name}`"
              @choose="(thing) => fill(p, c, thing)"
            />
          </div>
        </div>
      </li>
    </ul>
    <template v-if="masks.kept?.images.length">
      <h2 class="minor">Own grey pictures</h2>
      <ul class="small" aria-label="Own grey pictures">
        <li v-for="i in masks.kept.images" :key="i.id" class="row">
          <span class="picture-name">{{ i.name }}</span>
          <span class="soft mono">{{ i.width }} × {{ i.height }} px</span>
          <button v-work class="out" type="button" :aria-label="`Remove ${i.name}`" @click="drop(i.id, i.name)">×</button>
        </li>
      </ul>
    </template>
  </div>
</template>

<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, useTemplateRef } from 'vue'
import { api } from '@/api/client'
import { uploadGreyImage } from '@/api/upload'
import NameField from '@/components/name-field.vue'
import NoticeLine from '@/components/notice-line.vue'
import { orSay } from '@/stores/say'
import { gltfPack, newPack, without } from '@/model/mask-plan'
import { useMasksStore } from '@/stores/masks'
import ThingSelect from '@/views/masks/thing-select.vue'
import { isMeant } from '@/stores/ask'

import type { Group, PackSpec, PackWell } from '@/api/types'

/** Packs as strips of four wells. */
const props = defineProps<{ groups: Group[]; assetId: number }>()
const shown = defineModel<string>('shown', { required: true })
const channel = defineModel<'rgb' | 'r' | 'g' | 'b' | 'a'>('channel', { required: true })

const CHANNELS = ['r', 'g', 'b', 'a'] as const
const NAMES = { r: 'red', g: 'green', b: 'blue', a: 'alpha' }

const masks = useMasksStore()
const chooser = useTemplateRef<HTMLInputElement>('chooser')
const plan = computed(() => masks.plan)
/** The pack that glTF asks for, while nobody has made one of these pictures. */
const ready = computed(() => {
  const pack = gltfPack(plan.value, masks.kept?.images.map((i) => i.name) ?? [])
  return pack && !plan.value.packs.some((p) => p.r?.image === pack.r?.image && p.g?.image === pack.g?.image) ? pack : null
})

function wordOf(well: PackWell | null): string {
  if (!well) return ''
  return props.groups.find((g) => g.id === well.group)?.name ?? well.mask ?? well.image ?? 'a group that is gone'
}

function look(name: string, c: 'r' | 'g' | 'b' | 'a'): void {
  channel.value = shown.value === name && channel.value === c ? 'rgb' : c
  shown.value = name
}

async function add(pack: PackSpec): Promise<void> {
  await masks.keep(`pack ${pack.name} made`, (p) => ({ ...p, packs: [...p.packs, pack] }))
  shown.value = pack.name
}

function change(index: number, words: string, pack: PackSpec): Promise<boolean> {
  return masks.keep(words, (before) => ({ ...before, packs: before.packs.map((p, i) => (i === index ? pack : p)) }))
}

function fill(index: number, c: 'r' | 'g' | 'b' | 'a', thing: PackWell | null): void {
  const pack = plan.value.packs[index]!
  shown.value = pack.name
  void change(index, `pack ${pack.name}: ${NAMES[c]} ${thing ? 'filled' : 'emptied'}`, { ...pack, [c]: thing })
}

function rename(index: number, name: string): void {
  const pack = plan.value.packs[index]!
  if (shown.value === pack.name) shown.value = name
  void change(index, `pack renamed ${name}`, { ...pack, name })
}

function remove(index: number): void {
  void masks.keep(`pack ${plan.value.packs[index]!.name} removed`, (p) => ({ ...p, packs: without(p.packs, index) }))
}

async function bring(): Promise<void> {
  const files = [...(chooser.value?.files ?? [])]
  chooser.value!.value = ''
  for (const file of files) await orSay(() => uploadGreyImage(props.assetId, file))
  await masks.open(props.assetId)
}

async function drop(id: number, name: string): Promise<void> {
  if (!(await isMeant('Masks and packs that use it lose it. It is removed for good.', `Remove the image ${name}?`, 'Remove'))) return
  await orSay(() => api.removeGreyImage(props.assetId, id))
  await masks.open(props.assetId)
}
</script>

<style scoped>
.packs {
  display: grid;
  gap: 8px;
}

.row {
  display: flex;
  gap: 8px;
  align-items: center;
}

.pack {
  display: grid;
  gap: 6px;
  padding: 8px;
  border-bottom: 1px solid var(--rule);
}

.shown {
  background: var(--accent-soft);
}

.wells {
  display: grid;
  gap: 3px;
}

.well {
  display: grid;
  grid-template-columns: 26px 1fr auto;
  gap: 8px;
  align-items: center;
  min-height: 28px;
  padding: 1px 6px 1px 1px;
  border: 1px solid var(--rule-strong);
  background: var(--paper);
}

.channel {
  align-self: stretch;
  border: none;
  border-right: 1px solid var(--rule-strong);
  background: var(--paper-sunk);
  color: inherit;
  font-weight: 600;
  cursor: pointer;
}

.channel[aria-pressed='true'] {
  background: var(--ink);
  color: var(--paper-raised);
}

.inside,
.picture-name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.picture-name {
  flex: 1;
}

.out {
  width: 22px;
  padding: 0;
  border: none;
  background: none;
  color: inherit;
  cursor: pointer;
}
</style>
