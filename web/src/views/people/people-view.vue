<template>
  <catalogue-page :title="person.mayManage ? 'People' : 'Your account'">
    <main class="keeper-page columns" data-testid="people">
      <div class="column">
        <notice-line v-if="problem" kind="bad">{{ problem }}</notice-line>
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
import { computed } from 'vue'
import { api } from '@/api/client'
import NoticeLine from '@/components/notice-line.vue'
import { useReading } from '@/components/use-reading'
import CataloguePage from '@/shell/catalogue-page.vue'
import { usePersonStore } from '@/stores/person'
import AccountsPanel from '@/views/people/accounts-panel.vue'
import PasswordPanel from '@/views/people/password-panel.vue'
import ShowsPanel from '@/views/people/shows-panel.vue'
import TokensPanel from '@/views/people/tokens-panel.vue'
import TrailPanel from '@/views/people/trail-panel.vue'

const person = usePersonStore()
const { value, problem, load } = useReading(async () => {
  const [accounts, shows, tokens] = await Promise.all([
    person.mayManage ? api.accounts() : Promise.resolve([]),
    api.shows(),
    api.tokens()
  ])
  await person.load()
  return { accounts, shows, tokens }
})
const accounts = computed(() => value.value?.accounts ?? [])
const shows = computed(() => value.value?.shows ?? [])
const tokens = computed(() => value.value?.tokens ?? [])
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
