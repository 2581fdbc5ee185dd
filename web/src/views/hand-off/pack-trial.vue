<template>
  <div class="trial">
    <p v-if="packs.length === 0" class="soft">
      This package has no packs. Lay masks into a pack on Masks, and let the template write packs.
    </p>
    <template v-else>
      <el-select v-model="shown" size="small" aria-label="Pack">
        <el-option v-for="name in packs" :key="name" :value="name" :label="name" />
      </el-select>
      <p class="soft small">As an engine's shader would use it: each channel lays its colour over what is below.</p>
      <ul class="channels">
        <li v-for="(letter, c) in CHANNELS" :key="letter">
          <label class="channel">
            <input
              type="checkbox"
              :checked="tints[c]!.isOn"
              :disabled="!wells[c]"
              :aria-label="`Channel ${letter}`"
              @change="put(c, { isOn: ($event.target as HTMLInputElement).checked })"
            />
            <span class="mono">{{ letter.toUpperCase() }}</span>
            <span class="well">{{ wells[c] ?? 'empty' }}</span>
          </label>
          <input type="color" :value="tints[c]!.color" :disabled="!wells[c]" :aria-label="`Colour of channel ${letter}`" @input="put(c, { color: ($event.target as HTMLInputElement).value })" />
        </li>
        <li>
          <span class="channel"><span class="well">below them all</span></span>
          <input v-model="base" type="color" aria-label="Colour below all channels" />
        </li>
      </ul>
    </template>
  </div>
</template>

<script setup lang="ts">
import { ElOption, ElSelect } from 'element-plus'
import { computed, ref, shallowRef, watch } from 'vue'
import { orSay } from '@/stores/say'

import type { HandoffPackage, ManifestPack } from '@/model/handoff-package'
import type { PackTrial } from '@/stage/look-stage'

/** Tries a pack of a package with colours of one's choice. */
const props = defineProps<{ opened: HandoffPackage }>()
const emit = defineEmits<{ trial: [trial: PackTrial | null] }>()

const CHANNELS = ['r', 'g', 'b', 'a'] as const

const packs = computed(() => [...new Set(props.opened.manifest.sheets.flatMap((s) => s.packs.map(nameOf)))])
const shown = ref('')
watch(packs, (names) => (shown.value = names.includes(shown.value) ? shown.value : (names[0] ?? '')), { immediate: true })
const base = ref('#8c8c88')
const tints = ref([
  { color: '#b5452f', isOn: true },
  { color: '#3f7d58', isOn: true },
  { color: '#35608f', isOn: true },
  { color: '#e3c565', isOn: true }
])

function nameOf(pack: ManifestPack): string {
  return pack.name ?? pack.file
}

const ofSheets = computed(() => props.opened.manifest.sheets.map((s) => s.packs.find((p) => nameOf(p) === shown.value) ?? null))
const wells = computed(() => CHANNELS.map((c) => ofSheets.value.find((p) => p?.[c])?.[c] ?? null))

function put(channel: number, change: Partial<{ color: string; isOn: boolean }>): void {
  tints.value[channel] = { ...tints.value[channel]!, ...change }
}

const images = shallowRef<(ImageBitmap | null)[]>([])
let asked = 0
watch(
  ofSheets,
  async (list) => {
    const own = ++asked
    await orSay(async () => {
      const read = await Promise.all(list.map((pack) => (pack ? props.opened.image(pack.file) : null)))
      if (own === asked) images.value = read
    })
  },
  { immediate: true }
)

watch(
  [images, base, tints],
  () =>
    emit(
      'trial',
      images.value.some((image) => image !== null)
        ? {
            images: images.value,
            base: base.value,
            tints: tints.value.map((tint, c) => (tint.isOn && wells.value[c] ? tint.color : null))
          }
        : null
    ),
  { immediate: true, deep: true }
)
</script>

<style scoped>
.trial {
  display: grid;
  gap: 8px;
  align-content: start;
}

.channels li {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  padding: 5px 0;
  border-bottom: 1px solid var(--rule);
}

.channel {
  display: inline-flex;
  align-items: center;
  gap: 8px;
}

.channels input[type='color'] {
  width: 40px;
  height: 24px;
  padding: 0;
  border: 1px solid var(--ink);
  border-radius: var(--radius);
}
</style>
