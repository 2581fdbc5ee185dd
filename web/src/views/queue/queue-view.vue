<template>
  <catalogue-page title="Queue">
    <main v-if="queue" class="keeper-page" data-testid="queue">
      <p>{{ summary }}</p>
      <section aria-labelledby="processes-title">
        <h2 id="processes-title">Processes</h2>
        <table class="ledger">
          <thead>
            <tr>
              <th>Process</th>
              <th>State</th>
              <th class="number">Jobs now</th>
              <th class="number">At once</th>
              <th class="number">Memory</th>
              <th>Takes</th>
              <th>Since</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="p in processes" :key="p.name">
              <td class="mono">{{ p.name }}</td>
              <td>
                {{ STATES[p.state] ?? p.state }}
                <span v-if="p.state === 'silent'" class="small soft">last heard {{ moment(p.seenAt) }}</span>
              </td>
              <td class="number mono">{{ p.jobs || '–' }}</td>
              <td class="number mono">{{ p.kinds.length > 0 ? p.threads : '–' }}</td>
              <td class="number mono">{{ bytes(p.memoryMegabytes * 2 ** 20) }}</td>
              <td>{{ takes(p) }}</td>
              <td class="when">{{ moment(p.beganAt) }}</td>
            </tr>
          </tbody>
        </table>
        <button v-if="hasEnded" type="button" class="word-button ended" @click="showsEnded = !showsEnded">
          {{ showsEnded ? 'Hide those that have ended' : 'Show those that have ended' }}
        </button>
      </section>
      <section v-for="part in parts" :key="part.title" :aria-label="part.title">
        <h2>{{ part.title }}</h2>
        <p v-if="part.lines.length === 0" class="soft small">None.</p>
        <table v-else class="ledger">
          <thead>
            <tr>
              <th>Job</th>
              <th>Asset</th>
              <th>{{ part.isFailed ? 'Why' : 'Doing' }}</th>
              <th>By</th>
              <th>{{ part.time }}</th>
              <th v-if="part.isFailed"><span class="sr-only">Again</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="line in part.lines" :key="`${line.kind} ${line.id}`">
              <td>{{ KINDS[line.kind] ?? line.kind }} <span v-if="line.what" class="small soft what">{{ line.what }}</span></td>
              <td>
                <router-link v-if="line.assetId" :to="{ name: STATIONS[line.kind] ?? 'bring-in', params: { id: line.assetId } }">{{
                  line.assetName
                }}</router-link>
                <span v-else class="soft">removed</span>
              </td>
              <td class="why">{{ part.isFailed ? line.problem : doing(line) }}</td>
              <td class="mono small">{{ line.process ?? '–' }}</td>
              <td class="when">{{ when(line, part.at) }}</td>
              <td v-if="part.isFailed">
                <el-button size="small" @click="again(line)">Again</el-button>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
    </main>
    <main v-else class="keeper-page">{{ problem }}</main>
  </catalogue-page>
</template>

<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { ElButton } from 'element-plus'
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import { orSay } from '@/stores/say'
import { useReading } from '@/components/use-reading'
import { bytes, count, duration, moment, percent } from '@/model/words'
import CataloguePage from '@/shell/catalogue-page.vue'
import type { ProcessView, Queue, QueueLine } from '@/api/types'
import type { StationName } from '@/model/stations'

/** What waits, runs and failed, and who works on it; for those who manage. */
const LOOK_MS = 2000
const KINDS: Record<string, string> = {
  'read-revision': 'reads a model',
  'find-hidden': 'finds hidden faces',
  'bake-sheet': 'bakes a sheet',
  'lay-out': 'lays out UVs',
  'pack-handoff': 'packs'
}
const STATIONS: Record<string, StationName> = { 'bake-sheet': 'bake', 'pack-handoff': 'hand-off', 'find-hidden': 'sort' }
const STATES: Record<string, string> = { there: 'at work', silent: 'silent', ended: 'ended' }

const { value: queue, problem, load, look } = useReading<Queue>(api.queue)

const summary = computed(() => {
  const { running, waiting, longestWaitSeconds } = queue.value!.now
  if (running + waiting === 0) return 'Nothing waits and nothing runs.'
  const longest = waiting > 0 ? `, the first for ${duration(longestWaitSeconds)}` : ''
  return `${count(running, 'job')} ${running === 1 ? 'runs' : 'run'}, ${waiting} ${waiting === 1 ? 'waits' : 'wait'}${longest}.`
})

const showsEnded = ref(false)
const processes = computed(() => queue.value!.processes.filter((p) => showsEnded.value || p.state !== 'ended'))
const hasEnded = computed(() => queue.value!.processes.some((p) => p.state === 'ended'))

const parts = computed(() => {
  const q = queue.value!
  return [
    { title: 'Running', lines: q.running, time: 'Begun', at: 'beganAt' as const, isFailed: false },
    { title: 'Waiting', lines: q.waiting, time: 'Added', at: 'addedAt' as const, isFailed: false },
    { title: 'Failed last', lines: q.failed, time: 'Ended', at: 'endedAt' as const, isFailed: true },
    { title: 'Done last', lines: q.done, time: 'Ended', at: 'endedAt' as const, isFailed: false }
  ].filter((part) => part.at === 'endedAt' || part.lines.length > 0)
})

useIntervalFn(look, LOOK_MS)

async function again(line: QueueLine): Promise<void> {
  await orSay(() => api.jobAgain(line.kind, line.id))
  await load()
}

function doing(line: QueueLine): string {
  return line.state === 'running' ? `${line.doing}, ${percent(line.share, 0)}` : line.state
}

function when(line: QueueLine, at: 'addedAt' | 'beganAt' | 'endedAt'): string {
  return line[at] ? moment(line[at]) : '–'
}

function takes(p: ProcessView): string {
  const kinds = p.kinds.length === Object.keys(KINDS).length ? 'all jobs' : p.kinds.join(', ')
  return [...(p.servesPages ? ['pages'] : []), ...(kinds ? [kinds] : [])].join(', ')
}
</script>

<style scoped>
.ended {
  margin-top: 6px;
}

.what {
  display: block;
}

.why {
  max-width: 420px;
  overflow-wrap: anywhere;
}
</style>
