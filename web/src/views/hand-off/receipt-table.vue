<template>
  <section class="receipt" data-testid="receipt">
    <notice-line :kind="receipt.isAccepted ? 'good' : 'bad'">
      <strong>{{ receipt.isAccepted ? 'The receiver accepted the package.' : 'The receiver refused the package.' }}</strong>
      <template v-if="receipt.isAccepted">
        {{ ' ' }}{{ count(receipt.files, 'file') }} with the right checksum; {{ differing === 0 ? 'every pick' : 'not every pick' }}
        by colour took exactly its mask.
      </template>
      <p v-for="problem in receipt.problems" :key="problem">{{ problem }}</p>
    </notice-line>
    <notice-line v-if="receipt.remarks.length" kind="warn">
      <strong>What a stranger would get wrong</strong>
      <p v-for="remark in receipt.remarks" :key="remark">{{ remark }}</p>
    </notice-line>
    <details v-for="sheet in receipt.sheets" :key="sheet.name" :open="isOpen && receipt.sheets.length === 1">
      <summary>Sheet {{ sheet.name }}, {{ sheet.width }} × {{ sheet.height }} px: {{ sheetWords(sheet) }}</summary>
      <table v-if="sheet.masks.length">
        <thead>
          <tr>
            <th>mask</th>
            <th>tolerance</th>
            <th>picked</th>
            <th>wrong</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="m in sheet.masks" :key="m.name">
            <td><span class="chip" :style="{ background: m.color }" />{{ m.name }}</td>
            <td class="mono">{{ m.tolerance }}</td>
            <td class="mono">{{ whole(m.picked) }}</td>
            <td class="mono">{{ wrongWords(m) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-for="p in sheet.packs" :key="p.file" class="small">
        <span class="mono">{{ p.file }}</span>: {{ p.channels.map(channelWords).join('; ') }}
      </p>
      <p v-for="l in sheet.layers" :key="l.file" class="small">
        <span class="mono">{{ l.file }}</span>: {{ layerWords(l.layers) }}
      </p>
    </details>
    <ul v-if="receipt.meshes.length" class="small">
      <li v-for="m in receipt.meshes" :key="m.file"><span class="mono">{{ m.file }}</span>: {{ meshWords(m) }}</li>
    </ul>
  </section>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import NoticeLine from '@/components/notice-line.vue'
import { count, whole } from '@/model/words'

import type { ChannelReceipt, MaskReceipt, Receipt } from '@/api/types'

const props = defineProps<{ receipt: Receipt; isOpen: boolean }>()

function wrongWords({ wronglyTaken, wronglyLeft }: MaskReceipt): string {
  if (wronglyTaken + wronglyLeft === 0) return '0'
  return `${whole(wronglyTaken)} taken, ${whole(wronglyLeft)} left`
}

function channelWords({ channel, of, differing: texels }: ChannelReceipt): string {
  const found = texels < 0 ? 'no mask to compare with' : texels === 0 ? 'as its mask' : `${count(texels, 'texel')} differ`
  return `${channel} is ${of}, ${found}`
}

function sheetWords(sheet: Receipt['sheets'][number]): string {
  const parts = [count(sheet.masks.length, 'pick')]
  if (sheet.packs.length) parts.push(count(sheet.packs.length, 'pack'))
  if (sheet.layers.length) parts.push(count(sheet.layers.length, 'layered file'))
  return parts.join(', ')
}

function layerWords(layers: ChannelReceipt[]): string {
  const wrong = layers.filter((l) => l.differing > 0).length
  const compared = layers.filter((l) => l.differing >= 0).length
  return `${count(layers.length, 'layer')}, ${compared} compared with their masks, ${wrong === 0 ? 'none differs' : `${wrong} differ`}`
}

function meshWords(m: Receipt['meshes'][number]): string {
  if (m.carries === 'nothing') return 'clean, nothing to compare'
  if (m.faces === 0) return 'as it came, not compared'
  const beside = m.beside > 0 ? `; ${count(m.beside, 'face')} on no sheet with an ID map` : ''
  return `${count(m.faces, 'face')}, ${m.differing === 0 ? 'each as the ID map at its middle' : `${m.differing} differ from the ID map at their middle`}${beside}`
}

const differing = computed(() =>
  props.receipt.sheets.flatMap((s) => s.masks).reduce((sum, m) => sum + m.wronglyTaken + m.wronglyLeft, 0)
)
</script>

<style scoped>
.receipt {
  display: grid;
  gap: 8px;
}

summary {
  cursor: pointer;
}

table {
  width: 100%;
  margin-top: 6px;
  border-collapse: collapse;
  font-size: var(--text-small);
}

th,
td {
  padding: 4px 8px;
  border-bottom: 1px solid var(--rule);
  text-align: right;
}

th:first-child,
td:first-child {
  text-align: left;
}

.chip {
  display: inline-block;
  width: 16px;
  height: 11px;
  margin-right: 8px;
  border: 1px solid var(--ink);
}
</style>
