<template>
  <el-dialog :model-value="true" title="Known pieces" width="600" append-to-body @close="emit('close')">
    <div class="form">
      <p v-if="!view && !problem" class="small soft" role="status">Looking the model's pieces up…</p>
      <notice-line v-else-if="problem" kind="bad">{{ problem }}</notice-line>
      <template v-else-if="view">
        <p class="small">{{ view.words }}.</p>
        <p v-if="rows.length === 0" class="small soft">
          {{
            view.rows.length
              ? 'Everything that is known has a group already.'
              : 'Nothing of this model was sorted before. What is handed off, or declared well sorted, is known from then on.'
          }}
        </p>
        <div v-else class="lists">
          <ul v-if="groups.length" class="rows" aria-label="Known">
            <li v-for="g in groups" :key="g.option.key">
              <el-checkbox
                :model-value="!without.has(g.option.key)"
                :aria-label="`Keep ${g.option.name}`"
                @update:model-value="(isOn) => choose(g.option.key, isOn === true)"
              />
              <img class="place" :src="picture(g.places[0])" alt="" loading="lazy" />
              <label-tag :number="g.option.groupId === null ? null : g.option.number" :name="g.option.name" :color="g.option.color" />
              <span v-if="g.option.groupId === null" class="small">new</span>
              <span class="small amount">{{ count(g.pieces, 'piece') }}</span>
              <span class="small soft where" :title="names(g.places)">{{ where(g.places) }}</span>
              <button v-work type="button" class="small-button" :title="`Never propose ${g.option.name} for these again`" @click="refuse(g.rows, g.option.key)">
                Never
              </button>
            </li>
          </ul>
          <template v-if="asked.length">
            <h3 class="small">Known in several groups</h3>
            <ul class="rows" aria-label="Known in several groups">
              <li v-for="row in asked" :key="row.face" class="ask">
                <span class="small amount">{{ count(row.pieces, 'piece') }}</span>
                <el-radio-group v-model="picked[row.face]" :aria-label="`Group of ${count(row.pieces, 'piece')}`" class="options">
                  <el-radio v-for="o in row.options" :key="o.key" :value="o.key">
                    {{ o.name }} <span class="soft small">{{ count(o.pieces, 'piece') }} in {{ where(o.places) }}</span>
                  </el-radio>
                  <el-radio value="">leave</el-radio>
                </el-radio-group>
              </li>
            </ul>
          </template>
          <template v-if="sized.length">
            <h3 class="small">Known in another size only</h3>
            <ul class="rows" aria-label="Known in another size only">
              <li v-for="row in sized" :key="row.face">
                <el-checkbox v-model="isSizeTaken[row.face]" :aria-label="`Keep ${row.options[0].name} in another size`" />
                <img class="place" :src="picture(row.options[0].places[0])" alt="" loading="lazy" />
                <label-tag
                  :number="row.options[0].groupId === null ? null : row.options[0].number"
                  :name="row.options[0].name"
                  :color="row.options[0].color"
                />
                <span class="small amount">{{ count(row.pieces, 'piece') }}</span>
                <span class="small soft where" :title="names(row.options[0].places)">{{ where(row.options[0].places) }}</span>
              </li>
            </ul>
          </template>
        </div>
        <p v-if="rows.length" class="soft small">What has a group already keeps it. It is one step to undo.</p>
      </template>
      <p v-if="learned" class="small" role="status">{{ learned }}</p>
      <div class="buttons">
        <el-button v-work title="Others learn from this asset as it is sorted now; a hand-off says the same" @click="learn">This asset is well sorted</el-button>
        <span class="gap" />
        <el-button @click="emit('close')">Cancel</el-button>
        <el-button v-work type="primary" :disabled="choices.length === 0" @click="keep">
          Keep{{ choices.length ? ` ${count(pieces(chosenRows), 'piece')}` : '' }}
        </el-button>
      </div>
    </div>
  </el-dialog>
</template>

<script setup lang="ts">
import { ElButton, ElCheckbox, ElDialog, ElRadio, ElRadioGroup } from 'element-plus'
import { computed, reactive, ref, shallowRef } from 'vue'
import { api } from '@/api/client'
import LabelTag from '@/components/label-tag.vue'
import NoticeLine from '@/components/notice-line.vue'
import { byGroup, open, pieces } from '@/model/known'
import { count } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { orSay } from '@/stores/say'
import { useChange } from '@/stores/use-change'

import type { KnownOption, KnownRow, KnownView } from '@/api/types'

/** What the studio has sorted before of a model's pieces, as tags before it is kept. */
const props = defineProps<{ revisionId: number }>()
const emit = defineEmits<{ close: [] }>()

const store = useAssetStore()
const change = useChange()
const view = shallowRef<KnownView | null>(null)
const problem = ref<string | null>(null)
/** What was said of declaring the asset well sorted. */
const learned = ref('')
/** Keys of groups that are left out. */
const without = shallowRef(new Set<string>())
const picked = reactive<Record<number, string>>({})
const isSizeTaken = reactive<Record<number, boolean>>({})
const rows = computed(() => open(view.value?.rows ?? []))
const groups = computed(() => byGroup(rows.value.filter((row) => row.isSure)))
const asked = computed(() => rows.value.filter((row) => !row.isSure && !row.isInAnotherSize))
const sized = computed(() => rows.value.filter((row) => row.isInAnotherSize))

function keyOf(row: KnownRow): string {
  if (row.isSure) return without.value.has(row.options[0].key) ? '' : row.options[0].key
  if (row.isInAnotherSize) return isSizeTaken[row.face] ? row.options[0].key : ''
  return picked[row.face] ?? ''
}

const chosenRows = computed(() => rows.value.filter((row) => keyOf(row) !== ''))
const choices = computed(() => chosenRows.value.map((row) => ({ face: row.face, key: keyOf(row) })))

function choose(key: string, isWanted: boolean): void {
  const next = new Set(without.value)
  if (isWanted) next.delete(key)
  else next.add(key)
  without.value = next
}

function names(places: KnownOption['places']): string {
  return places.map((p) => p.name).join(', ')
}

function where(places: KnownOption['places']): string {
  return places.length === 1 ? places[0].name : count(places.length, 'asset')
}

function picture(place: KnownOption['places'][number]): string {
  return api.pictureUrl(place.assetId, place.revisionId, 0)
}

async function load(): Promise<void> {
  try {
    view.value = await api.known(store.asset!.id, props.revisionId)
  } catch (e) {
    problem.value = (e as Error).message
  }
}

async function refuse(refused: KnownRow[], key: string): Promise<void> {
  await orSay(async () => {
    const faces = refused.map((row) => row.face)
    await api.refuseKnown(store.asset!.id, props.revisionId, faces, key)
    await load()
  })
}

async function learn(): Promise<void> {
  await orSay(async () => {
    await api.learn(store.asset!.id)
    learned.value = 'Its pieces are being learned; others know them when that is done.'
  })
}

async function keep(): Promise<void> {
  const isDone = await change(() => api.keepKnown(store.asset!.id, props.revisionId, choices.value))
  if (isDone) emit('close')
}

void load()
</script>

<style scoped>
.form {
  display: grid;
  gap: 10px;
}

.lists {
  display: grid;
  gap: 8px;
  max-height: 46vh;
  overflow: auto;
}

.rows li {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 3px 0;
}

.place {
  width: 46px;
  height: 36px;
  object-fit: cover;
  background: var(--stage-paper);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}

.amount {
  margin-left: auto;
  white-space: nowrap;
}

.where {
  width: 150px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.ask .amount {
  margin-left: 0;
}

.options {
  display: flex;
  flex-wrap: wrap;
}

.buttons {
  display: flex;
  align-items: center;
}

.gap {
  flex: 1;
}
</style>
