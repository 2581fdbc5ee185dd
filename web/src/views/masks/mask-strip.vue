<template>
  <li class="strip" :class="{ shown: isShown }">
    <button class="picture" type="button" :aria-label="`Show ${mask.name}`" :aria-current="isShown" @click="emit('show')">
      <canvas ref="canvas" width="56" height="56" />
    </button>
    <div class="body">
      <div class="head">
        <name-field v-work :name="mask.name" @focus="emit('show')" @rename="(name) => emit('rename', name)" />
        <span class="soft small mono" title="of the sheet that is shown">{{ problem ? '' : exactShare === null ? `about ${percent(share, 0)}` : percent(exactShare) }}</span>
        <el-dropdown v-work trigger="click" @command="(word: string) => emit('menu', word)">
          <button class="opener small" type="button" :aria-label="`What to do with ${mask.name}`">…</button>
          <template #dropdown>
            <el-dropdown-menu>
              <el-dropdown-item command="copy">Copy</el-dropdown-item>
              <el-dropdown-item command="up">Move up</el-dropdown-item>
              <el-dropdown-item command="down">Move down</el-dropdown-item>
              <el-dropdown-item command="bits">Write with {{ mask.bits === 8 ? 16 : 8 }} bits</el-dropdown-item>
              <el-dropdown-item command="remove" divided>Remove</el-dropdown-item>
            </el-dropdown-menu>
          </template>
        </el-dropdown>
      </div>
      <p v-if="problem" class="gap small" role="alert">! {{ problem }}</p>
      <div class="parts">
        <part-tag
          v-for="(part, p) in mask.of"
          :key="p"
          :part="part"
          :groups="groups"
          @how="(how) => changePart(p, how)"
          @remove="keep(`${mask.name}: a part taken out`, { ...mask, of: without(mask.of, p) })"
        />
        <thing-select v-work
          :groups="groups"
          :masks="earlier"
          :images="images"
          placeholder="put in…"
          :label="`Put something into ${mask.name}`"
          @choose="(thing) => keep(`${mask.name}: a part put in`, { ...mask, of: [...mask.of, thing] })"
        />
      </div>
      <ol class="steps small" :aria-label="`Steps of ${mask.name}`">
        <li v-for="(step, s) in mask.steps" :key="s" class="step">
          <span>{{ step.do }}</span>
          <template v-if="step.do === 'tighten'">
            <drag-number v-work
              :model-value="step.low!"
              unit=""
              label="what becomes black"
              :min="0"
              :max="step.high!"
              :step="0.01"
              @try="(low) => tryStep(s, { ...step, low })"
              @drop="masks.look(null)"
              @keep="(low) => keepStep(s, { ...step, low })"
            />
            –
            <drag-number v-work
              :model-value="step.high!"
              unit=""
              label="what becomes white"
              :min="step.low!"
              :max="1"
              :step="0.01"
              @try="(high) => tryStep(s, { ...step, high })"
              @drop="masks.look(null)"
              @keep="(high) => keepStep(s, { ...step, high })"
            />
          </template>
          <drag-number v-work
            v-else-if="step.do !== 'invert'"
            :model-value="(step.mm ?? step.px)!"
            :unit="step.mm === undefined ? 'px' : 'mm'"
            :label="step.mm === undefined ? `${step.do}, texels of the sheet` : `${step.do}, millimetres on the surface`"
            :min="0"
            :max="step.mm === undefined ? 512 : 10000"
            :step="step.mm === undefined ? 0.5 : 0.5"
            @try="(v) => tryStep(s, withAmount(step, v))"
            @drop="masks.look(null)"
            @keep="(v) => keepStep(s, withAmount(step, v))"
          />
          <button v-work class="out" type="button" :aria-label="`Take ${step.do} out`" @click="removeStep(s)">×</button>
        </li>
        <li>
          <el-dropdown v-work trigger="click" @command="addStep">
            <button class="opener small" type="button" :aria-label="`Add a step to ${mask.name}`">add a step…</button>
            <template #dropdown>
              <el-dropdown-menu>
                <el-dropdown-item command="grow px">Grow, px on the sheet</el-dropdown-item>
                <el-dropdown-item command="grow mm">Grow, mm on the surface, over seams</el-dropdown-item>
                <el-dropdown-item command="shrink px">Shrink, px on the sheet</el-dropdown-item>
                <el-dropdown-item command="shrink mm">Shrink, mm on the surface, over seams</el-dropdown-item>
                <el-dropdown-item command="feather px">Feather</el-dropdown-item>
                <el-dropdown-item command="tighten px">Tighten</el-dropdown-item>
                <el-dropdown-item command="invert px">Invert</el-dropdown-item>
              </el-dropdown-menu>
            </template>
          </el-dropdown>
        </li>
      </ol>
    </div>
  </li>
</template>

<script setup lang="ts">
import { ElDropdown, ElDropdownItem, ElDropdownMenu } from 'element-plus'
import { useTemplateRef, watch } from 'vue'
import { api } from '@/api/client'
import DragNumber from '@/components/drag-number.vue'
import NameField from '@/components/name-field.vue'
import { usePlanPicture } from '@/components/use-plan-picture'
import { newStep, planOfMask, withMask, without } from '@/model/mask-plan'
import { percent } from '@/model/words'
import { useMasksStore } from '@/stores/masks'
import PartTag from '@/views/masks/part-tag.vue'
import ThingSelect from '@/views/masks/thing-select.vue'

import type { GreyImage, Group, MaskPart, MaskSpec, MaskStep } from '@/api/types'

/** A mask as a strip: its picture, what it is made of, its steps as words. */
const props = defineProps<{
  mask: MaskSpec
  index: number
  earlier: string[]
  groups: Group[]
  images: GreyImage[]
  bakeId: number
  sheet: string
  isShown: boolean
  /** Of the sheet, when the whole of it was computed; else the small picture gives one that is near. */
  exactShare: number | null
}>()
const emit = defineEmits<{ show: []; rename: [name: string]; menu: [word: string] }>()

const SMALL_PX = 112

const masks = useMasksStore()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { image, share, problem } = usePlanPicture(
  () => ({
    url: api.planPictureUrl(props.bakeId, props.sheet, 'made-mask'),
    // What is only tried is seen large; a strip of forty does not ask at every step of a drag.
    body: { plan: planOfMask(masks.meant, props.mask.name), name: props.mask.name, isPadded: false }
  }),
  () => SMALL_PX
)
watch(image, (picture) => {
  const context = canvas.value?.getContext('2d')
  if (!context) return
  context.clearRect(0, 0, 56, 56)
  if (picture) context.drawImage(picture, 0, 0, 56, 56)
})

function keep(words: string, mask: MaskSpec): void {
  emit('show')
  const { index } = props
  void masks.keep(words, (p) => withMask(p, index, mask))
}

function changePart(p: number, how: MaskPart['how']): void {
  const of = props.mask.of.map((part, i) => (i === p ? { ...part, how } : part))
  keep(`${props.mask.name}: a part ${how === 'add' ? 'added' : how === 'subtract' ? 'taken away' : 'intersected'}`, {
    ...props.mask,
    of
  })
}

function withAmount(step: MaskStep, amount: number): MaskStep {
  return step.mm === undefined ? { ...step, px: amount } : { ...step, mm: amount }
}

function withStep(s: number, step: MaskStep): MaskSpec {
  return { ...props.mask, steps: props.mask.steps.map((old, i) => (i === s ? step : old)) }
}

function tryStep(s: number, step: MaskStep): void {
  emit('show')
  const { index } = props
  const mask = withStep(s, step)
  masks.look((p) => withMask(p, index, mask))
}

function keepStep(s: number, step: MaskStep): void {
  keep(`${props.mask.name}: ${step.do} changed`, withStep(s, step))
}

function removeStep(s: number): void {
  keep(`${props.mask.name}: ${props.mask.steps[s]!.do} taken out`, {
    ...props.mask,
    steps: without(props.mask.steps, s)
  })
}

function addStep(command: string): void {
  const [kind, unit] = command.split(' ') as [MaskStep['do'], 'px' | 'mm']
  keep(`${props.mask.name}: ${kind}`, { ...props.mask, steps: [...props.mask.steps, newStep(kind, unit)] })
}
</script>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: 58px 1fr;
  gap: 10px;
  padding: 8px;
  border-bottom: 1px solid var(--rule);
}

.shown {
  background: var(--accent-soft);
}

.picture {
  align-self: start;
  width: 58px;
  height: 58px;
  padding: 0;
  border: 1px solid var(--ink);
  background: var(--stage);
  cursor: pointer;
}

.body {
  display: grid;
  gap: 5px;
  min-width: 0;
}

.head {
  display: flex;
  gap: 8px;
  align-items: baseline;
}

.parts,
.steps {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
  align-items: center;
}

.step {
  display: inline-flex;
  gap: 4px;
  align-items: baseline;
  padding: 1px 0 1px 6px;
  border-left: 2px solid var(--rule-strong);
}

.opener {
  padding: 0;
  border: none;
  background: none;
  color: var(--accent);
  text-decoration: underline;
  cursor: pointer;
}

.out {
  width: 18px;
  padding: 0;
  border: none;
  background: none;
  color: inherit;
  cursor: pointer;
}

.gap {
  color: var(--bad);
}
</style>
