<template>
  <catalogue-page title="Space">
    <main v-if="space" class="keeper-page" data-testid="space">
      <p>
        The database takes {{ bytes(space.database) }}; {{ bytes(space.free) }} are free on this machine's disk of local copies,
        which hold {{ bytes(space.cache) }} of {{ bytes(space.cacheLimit) }} at most.
      </p>
      <section aria-labelledby="kinds-title">
        <h2 id="kinds-title">What is kept</h2>
        <ul class="kinds">
          <li v-for="kind in kinds" :key="kind.label" class="kind">
            <span>{{ kind.label }}</span>
            <span class="track"><span class="share" :style="{ width: `${100 * kind.share}%` }" /></span>
            <span class="number mono">{{ bytes(kind.bytes) }}</span>
            <span class="small soft">{{ kind.note }}</span>
          </li>
        </ul>
      </section>
      <section aria-labelledby="largest-title">
        <h2 id="largest-title">Assets that keep most</h2>
        <table class="ledger narrow">
          <thead>
            <tr>
              <th>Asset</th>
              <th class="number">Models, maps, packages and images</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="asset in space.assets" :key="asset.id">
              <td>
                <router-link :to="{ name: 'hand-off', params: { id: asset.id } }">{{ asset.name }}</router-link>
                <span v-if="asset.isInTrash" class="small soft"> in the trash</span>
              </td>
              <td class="number mono">{{ bytes(asset.bytes) }}</td>
            </tr>
          </tbody>
        </table>
        <p class="small soft">What assets share, the files of a copied one for example, counts for each of them here and once above.</p>
      </section>
    </main>
    <main v-else class="keeper-page">{{ problem }}</main>
  </catalogue-page>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import { api } from '@/api/client'
import { useReading } from '@/components/use-reading'
import { bytes } from '@/model/words'
import CataloguePage from '@/shell/catalogue-page.vue'

/** What takes the space; for those who manage. */
const { value: space, problem } = useReading(api.space)

const kinds = computed(() => {
  const s = space.value!
  const all = [
    { label: 'Models', bytes: s.models, note: 'files as they were brought in' },
    { label: 'Maps', bytes: s.maps, note: 'what bakes left' },
    { label: 'Packages', bytes: s.packages, note: 'hand-offs' },
    { label: 'Images', bytes: s.images, note: 'reference pictures, grey and ID images' },
    { label: 'Nobody’s', bytes: s.unused, note: 'deleted a day after nothing needs it' }
  ]
  const most = Math.max(1, ...all.map((k) => k.bytes))
  return all.map((k) => ({ ...k, share: k.bytes > 0 ? Math.max(0.004, k.bytes / most) : 0 }))
})
</script>

<style scoped>
.kinds {
  display: grid;
  gap: 6px;
  max-width: 860px;
}

.kind {
  display: grid;
  grid-template-columns: 90px 1fr 90px 270px;
  gap: 14px;
  align-items: center;
}

.track {
  height: 14px;
  background: var(--paper-sunk);
}

.share {
  display: block;
  height: 100%;
  background: var(--ink-mid);
}

.number {
  text-align: right;
}

.narrow {
  max-width: 560px;
}
</style>
