<template>
  <el-dropdown trigger="click" @command="(id: Action) => run(id)">
    <button class="opener small" type="button" :aria-label="`What to do with ${group.name}`">what to do…</button>
    <template #dropdown>
      <el-dropdown-menu>
        <el-dropdown-item command="edit" :disabled="!person.mayChange">Rename or recolour…</el-dropdown-item>
        <el-dropdown-item command="pick">Pick all of it</el-dropdown-item>
        <el-dropdown-item command="lock" :disabled="!person.mayChange">{{ group.isLocked ? 'Unlock' : 'Lock: claims take nothing out' }}</el-dropdown-item>
        <el-dropdown-item command="sight">{{ verbs.isAway.value ? 'Bring back into sight' : 'Put out of sight' }}</el-dropdown-item>
        <el-dropdown-item command="only">Show only this</el-dropdown-item>
        <el-dropdown-item command="split" :disabled="!person.mayChange" divided>Split by piece</el-dropdown-item>
        <el-dropdown-item command="merge" :disabled="!person.mayChange">Merge into…</el-dropdown-item>
        <el-dropdown-item command="number" :disabled="!person.mayChange">Swap numbers with…</el-dropdown-item>
        <el-dropdown-item command="color" :disabled="!person.mayChange">Swap colours with…</el-dropdown-item>
        <el-dropdown-item command="remove" :disabled="!person.mayChange" divided>Remove; its faces become unclaimed</el-dropdown-item>
      </el-dropdown-menu>
    </template>
  </el-dropdown>
  <other-group-dialog
    v-if="asking"
    :title="asking.title"
    :group="group"
    :action="asking.action"
    @choose="chooseOther"
    @close="asking = null"
  />
</template>

<script setup lang="ts">
import { ElDropdown, ElDropdownItem, ElDropdownMenu } from 'element-plus'
import { shallowRef } from 'vue'
import { api } from '@/api/client'
import { useAssetStore } from '@/stores/asset'
import { usePersonStore } from '@/stores/person'
import OtherGroupDialog from '@/views/sort/other-group-dialog.vue'
import { useChange } from '@/stores/use-change'
import { useDrawerVerbs } from '@/views/sort/use-drawer-verbs'

import type { Group, Revision } from '@/api/types'

type Action = 'edit' | 'pick' | 'lock' | 'sight' | 'only' | 'split' | 'merge' | 'number' | 'color' | 'remove'

interface Asked {
  title: string
  action: string
  run: (other: Group) => Promise<unknown>
}

const person = usePersonStore()
const props = defineProps<{ group: Group; revision: Revision }>()
const emit = defineEmits<{ edit: [] }>()

const store = useAssetStore()
const change = useChange()
const asking = shallowRef<Asked | null>(null)

const verbs = useDrawerVerbs(() => props.group)

function run(action: Action): void {
  const { id, name } = props.group
  const asset = store.asset!.id
  const actions: Record<Action, () => unknown> = {
    edit: () => emit('edit'),
    pick: verbs.pickAll,
    lock: verbs.toggleLock,
    sight: verbs.toggleSight,
    only: verbs.showOnly,
    split: () => change(() => api.splitGroup(asset, props.revision.id, id)),
    remove: () => change(() => api.mergeGroup(asset, id, 0)),
    merge: () => ask(`Merge ${name} into`, 'Merge', (o) => api.mergeGroup(asset, id, o.id)),
    number: () => ask(`Swap the number of ${name} with`, 'Swap', (o) => api.swapNumbers(asset, id, o.id)),
    color: () => ask(`Swap the colour of ${name} with`, 'Swap', (o) => api.swapColors(asset, id, o.id))
  }
  void actions[action]()
}

function ask(title: string, action: string, request: (other: Group) => Promise<unknown>): void {
  asking.value = { title, action, run: request }
}

async function chooseOther(other: Group): Promise<void> {
  const asked = asking.value!
  if (await change(() => asked.run(other))) asking.value = null
}
</script>

<style scoped>
.opener {
  border: none;
  background: none;
  color: var(--accent);
  font-family: inherit;
  text-decoration: underline;
  cursor: pointer;
}
</style>
