<template>
  <li class="row">
    <div class="head">
      <label-tag :number="tried.group.number" :name="tried.group.name" :color="tried.group.color" />
      <el-select
        model-value=""
        size="small"
        placeholder="ready…"
        class="ready"
        :aria-label="`Ready look for ${tried.group.name}`"
        @change="takeReady"
      >
        <el-option v-for="r in ready" :key="r.name" :value="r.name" :label="r.name">
          <span class="swatch" :style="{ background: r.look.baseColor }" aria-hidden="true" /> {{ r.name }}
        </el-option>
      </el-select>
    </div>
    <div class="sliders small">
      <input
        type="color"
        :value="tried.look.baseColor.toLowerCase()"
        :aria-label="`Base colour of ${tried.group.name}`"
        title="Base colour"
        @input="put({ baseColor: ($event.target as HTMLInputElement).value.toUpperCase() })"
      />
      <label>
        rough <input type="range" min="0" max="1" step="0.01" :value="tried.look.roughness" :aria-label="`Roughness of ${tried.group.name}`" @input="put({ roughness: numberOf($event) })" />
        <span class="mono">{{ decimal(tried.look.roughness, 2) }}</span>
      </label>
      <label>
        metal <input type="range" min="0" max="1" step="0.01" :value="tried.look.metalness" :aria-label="`Metalness of ${tried.group.name}`" @input="put({ metalness: numberOf($event) })" />
        <span class="mono">{{ decimal(tried.look.metalness, 2) }}</span>
      </label>
    </div>
  </li>
</template>

<script setup lang="ts">
import { ElOption, ElSelect } from 'element-plus'
import LabelTag from '@/components/label-tag.vue'
import { decimal } from '@/model/words'

import type { Look } from '@/api/types'
import type { TriedLook } from '@/views/hand-off/use-try-on'

/** A group's look, moved while the model shows it. */
const props = defineProps<{ tried: TriedLook; ready: { name: string; look: Look }[] }>()
const emit = defineEmits<{ change: [look: Look] }>()

function numberOf(e: Event): number {
  return Number((e.target as HTMLInputElement).value)
}

function put(change: Partial<Look>): void {
  emit('change', { ...props.tried.look, ...change })
}

function takeReady(name: string): void {
  emit('change', { ...props.ready.find((r) => r.name === name)!.look })
}
</script>

<style scoped>
.row {
  display: grid;
  gap: 3px;
  padding: 6px 8px;
  border-bottom: 1px solid var(--rule);
}

.head,
.sliders {
  display: flex;
  align-items: center;
  gap: 8px;
}

.head {
  justify-content: space-between;
}

.ready {
  width: 92px;
  flex: none;
}

.swatch {
  display: inline-block;
  width: 12px;
  height: 12px;
  border: 1px solid var(--ink);
}

.sliders label {
  display: inline-flex;
  align-items: center;
  gap: 4px;
}

.sliders input[type='range'] {
  width: 62px;
  accent-color: var(--accent);
}

.sliders input[type='color'] {
  width: 30px;
  height: 22px;
  padding: 0;
  border: 1px solid var(--ink);
  border-radius: var(--radius);
  background: none;
}
</style>
