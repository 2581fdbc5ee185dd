<template>
  <catalogue-page :title="person.mayManage ? 'People' : 'Your account'">
    <main class="keeper-page columns" data-testid="people">
      <div class="column">
        <accounts-panel v-if="person.mayManage" :accounts="accounts" @changed="load" />
        <password-panel />
        <tokens-panel :tokens="tokens" @changed="load" />
      </div>
      <div class="column">
        <shows-panel :shows="shows" :accounts="accounts" :reload="load" />
        <trail-panel v-if="person.mayManage" />
      </div>
    </main>
  </catalogue-page>
</template>

<script setup lang="ts">
import { onMounted, shallowRef } from 'vue'
import { api } from '@/api/client'
import { orSay } from '@/components/say'
import CataloguePage from '@/shell/catalogue-page.vue'
import { usePersonStore } from '@/stores/person'
import AccountsPanel from '@/views/people/accounts-panel.vue'
import PasswordPanel from '@/views/people/password-panel.vue'
import ShowsPanel from '@/views/people/shows-panel.vue'
import TokensPanel from '@/views/people/tokens-panel.vue'
import TrailPanel from '@/views/people/trail-panel.vue'
import type { Account, ApiToken, Show } from '@/api/types'

const person = usePersonStore()
const accounts = shallowRef<Account[]>([])
const shows = shallowRef<Show[]>([])
const tokens = shallowRef<ApiToken[]>([])

onMounted(load)

async function load(): Promise<void> {
  await orSay(async () => {
    const [some, more, others] = await Promise.all([
      person.mayManage ? api.accounts() : Promise.resolve([]),
      api.shows(),
      api.tokens()
    ])
    accounts.value = some
    shows.value = more
    tokens.value = others
    await person.load()
  })
}
</script>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 32px;
  align-items: start;
}

.column {
  display: grid;
  gap: 26px;
  min-width: 0;
}
</style>
