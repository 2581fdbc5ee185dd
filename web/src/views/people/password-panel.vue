<template>
  <section aria-labelledby="password-title">
    <h2 id="password-title">Your password</h2>
    <form class="new" @submit.prevent="change">
      <el-input v-model="present" size="small" type="password" maxlength="72" placeholder="Present one" aria-label="Present password" autocomplete="current-password" />
      <el-input v-model="next" size="small" type="password" maxlength="72" placeholder="New one, 12 characters or more" aria-label="New password" autocomplete="new-password" />
      <el-button size="small" native-type="submit" :disabled="present === '' || next.length < 12">Change it</el-button>
    </form>
  </section>
</template>

<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/client'
import { orSay } from '@/stores/say'
import { usePersonStore } from '@/stores/person'

const router = useRouter()
const person = usePersonStore()
const present = ref('')
const next = ref('')

/** Every session of the account ends by it, this one too. */
async function change(): Promise<void> {
  const isChanged = await orSay(() => api.changePassword(present.value, next.value))
  if (!isChanged) return
  await person.load()
  await router.push({ name: 'sign-in' })
}
</script>

<style scoped>
.new {
  display: flex;
  gap: 6px;
}
</style>
