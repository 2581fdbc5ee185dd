<template>
  <form class="form" @submit.prevent="keep">
    <h3>New rule</h3>
    <div class="row">
      <el-select v-model="kind" size="small" class="kind" aria-label="What the rule looks at">
        <el-option value="PART" label="parts named" />
        <el-option value="MATERIAL" label="material" :disabled="words.MATERIAL.length === 0" />
        <el-option value="COLOR" label="vertex colour" :disabled="words.COLOR.length === 0" />
        <el-option v-if="words.FACE_GROUP.length > 0" value="FACE_GROUP" label="face group" />
        <el-option value="ALIKE" label="alike to the pick" />
      </el-select>
      <el-autocomplete
        v-if="kind !== 'ALIKE'"
        v-model="word"
        size="small"
        class="word"
        aria-label="Name or colour"
        :placeholder="PLACEHOLDERS[kind]"
        :fetch-suggestions="suggest"
      />
      <span v-else class="small word">{{ alikeWords }}</span>
    </div>
    <div class="row">
      <span class="small">into</span>
      <el-select v-model="groupId" size="small" class="word" placeholder="a drawer" aria-label="Drawer of the rule">
        <el-option v-for="g in store.groups" :key="g.id" :value="g.id" :label="`${g.number} ${g.name}`" />
      </el-select>
    </div>
    <p class="small soft preview">{{ previewWords }}</p>
    <el-button v-work native-type="submit" type="primary" size="small" :disabled="!written || !preview || preview.reached === 0">
      Keep the rule
    </el-button>
  </form>
</template>

<script setup lang="ts">
import { ElAutocomplete, ElButton, ElOption, ElSelect } from 'element-plus'
import { watchDebounced } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import { area, count } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { usePickingStore } from '@/stores/picking'
import { useSortingStore } from '@/stores/sorting'
import { useDraftsStore } from '@/stores/drafts'

import type { Revision, RuleKind, RulePreview, WrittenRule } from '@/api/types'

const TYPING_MS = 250
const PLACEHOLDERS: Partial<Record<RuleKind, string>> = {
  PART: 'bolt, or with * and ?',
  MATERIAL: 'brass, or with * and ?',
  COLOR: '#RRGGBB',
  FACE_GROUP: 'its number or name'
}

const props = defineProps<{ revision: Revision }>()
const emit = defineEmits<{ keep: [rule: WrittenRule] }>()
const store = useAssetStore()
const sorting = useSortingStore()
const picking = usePickingStore()

const drafts = useDraftsStore()
const draftName = `rule ${store.asset!.id}`
const begun = drafts.take<{ kind: RuleKind; word: string; groupId: number | null }>(draftName, null)
const kind = ref<RuleKind>(begun?.kind ?? 'PART')
const word = ref(begun?.word ?? '')
const groupId = ref<number | null>(store.groups.some((g) => g.id === begun?.groupId) ? begun!.groupId : null)
watch([kind, word, groupId], () => drafts.keep(draftName, null, { kind: kind.value, word: word.value, groupId: groupId.value }))
const preview = shallowRef<RulePreview | null>(null)
const problem = ref('')
/** The face that alike pieces are looked for from: the first that was picked when the kind was chosen. */
const face = ref(-1)

const words = computed<Record<Exclude<RuleKind, 'ALIKE'>, string[]>>(() => ({
  PART: [...new Set(props.revision.inspection?.parts.map((p) => p.name) ?? [])],
  MATERIAL: [...new Set(props.revision.inspection?.materials.map((m) => m.name) ?? [])],
  COLOR: props.revision.inspection?.vertexColors.map((c) => c.color) ?? [],
  FACE_GROUP: props.revision.inspection?.faceGroups.map((g) => g.name) ?? []
}))
const facePart = computed(() => {
  const { model } = sorting
  return model && face.value >= 0 ? model.partNames[model.facePart[face.value]!] || 'a part without name' : ''
})
const alikeWords = computed(() => (face.value < 0 ? 'Pick a piece on the model.' : `the piece of ${facePart.value}`))

const sought = computed<Omit<WrittenRule, 'groupId'> | null>(() => {
  if (kind.value === 'ALIKE') return face.value < 0 ? null : { kind: 'ALIKE', word: facePart.value, face: face.value, since: 0 }
  return word.value.trim() === '' ? null : { kind: kind.value, word: word.value.trim(), face: -1, since: 0 }
})
const written = computed<WrittenRule | null>(() =>
  sought.value && groupId.value !== null ? { ...sought.value, groupId: groupId.value } : null
)
const previewWords = computed(() => {
  if (problem.value) return problem.value
  if (!preview.value) return 'What it reaches is picked on the model before it is kept.'
  const { reached, byHand } = preview.value
  if (reached === 0) return 'It reaches nothing on this model.'
  const kept = byHand > 0 ? `; ${count(byHand, 'face')} of them stay where they were put by hand` : ''
  return `It reaches ${count(reached, 'face')}, ${area(preview.value.area)}${kept}.`
})

watch([kind, () => picking.pick], () => {
  if (kind.value !== 'ALIKE' || preview.value) return
  face.value = picking.pick ? (picking.pick.runs[0] ?? -1) : -1
})
watch(sought, () => {
  preview.value = null
  problem.value = ''
})
watchDebounced(sought, (next) => next && look(next), { debounce: TYPING_MS })

async function look(rule: Omit<WrittenRule, 'groupId'>): Promise<void> {
  try {
    await picking.pickAnswer(async () => {
      const found = await api.previewRule(store.asset!.id, props.revision.id, { ...rule, groupId: groupId.value ?? 0 })
      if (sought.value !== rule) return null
      preview.value = found
      return found.faceRanges
    })
  } catch (e) {
    problem.value = (e as Error).message
  }
}

function suggest(typed: string, show: (found: { value: string }[]) => void): void {
  const list = words.value[kind.value as Exclude<RuleKind, 'ALIKE'>]
  show(list.filter((w) => w.toLowerCase().includes(typed.toLowerCase())).slice(0, 40).map((value) => ({ value })))
}

function keep(): void {
  if (!written.value) return
  emit('keep', written.value)
  picking.letGo()
  word.value = ''
  face.value = -1
}
</script>

<style scoped>
.form {
  display: grid;
  gap: 6px;
  padding: 9px 14px 10px;
  border-top: 1px solid var(--ink);
}

.row {
  display: flex;
  align-items: center;
  gap: 6px;
}

.kind {
  flex: none;
  width: 144px;
}

.word {
  flex: 1;
}

.preview {
  min-height: 36px;
}
</style>
