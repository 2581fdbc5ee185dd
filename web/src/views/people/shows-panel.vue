<template>
  <section aria-labelledby="shows-title">
    <h2 id="shows-title">Shows</h2>
    <ul class="shows">
      <li v-for="show in shows" :key="show.id" class="show" :data-testid="`show-${show.id}`">
        <div class="line">
          <name-field v-if="person.mayManage" :name="show.name" @rename="(name) => change(show.id, { name })" />
          <strong v-else>{{ show.name }}</strong>
          <span class="small soft">{{ count(show.assets, 'asset') }}</span>
        </div>
        <el-select
          v-if="person.mayManage"
          :model-value="chosen[show.id] ?? memberIds(show)"
          size="small"
          multiple
          filterable
          placeholder="Nobody but those who manage"
          :aria-label="`People of ${show.name}`"
          @change="(ids: number[]) => choose(show, ids)"
        >
          <el-option v-for="a in choosable" :key="a.id" :value="a.id" :label="a.name" />
        </el-select>
        <p v-else class="small">{{ show.members.map((m) => m.name).join(', ') }}</p>
      </li>
    </ul>
    <form v-if="person.mayManage" class="new" @submit.prevent="create()">
      <el-input v-model="name" size="small" maxlength="120" placeholder="Name of a new show" aria-label="Name of a new show" />
      <el-button size="small" native-type="submit" :disabled="name.trim() === ''">New show</el-button>
    </form>
    <p class="small soft">A show holds assets, palettes and recipes. Who does not belong to it does not see them; those who manage see all.</p>
  </section>
</template>

<script setup lang="ts">
import { ElButton, ElInput, ElOption, ElSelect } from 'element-plus'
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import NameField from '@/components/name-field.vue'
import { orSay } from '@/stores/say'
import { count } from '@/model/words'
import { usePersonStore } from '@/stores/person'
import type { Account, Show } from '@/api/types'

const props = defineProps<{ shows: Show[]; accounts: Account[]; reload: () => Promise<void> }>()
const person = usePersonStore()
const name = ref('')

/** Those who manage see every show without belonging to one. */
const choosable = computed(() => props.accounts.filter((a) => !a.isClosed && a.role !== 'manage'))

function memberIds(show: Show): number[] {
  return show.members.map((m) => m.id)
}

/** What was chosen last, while it is on its way: the next choice goes on from it. */
const chosen = ref<Record<number, number[]>>({})
let sending: Promise<void> = Promise.resolve()

function choose(show: Show, ids: number[]): void {
  chosen.value = { ...chosen.value, [show.id]: ids }
  void change(show.id, { members: ids })
}

/** Changes go on from each other. */
function change(id: number, to: { name?: string; members?: number[] }): Promise<void> {
  sending = sending.then(async () => {
    const present = props.shows.find((s) => s.id === id)!
    const isKept = await orSay(() =>
      api.changeShow(id, present.version, to.name ?? present.name, to.members ?? memberIds(present))
    )
    if (!isKept) chosen.value = {}
    await props.reload()
  })
  return sending
}

const { run: create } = useOneAtATime(async () => {
  await api.createShow(name.value)
  name.value = ''
  await props.reload()
})

</script>

<style scoped>
.shows {
  display: grid;
  gap: 12px;
}

.show {
  display: grid;
  gap: 6px;
  padding: 10px 12px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--paper-raised);
}

.line {
  display: flex;
  gap: 8px;
  align-items: baseline;
}

.new {
  display: flex;
  gap: 6px;
  margin: 10px 0;
}
</style>
