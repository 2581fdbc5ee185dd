<template>
  <section aria-labelledby="tokens-title">
    <h2 id="tokens-title">Tokens for scripts</h2>
    <notice-line v-if="secret" kind="good">
      Copy it now, it is shown this once: <code class="mono secret">{{ secret }}</code>
    </notice-line>
    <table v-if="tokens.length > 0" class="ledger">
      <thead>
        <tr>
          <th>Name</th>
          <th>Of</th>
          <th>May</th>
          <th>Ends</th>
          <th><span class="sr-only">What to do</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="token in tokens" :key="token.id" :class="{ soft: hasEnded(token) }">
          <td>{{ token.name }}</td>
          <td>{{ token.account }}</td>
          <td>{{ token.role }}</td>
          <td class="when">{{ hasEnded(token) ? 'has ended' : moment(token.endsAt) }}</td>
          <td class="acts"><button class="word-button" type="button" @click="end(token)">End it</button></td>
        </tr>
      </tbody>
    </table>
    <form class="new" @submit.prevent="create()">
      <el-input v-model="name" size="small" maxlength="80" placeholder="What for" aria-label="What the token is for" autocomplete="off" />
      <el-select v-model="role" size="small" class="role" aria-label="What the token may">
        <el-option v-for="r in roles" :key="r" :value="r" :label="r" />
      </el-select>
      <label class="days small">for <el-input-number v-model="days" size="small" :min="1" :max="366" :controls="false" aria-label="Days until it ends" /> days</label>
      <el-button size="small" native-type="submit" :disabled="name.trim() === ''">New token</el-button>
    </form>
    <p class="small soft">A script sends it as <code class="mono">Authorization: Bearer …</code> and may what you may, at most what it says here.</p>
  </section>
</template>

<script setup lang="ts">
import { ElButton, ElInput, ElInputNumber, ElOption, ElSelect } from 'element-plus'
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import NoticeLine from '@/components/notice-line.vue'
import { orSay } from '@/stores/say'
import { moment } from '@/model/words'
import { usePersonStore } from '@/stores/person'
import { isMeant } from '@/stores/ask'
import type { ApiToken, PersonRole } from '@/api/types'

defineProps<{ tokens: ApiToken[] }>()
const emit = defineEmits<{ changed: [] }>()

const person = usePersonStore()
const ROLES: PersonRole[] = ['look', 'work', 'manage']
const roles = computed(() => ROLES.slice(0, ROLES.indexOf(person.me?.role ?? 'look') + 1))
const name = ref('')
const role = ref<PersonRole>('look')
const days = ref(90)
const secret = ref<string | null>(null)

const { run: create } = useOneAtATime(async () => {
  secret.value = (await api.createToken(name.value, role.value, days.value)).secret
  name.value = ''
  emit('changed')
})

async function end(token: ApiToken): Promise<void> {
  if (!(await isMeant('Scripts that use it are refused from now on. It cannot be begun again.', `End the token ${token.name}?`, 'End it'))) return
  await orSay(() => api.endToken(token.id))
  secret.value = null
  emit('changed')
}

function hasEnded(token: ApiToken): boolean {
  return new Date(token.endsAt) < new Date()
}
</script>

<style scoped>
.secret {
  user-select: all;
  overflow-wrap: anywhere;
}

.role {
  flex: none;
  width: 100px;
}

.days {
  display: flex;
  gap: 5px;
  align-items: center;
  white-space: nowrap;
}

.days :deep(.el-input-number) {
  width: 56px;
}

.acts {
  text-align: right;
}

.new {
  display: flex;
  gap: 6px;
  margin: 8px 0;
}
</style>
