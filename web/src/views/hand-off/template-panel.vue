<template>
  <section class="template" aria-label="Template">
    <div class="choice">
      <h2>What is written</h2>
      <el-select
        :model-value="draft.chosen.value?.key"
        class="which"
        aria-label="Template"
        @change="(key: string) => draft.choose(key)"
      >
        <el-option-group label="Ready">
          <el-option v-for="t in ready" :key="t.key" :value="t.key" :label="t.name" />
        </el-option-group>
        <el-option-group v-if="own.length" label="Ours">
          <el-option v-for="t in own" :key="t.key" :value="t.key" :label="t.name" />
        </el-option-group>
      </el-select>
    </div>
    <ol class="lines">
      <template-line
        v-for="(line, i) in draft.lines.value"
        :key="i"
        :line="line"
        :index="i"
        :names="line.what === 'pack' ? packs : names"
        :problems="textsOf(draft.plan.value?.problems, i)"
        :notes="textsOf(draft.plan.value?.notes, i)"
        @change="(changed) => draft.change(i, changed)"
        @remove="draft.remove(i)"
      />
    </ol>
    <p v-for="text in textsOf(draft.plan.value?.problems, -1)" :key="text" class="problem small" role="alert">{{ text }}</p>
    <div class="verbs">
      <el-select
        model-value=""
        size="small"
        placeholder="Add a line…"
        aria-label="Add a line"
        class="add"
        @change="(what: TemplateLineData['what']) => draft.add(what)"
      >
        <el-option v-for="(label, what) in KINDS" :key="what" :value="what" :label="label" />
      </el-select>
      <template v-if="draft.isChanged.value">
        <button class="small-button" type="button" @click="draft.takeBack()">Take back changes</button>
        <button v-work v-if="draft.chosen.value?.id" class="small-button" type="button" @click="draft.keep()">
          Keep in {{ draft.chosen.value.name }}
        </button>
      </template>
      <button v-work class="small-button" type="button" @click="draft.keepAs()">Keep as…</button>
      <button v-work v-if="draft.chosen.value?.id && !draft.isChanged.value" class="small-button" type="button" @click="draft.forget()">
        Remove…
      </button>
    </div>
    <p class="soft small tokens">
      Tokens: <span class="mono">{asset} {revision} {sheet} {size}</span>, of masks
      <span class="mono">{mask} {group} {number}</span>, of packs <span class="mono">{pack}</span>. A slash begins a folder.
    </p>
  </section>
</template>

<script setup lang="ts">
import { ElOption, ElOptionGroup, ElSelect } from 'element-plus'
import { computed } from 'vue'
import TemplateLine from '@/views/hand-off/template-line.vue'

import type { TemplateLine as TemplateLineData, TemplateProblem } from '@/api/types'
import type { TemplateDraft } from '@/views/hand-off/use-template-draft'

/** The template of an asset, changed line by line. */
const props = defineProps<{ draft: TemplateDraft; names: string[]; packs: string[] }>()

const KINDS: Record<TemplateLineData['what'], string> = {
  idMap: 'ID map',
  indexMap: 'Index map',
  filteredIdMap: 'Filtered ID map',
  mask: 'Masks',
  pack: 'Packs',
  layers: 'Layers in one file (OpenRaster)',
  coverage: 'Coverages in one file (OpenEXR)',
  mesh: 'Mesh',
  palette: 'Palette'
}

const ready = computed(() => props.draft.templates.value.filter((t) => t.id === null))
const own = computed(() => props.draft.templates.value.filter((t) => t.id !== null))

function textsOf(list: TemplateProblem[] | undefined, line: number): string[] {
  return (list ?? []).filter((p) => p.line === line).map((p) => p.text)
}
</script>

<style scoped>
.template {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
  padding: 12px 14px;
  background: var(--paper);
}

.choice {
  display: flex;
  gap: 12px;
  align-items: center;
}

.choice h2 {
  white-space: nowrap;
}

.lines {
  display: grid;
  gap: 6px;
  align-content: start;
  flex: 1;
  overflow: auto;
  min-height: 0;
}

.verbs {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}

.add {
  width: 150px;
}

.problem {
  color: var(--bad);
  font-weight: 600;
}
</style>
