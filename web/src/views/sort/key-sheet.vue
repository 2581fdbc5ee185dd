<template>
  <el-dialog :model-value="true" title="Keys of the Sort station" width="1080" top="5vh" append-to-body @close="emit('close')">
    <div class="sheet">
      <section v-for="[section, rows] in sections" :key="section">
        <h3>{{ section }}</h3>
        <dl>
          <template v-for="[key, name] in rows" :key="name">
            <dt><kbd v-for="k in key.split(' ')" :key="k" class="mono">{{ k.toUpperCase() === k.toLowerCase() || k.length > 1 ? k : k.toUpperCase() }}</kbd></dt>
            <dd>{{ name }}</dd>
          </template>
        </dl>
      </section>
    </div>
  </el-dialog>
</template>

<script setup lang="ts">
import { ElDialog } from 'element-plus'
import { useCommands } from '@/views/sort/commands'
import { STROKE_KEYS } from '@/views/sort/use-strokes'

/** Every key, made from the table of commands. */
const emit = defineEmits<{ close: [] }>()
const commands = useCommands()

const HELD = 'Hold and draw over the model'
const sections = new Map<string, [string, string][]>([[commands.list[0]!.section, []], [HELD, []]])
for (const c of commands.list) {
  if (!c.key) continue
  const rows = sections.get(c.section)
  if (rows) rows.push([c.key, c.name])
  else sections.set(c.section, [[c.key, c.name]])
}
sections.get('Drawers')!.unshift(['0 … 9', 'put the pick into the drawer with this number'])
sections.set(HELD, [
  ...STROKE_KEYS.map((s): [string, string] => [s.key, s.name]),
  ['Shift', 'with a click or a stroke: add'],
  ['Alt', 'with a click or a stroke: take away']
])
</script>

<style scoped>
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
  gap: 2px 8px;
  padding-top: 4px;
  font-size: var(--text-small);
}

dt {
  white-space: nowrap;
}

kbd {
  margin-right: 3px;
  padding: 0 5px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  background: var(--paper);
}
</style>
