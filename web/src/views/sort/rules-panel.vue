<template>
  <div class="rules">
    <p class="small note">
      <router-link :to="{ name: 'recipe', params: { id: store.asset!.id } }">{{
        store.asset!.recipe ? `Recipe ${store.asset!.recipe.name}, version ${store.asset!.recipe.version}` : 'Recipes'
      }}</router-link>
      keep rules, masks and settings for other models.
    </p>
    <p class="small soft note">Later rules win over earlier ones, and what is claimed by hand over both.</p>
    <ol v-if="list" class="list">
      <li v-for="(rule, i) in list.rules" :key="`${rule.kind} ${rule.word} ${rule.face}`" class="rule">
        <div class="words">
          <button type="button" class="reach" title="Pick all that it reaches" @click="show(rule)">{{ rule.words }}</button>
          <span class="soft small">
            reaches {{ count(rule.reached, 'face') }}, holds {{ whole(rule.holds) }}
          </span>
        </div>
        <label-tag v-if="groupOf(rule)" class="tag" :number="groupOf(rule)!.number" :name="groupOf(rule)!.name" :color="groupOf(rule)!.color" />
        <span class="order">
          <button v-work type="button" title="Earlier" :disabled="i === 0" @click="move(i, -1)">↑</button>
          <button v-work type="button" title="Later, so that it wins" :disabled="i === list.rules.length - 1" @click="move(i, 1)">↓</button>
          <button v-work type="button" :title="`Take the rule ${rule.words} away`" @click="remove(i)">×</button>
        </span>
      </li>
      <li v-if="list.rules.length === 0" class="none soft">No rules yet. Write one below, or let groups be proposed.</li>
    </ol>
    <rule-form :revision="revision" @keep="add" />
  </div>
</template>

<script setup lang="ts">
import { shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import LabelTag from '@/components/label-tag.vue'
import { orSay } from '@/stores/say'
import { usePatience } from '@/components/use-patience'
import { count, whole } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { usePickingStore } from '@/stores/picking'
import RuleForm from '@/views/sort/rule-form.vue'
import { useChange } from '@/stores/use-change'

import type { Group, Revision, RuleList, WrittenRule } from '@/api/types'

const props = defineProps<{ revision: Revision }>()
const store = useAssetStore()
const picking = usePickingStore()
const change = useChange()
const list = shallowRef<RuleList | null>(null)

const ask = usePatience()
watch(
  [() => store.journalStamp, () => props.revision.id, () => props.revision.geometryVersion],
  ([stamp]) =>
    ask(
      () => stamp === store.journalStamp,
      async () => (list.value = await api.rules(store.asset!.id, props.revision.id))
    ),
  { immediate: true }
)

function groupOf(rule: WrittenRule): Group | undefined {
  return store.groups.find((g) => g.id === rule.groupId)
}

function show(rule: WrittenRule): void {
  void orSay(() => picking.pickAnswer(async () => (await api.previewRule(store.asset!.id, props.revision.id, rule)).faceRanges))
}

function keep(rules: WrittenRule[]): Promise<boolean> {
  const { version } = list.value!
  return change(() => api.keepRules(store.asset!.id, props.revision.id, version, rules))
}

function move(at: number, by: number): void {
  const rules: WrittenRule[] = [...list.value!.rules]
  const [rule] = rules.splice(at, 1)
  rules.splice(at + by, 0, rule!)
  void keep(rules)
}

function remove(at: number): void {
  void keep(list.value!.rules.filter((_, i) => i !== at))
}

function add(rule: WrittenRule): void {
  void keep([...list.value!.rules, rule])
}
</script>

<style scoped>
.rules {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
}

.note {
  padding: 8px 14px;
}

.list {
  flex: 1;
  overflow: auto;
}

.rule {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 8px;
  padding: 6px 14px;
  border-bottom: 1px solid var(--rule);
}

.words {
  display: grid;
  min-width: 0;
}

.reach {
  padding: 0;
  border: none;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  overflow-wrap: anywhere;
  cursor: pointer;
}

.reach:hover {
  text-decoration: underline;
}

.tag {
  grid-row: 2;
  justify-self: start;
  max-width: 190px;
  height: 24px;
}

.order {
  display: flex;
  gap: 2px;
  align-items: center;
  grid-row: 1 / 3;
  grid-column: 2;
}

.order button {
  width: 24px;
  height: 24px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--paper-raised);
  color: var(--ink);
  cursor: pointer;
}

.order button:disabled {
  opacity: 0.35;
  cursor: default;
}

.none {
  padding: 8px 14px;
}
</style>
