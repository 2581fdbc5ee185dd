<template>
  <section aria-labelledby="trail-title">
    <h2 id="trail-title">Who did what</h2>
    <table class="ledger small">
      <thead>
        <tr>
          <th>When</th>
          <th>Who</th>
          <th>What</th>
          <th>From</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="entry in entries" :key="entry.id">
          <td class="when">{{ moment(entry.at) }}</td>
          <td>{{ entry.person }}<span v-if="entry.token" class="soft">, token {{ entry.token }}</span></td>
          <td class="mono act">{{ entry.act }}</td>
          <td class="mono">{{ entry.address }}</td>
        </tr>
      </tbody>
    </table>
    <el-button v-if="hasMore" size="small" :loading="isUnderWay" @click="run">Earlier ones</el-button>
  </section>
</template>

<script setup lang="ts">
import { ElButton } from 'element-plus'
import { onMounted, ref } from 'vue'
import { api } from '@/api/client'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { usePatience } from '@/components/use-patience'
import { moment } from '@/model/words'
import type { TrailEntry } from '@/api/types'

/** Changes with who made them, the newest first. */
const PAGE = 200
const entries = ref<TrailEntry[]>([])
const hasMore = ref(false)

const { isUnderWay, run } = useOneAtATime(addEarlier)
const ask = usePatience()
onMounted(() => ask(() => entries.value.length === 0, addEarlier))

async function addEarlier(): Promise<void> {
  const more = await api.trail(entries.value.at(-1)?.id ?? null)
  entries.value.push(...more)
  hasMore.value = more.length === PAGE
}
</script>

<style scoped>
.act {
  overflow-wrap: anywhere;
}
</style>
