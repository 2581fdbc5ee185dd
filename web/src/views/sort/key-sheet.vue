<template>
  <el-dialog :model-value="true" title="Keys of the Sort station" width="1080" top="4vh" append-to-body @close="emit('close')">
    <p class="soft small how">
      Click on a key to give the command another one. Letters stand for places on the keyboard; they are written as this keyboard types them.
    </p>
    <div class="verbs">
      <el-checkbox v-model="keys.hasLetters">letters by themselves are commands</el-checkbox>
      <el-button size="small" :disabled="!isOwn" @click="keys.reset()">All as at first</el-button>
      <router-link class="small" to="/guide">Guide: what people come for, step by step</router-link>
      <span class="small" role="status">{{ said }}</span>
    </div>
    <div class="sheet">
      <section v-for="[section, rows] in sections" :key="section">
        <h3>{{ section }}</h3>
        <dl>
          <template v-for="line in rows" :key="line.name">
            <dt>
              <button
                v-if="line.id"
                type="button"
                class="keys"
                :class="{ asked: asked === line.id }"
                :aria-label="`${line.name}: ${line.shown || 'no key'}. Change`"
                @click="ask(line.id)"
                @keydown="take($event, line)"
                @blur="asked = null"
              >
                <span v-if="asked === line.id" class="press">press a key</span>
                <template v-else>
                  <kbd v-for="k in line.shown.split(' ').filter(Boolean)" :key="k" class="mono">{{ k }}</kbd>
                  <span v-if="!line.shown" class="soft">none</span>
                </template>
              </button>
              <template v-else>
                <kbd v-for="k in line.shown.split(' ')" :key="k" class="mono">{{ k }}</kbd>
              </template>
            </dt>
            <dd>{{ line.name }}</dd>
          </template>
        </dl>
      </section>
    </div>
  </el-dialog>
</template>

<script setup lang="ts">
import { ElButton, ElCheckbox, ElDialog } from 'element-plus'
import { computed, ref } from 'vue'
import { useKeysStore } from '@/stores/keys'
import { VIEW_KEYS } from '@/stage/keyboard'
import { keyOf, useCommands } from '@/views/sort/commands'
import { STROKES } from '@/views/sort/use-strokes'

/** Every key, made from the table of commands; each can be changed. */
const emit = defineEmits<{ close: [] }>()
const commands = useCommands()
const keys = useKeysStore()

interface Row {
  /** Null for what cannot be changed. */
  id: string | null
  usual: string
  shown: string
  name: string
}

const MODIFIERS = ['Shift', 'Control', 'Alt', 'Meta', 'AltGraph', 'CapsLock', 'Tab']

const asked = ref<string | null>(null)
const said = ref('')
const isOwn = computed(() => Object.keys(keys.own).length > 0 || !keys.hasLetters)

const fixed = (shown: string, name: string): Row => ({ id: null, usual: shown, shown, name })
const all = computed<(Row & { section: string })[]>(() => [
  ...commands.list.map((c) => ({ ...row(c), section: c.section })),
  ...STROKES.map((s) => ({ ...row(s), section: 'Hold and draw over the model' }))
])

function row({ id, key, name }: { id: string; key: string; name: string }): Row {
  return { id, usual: key, shown: keys.shown(commands.keyOf({ id, key })), name }
}

const sections = computed(() => {
  const found = new Map<string, Row[]>()
  for (const one of all.value) found.set(one.section, [...(found.get(one.section) ?? []), one])
  found.get('Drawers')?.unshift(fixed('0 … 9', 'put the pick into the drawer with this number'))
  found
    .get('Hold and draw over the model')
    ?.push(fixed('Shift', 'with a click or a stroke: add'), fixed('Ctrl', 'with a click or a stroke: take away; Alt where the desktop leaves it'))
  found.set('Without a mouse', VIEW_KEYS.map(([key, name]) => fixed(key, name)))
  return found
})

function ask(id: string): void {
  asked.value = id
  said.value = 'Press the new key; Backspace for none, Esc to leave it as it is.'
}

function take(e: KeyboardEvent, { id, usual, name }: Row): void {
  if (asked.value !== id || !id || MODIFIERS.includes(e.key)) return
  e.preventDefault()
  e.stopPropagation()
  asked.value = null
  said.value = ''
  if (e.key === 'Escape') return
  const key = e.key === 'Backspace' ? '' : keyOf(e)
  if (/^\d$/.test(key)) {
    said.value = 'Digits put the pick into drawers.'
    return
  }
  const other = all.value.find((r) => key && r.id !== id && r.shown.toUpperCase() === keys.shown(key).toUpperCase())
  if (other?.id) keys.setKey(other.id, other.usual, '')
  keys.setKey(id, usual, key)
  said.value = other ? `${keys.shown(key)} is “${name}” now; “${other.name}” has no key.` : ''
}
</script>

<style scoped>
.how {
  max-width: 80ch;
}

.verbs {
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 4px 0 10px;
}

.sheet {
  columns: 3;
  column-gap: 28px;
}

section {
  break-inside: avoid;
  padding-bottom: 12px;
}

h3 {
  padding-bottom: 3px;
  border-bottom: 1px solid var(--rule);
}

dl {
  display: grid;
  grid-template-columns: 138px 1fr;
  gap: 1px 8px;
  padding-top: 4px;
  font-size: var(--text-small);
}

dt {
  white-space: nowrap;
}

.keys {
  padding: 0;
  border: none;
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
}

.keys:hover kbd,
.asked {
  border-color: var(--focus);
  background: var(--accent-soft);
}

.press {
  padding: 0 5px;
}

kbd {
  margin-right: 3px;
  padding: 0 5px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  background: var(--paper);
}
</style>
