<template>
  <catalogue-page title="Trash">
    <main v-if="items" class="keeper-page" data-testid="trash">
      <p v-if="items.length === 0" class="soft">The trash is empty. Assets, models that were replaced, bakes and packages can be put here, and taken back.</p>
      <template v-else>
      <p class="soft">Until its day comes, everything here can be taken back as it was.</p>
      <table class="ledger">
        <thead>
          <tr>
            <th>What</th>
            <th>Asset</th>
            <th>Put here</th>
            <th>Goes for good</th>
            <th><span class="sr-only">What to do</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="item in items" :key="`${item.kind} ${item.id}`">
            <td>
              {{ item.kind }} <span v-if="item.kind !== 'asset'" class="small soft">{{ item.name }}</span>
            </td>
            <td>{{ item.assetName }}</td>
            <td class="when">{{ moment(item.trashedAt) }}</td>
            <td class="when">{{ moment(item.goesAt) }}</td>
            <td class="acts">
              <el-button v-if="person.mayWork" size="small" @click="takeBack(item)">Take back</el-button>
              <el-button v-if="person.mayManage" size="small" @click="remove(item)">Remove for good…</el-button>
            </td>
          </tr>
        </tbody>
      </table>
      </template>
    </main>
    <main v-else class="keeper-page">{{ problem }}</main>
  </catalogue-page>
</template>

<script setup lang="ts">
import { ElButton, ElMessageBox } from 'element-plus'
import { api } from '@/api/client'
import { orSay } from '@/stores/say'
import { useReading } from '@/components/use-reading'
import { moment } from '@/model/words'
import CataloguePage from '@/shell/catalogue-page.vue'
import { usePersonStore } from '@/stores/person'
import { CANCEL } from '@/stores/ask'
import type { Trashed } from '@/api/types'

const person = usePersonStore()
const { value: items, problem, load } = useReading(api.trash)

async function takeBack(item: Trashed): Promise<void> {
  await orSay(() => api.takeBack(item.kind, item.id))
  await load()
}

async function remove(item: Trashed): Promise<void> {
  const what = item.kind === 'asset' ? item.name : `${item.name} of ${item.assetName}`
  const isMeant = await ElMessageBox.confirm(`Nobody can bring ${what} back after this.`, 'Remove for good', {
    confirmButtonText: 'Remove it',
    cancelButtonText: CANCEL,
    type: 'warning'
  }).then(
    () => true,
    () => false
  )
  if (!isMeant) return
  await orSay(() => api.removeForGood(item.kind, item.id))
  await load()
}
</script>

<style scoped>
.acts {
  text-align: right;
  white-space: nowrap;
}
</style>
