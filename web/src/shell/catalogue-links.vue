<template>
  <nav class="links" aria-label="Pages of the catalogue">
    <router-link v-for="link in links" :key="link.name" :to="{ name: link.name }">{{ link.label }}</router-link>
    <template v-if="person.isStudio && person.me?.isSignedIn">
      <span class="soft small who" :title="`Signed in; may ${person.me.role}`">{{ person.me.name }}</span>
      <button class="word-button" type="button" @click="leave">Sign out</button>
    </template>
  </nav>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { orSay } from '@/stores/say'
import { usePersonStore } from '@/stores/person'

const person = usePersonStore()
const router = useRouter()

const links = computed(() => {
  if (!person.me?.isSignedIn) return []
  return [
    { name: 'catalogue', label: 'Catalogue' },
    { name: 'trash', label: 'Trash' },
    ...(person.mayManage
      ? [
          { name: 'queue', label: 'Queue' },
          { name: 'space', label: 'Space' }
        ]
      : []),
    ...(person.isStudio ? [{ name: 'people', label: person.mayManage ? 'People' : 'Your account' }] : [])
  ]
})

async function leave(): Promise<void> {
  await orSay(async () => {
    await person.signOut()
    await router.push({ name: 'sign-in' })
  })
}
</script>

<style scoped>
.links {
  display: flex;
  gap: 16px;
  align-items: center;
  margin-left: auto;
}

.links a {
  text-decoration: none;
}

.links a:hover,
.links a.router-link-exact-active {
  text-decoration: underline;
  text-underline-offset: 5px;
}

.links a.router-link-exact-active {
  font-weight: 600;
}

.who {
  padding-left: 16px;
  border-left: 1px solid var(--rule-strong);
}
</style>
