<template>
  <li class="line" :class="{ wrong: problems.length > 0 }">
    <div class="head">
      <span class="ordinal mono" aria-hidden="true">{{ index + 1 }}</span>
      <strong class="what">{{ WORDS[line.what] }}</strong>
      <template v-if="hasSelection">
        <el-select :model-value="selection" size="small" class="of" :aria-label="`Line ${index + 1}: of which`" @change="setOf">
          <el-option value="all" :label="line.what === 'pack' ? 'all packs' : 'groups and masks'" />
          <template v-if="line.what !== 'pack'">
            <el-option value="groups" label="groups" />
            <el-option value="masks" label="made masks" />
          </template>
          <el-option value="names" label="these only" />
        </el-select>
      </template>
      <el-select v-if="formats.length" :model-value="format" size="small" class="format" :aria-label="`Line ${index + 1}: format`" @change="setFormat">
        <el-option v-for="f in formats" :key="f" :value="f" :label="f === 'original' ? 'as it came' : f.toUpperCase()" />
      </el-select>
      <el-select v-if="line.what === 'mesh'" :model-value="line.carries" size="small" class="carries" :aria-label="`Line ${index + 1}: carries`" @change="(carries: TemplateLine['carries']) => put({ carries })">
        <el-option value="vertexColors" label="with vertex colours" />
        <el-option v-if="line.format !== 'ply'" value="materials" label="with a material a group" />
        <el-option v-if="isOriginal" value="numbers" label="with group numbers" />
        <el-option value="nothing" :label="isOriginal ? 'without vertex colours' : 'clean'" />
      </el-select>
      <el-select v-if="isImage" :model-value="String(line.padded ?? true)" size="small" class="padded" :aria-label="`Line ${index + 1}: padding`" @change="setPadded">
        <el-option value="true" label="padded" />
        <el-option value="false" label="unpadded" />
        <el-option value="both" label="both" />
      </el-select>
      <button class="small-button remove" type="button" :aria-label="`Remove line ${index + 1}`" title="Remove this line" @click="emit('remove')">×</button>
    </div>
    <el-select
      v-if="selection === 'names'"
      :model-value="line.of as string[]"
      multiple
      filterable
      size="small"
      placeholder="Choose what is written"
      :aria-label="`Line ${index + 1}: names`"
      @change="(of: string[]) => of.length && put({ of })"
    >
      <el-option v-for="name in names" :key="name" :value="name" :label="name" />
    </el-select>
    <input
      class="name mono"
      :value="line.name"
      :aria-label="`Line ${index + 1}: name of the files`"
      spellcheck="false"
      maxlength="200"
      @input="put({ name: ($event.target as HTMLInputElement).value })"
    />
    <div v-if="hasSelection || canCut" class="more small">
      <label v-if="hasSelection"><input type="checkbox" :checked="line.empty ?? false" @change="put({ empty: isOn($event) })" /> also where a sheet has none of it</label>
      <label v-if="canCut"><input type="checkbox" :checked="line.triangulated ?? false" @change="put({ triangulated: isOn($event) })" /> cut polygons into triangles</label>
    </div>
    <p v-for="text in problems" :key="text" class="problem small" role="alert">{{ text }}</p>
    <p v-for="text in notes" :key="text" class="soft small">{{ text }}</p>
  </li>
</template>

<script setup lang="ts">
import { ElOption, ElSelect } from 'element-plus'
import { computed } from 'vue'

import type { TemplateLine } from '@/api/types'

/** One line of a template: what is written, of which, under which name. */
const props = defineProps<{
  line: TemplateLine
  index: number
  /** What the line can name: groups and masks, or packs. */
  names: string[]
  problems: string[]
  notes: string[]
}>()
const emit = defineEmits<{ change: [line: TemplateLine]; remove: [] }>()

const WORDS: Record<TemplateLine['what'], string> = {
  idMap: 'ID map',
  indexMap: 'Index map',
  filteredIdMap: 'Filtered ID map',
  mask: 'Masks',
  pack: 'Packs',
  layers: 'Layers',
  coverage: 'Coverages',
  mesh: 'Mesh',
  palette: 'Palette'
}
const FORMATS: Partial<Record<TemplateLine['what'], string[]>> = {
  mesh: ['glb', 'obj', 'ply', 'usda', 'original'],
  palette: ['json', 'csv']
}

const hasSelection = computed(() => ['mask', 'pack', 'layers'].includes(props.line.what))
const isImage = computed(() => props.line.what !== 'mesh' && props.line.what !== 'palette')
const formats = computed(() => FORMATS[props.line.what] ?? [])
const isOriginal = computed(() => props.line.what === 'mesh' && props.line.of === 'original')
const format = computed(() => (isOriginal.value ? 'original' : props.line.format))
const canCut = computed(() => props.line.what === 'mesh' && !isOriginal.value && props.line.format !== 'glb')
const selection = computed(() => (Array.isArray(props.line.of) ? 'names' : (props.line.of ?? 'all')))

function isOn(e: Event): boolean {
  return (e.target as HTMLInputElement).checked
}

function put(change: Partial<TemplateLine>): void {
  emit('change', { ...props.line, ...change })
}

function setOf(of: 'all' | 'groups' | 'masks' | 'names'): void {
  put({ of: of === 'names' ? props.names.slice(0, 1) : of })
}

function setPadded(word: string): void {
  put({ padded: word === 'both' ? 'both' : word === 'true' })
}

/** The name's ending goes along with the format, where it was that of the old one. */
function setFormat(format: string): void {
  const old = isOriginal.value ? '' : `.${props.line.format}`
  const { name } = props.line
  const stem = name.endsWith(old) ? name.slice(0, name.length - old.length) : name
  if (format === 'original') {
    emit('change', { what: 'mesh', of: 'original', carries: props.line.carries, name: stem })
    return
  }
  put({
    format,
    of: undefined,
    name: name.endsWith(old) ? `${stem}.${format}` : name,
    ...(props.line.carries === 'numbers' ? { carries: 'vertexColors' as const } : {}),
    ...(format === 'ply' && props.line.carries === 'materials' ? { carries: 'vertexColors' as const } : {}),
    ...(format === 'glb' ? { triangulated: false } : {})
  })
}
</script>

<style scoped>
.line {
  display: grid;
  gap: 5px;
  padding: 7px 9px;
  background: var(--paper-raised);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}

.wrong {
  border-color: var(--bad);
  border-left-width: 4px;
}

.head {
  display: flex;
  align-items: center;
  gap: 6px;
}

.ordinal {
  color: var(--ink-soft);
}

.what {
  white-space: nowrap;
}

.of {
  width: 138px;
}

.format {
  width: 104px;
}

.carries {
  width: 172px;
}

.padded {
  width: 98px;
}

.remove {
  margin-left: auto;
}

.name {
  width: 100%;
  padding: 3px 6px;
  font-size: var(--text-small);
  color: var(--ink);
  background: var(--paper);
  border: 1px solid var(--rule-strong);
  border-radius: var(--radius);
}

.more {
  display: flex;
  gap: 12px;
}

.more label {
  display: inline-flex;
  align-items: center;
  gap: 5px;
}

.problem {
  color: var(--bad);
  font-weight: 600;
}
</style>
