<template>
  <section aria-labelledby="accounts-title">
    <h2 id="accounts-title">Accounts</h2>
    <table class="ledger">
      <thead>
        <tr>
          <th>Name</th>
          <th>May</th>
          <th><span class="sr-only">What to do</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="account in accounts" :key="account.id" :class="{ soft: account.isClosed }">
          <td>{{ account.name }} <span v-if="account.isClosed" class="small">closed</span></td>
          <td>
            <el-select
              :model-value="account.role"
              size="small"
              class="role"
              :aria-label="`What ${account.name} may`"
              @change="(chosen: PersonRole) => change(account, chosen, account.isClosed)"
            >
              <el-option v-for="r in ROLES" :key="r" :value="r" :label="r" />
            </el-select>
          </td>
          <td class="acts">
            <button class="word-button" type="button" @click="givePassword(account)">New password…</button>
            <button class="word-button" type="button" @click="change(account, account.role, !account.isClosed)">
              {{ account.isClosed ? 'Open again' : 'Close' }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <form class="new" @submit.prevent="create()">
      <el-input v-model="name" size="small" maxlength="80" placeholder="Name" aria-label="Name of a new account" autocomplete="off" />
      <el-input
        v-model="password"
        size="small"
        type="password"
        maxlength="72"
        placeholder="Password, 12 characters or more"
        aria-label="Password of the new account"
        autocomplete="new-password"
      />
      <el-select v-model="role" size="small" class="role" aria-label="What the new account may">
        <el-option v-for="r in ROLES" :key="r" :value="r" :label="r" />
      </el-select>
      <el-button size="small" native-type="submit" :disabled="name.trim() === '' || password.length < 12">New account</el-button>
    </form>
    <p class="small soft">Look: see the assets of one's shows. Work: change them. Manage: all shows, people, the queue, removing for good.</p>
  </section>
</template>

<script setup lang="ts">
import { ElButton, ElInput, ElMessage, ElMessageBox, ElOption, ElSelect } from 'element-plus'
import { ref } from 'vue'
import { api } from '@/api/client'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { orSay } from '@/stores/say'
import { CANCEL } from '@/stores/ask'
import type { Account, PersonRole } from '@/api/types'

defineProps<{ accounts: Account[] }>()
const emit = defineEmits<{ changed: [] }>()

const ROLES: PersonRole[] = ['look', 'work', 'manage']
const name = ref('')
const password = ref('')
const role = ref<PersonRole>('work')

const { run: create } = useOneAtATime(async () => {
  await api.createAccount(name.value, password.value, role.value)
  name.value = password.value = ''
  emit('changed')
})

async function change(account: Account, next: PersonRole, isClosed: boolean): Promise<void> {
  await orSay(() => api.changeAccount(account.id, account.version, next, isClosed))
  emit('changed')
}

async function givePassword(account: Account): Promise<void> {
  const answer = await ElMessageBox.prompt(`${account.name} is signed out everywhere by it.`, 'New password', {
    inputType: 'password',
    inputPattern: /^.{12,}$/u,
    inputErrorMessage: 'At least 12 characters; several words make a good one.',
    confirmButtonText: 'Set it',
    cancelButtonText: CANCEL
  }).catch(() => null)
  if (!answer) return
  const isSet = await orSay(() => api.setPassword(account.id, answer.value))
  if (isSet) ElMessage({ type: 'success', message: `${account.name} has the new password.` })
}
</script>

<style scoped>
.role {
  flex: none;
  width: 100px;
}

.acts {
  text-align: right;
  white-space: nowrap;
}

.acts > * + * {
  margin-left: 12px;
}

.new {
  display: flex;
  gap: 6px;
  margin: 8px 0;
}
</style>
