<template>
  <catalogue-page title="Sign in">
    <main class="content">
      <form class="card" @submit.prevent="enter">
        <h1>Who is working?</h1>
        <p v-if="isAgain" class="soft">You were signed out meanwhile. Sign in again to go on where you were.</p>
        <label for="sign-in-name">Name</label>
        <el-input id="sign-in-name" v-model="name" name="username" autocomplete="username" maxlength="80" autofocus />
        <label for="sign-in-password">Password</label>
        <el-input
          id="sign-in-password"
          v-model="password"
          name="password"
          type="password"
          autocomplete="current-password"
          show-password
          maxlength="80"
        />
        <notice-line v-if="problem" kind="bad">{{ problem }}</notice-line>
        <el-button type="primary" native-type="submit" :disabled="name.trim() === '' || password === ''" :loading="isBusy">Sign in</el-button>
        <p class="soft small">Those who manage this studio make accounts and give new passwords.</p>
      </form>
    </main>
  </catalogue-page>
</template>

<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import NoticeLine from '@/components/notice-line.vue'
import CataloguePage from '@/shell/catalogue-page.vue'
import { usePersonStore } from '@/stores/person'

const route = useRoute()
const router = useRouter()
const person = usePersonStore()
const name = ref('')
const password = ref('')
const problem = ref<string | null>(null)
const isBusy = ref(false)
const isAgain = route.query.again !== undefined

async function enter(): Promise<void> {
  isBusy.value = true
  problem.value = null
  try {
    await person.signIn(name.value.trim(), password.value)
    const to = route.query.to
    await router.replace(typeof to === 'string' && to.startsWith('/') && !to.startsWith('//') ? to : '/')
  } catch (e) {
    problem.value = (e as Error).message
    password.value = ''
  }
  isBusy.value = false
}
</script>

<style scoped>
.content {
  display: grid;
  flex: 1;
  place-items: start center;
  padding-top: 12vh;
}

.card {
  display: grid;
  gap: 8px;
  width: 340px;
  padding: 26px 28px;
  border: 1px solid var(--ink);
  border-radius: var(--radius);
  background: var(--paper-raised);
}

.card :deep(.el-button) {
  margin-top: 10px;
}

label {
  margin-top: 6px;
}
</style>
