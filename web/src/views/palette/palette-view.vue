<template>
  <catalogue-page title="Palette">
    <template #bar><router-link class="back" to="/">to the catalogue</router-link></template>
    <main v-if="palette" class="content">
      <section class="groups" aria-label="Groups of the palette">
        <div class="head">
          <el-input v-work v-model="name" class="name" maxlength="120" aria-label="Name of the palette" />
          <span class="small soft">{{ count(groups.length, 'group') }}</span>
          <span class="buttons">
            <el-button :disabled="!isChanged" @click="leave">Take back changes</el-button>
            <el-button v-work type="primary" :disabled="!isChanged" @click="keepIt">{{ keepWords }}</el-button>
          </span>
        </div>
        <notice-line v-if="merged" kind="warn">
          Somebody else changed this palette meanwhile; both are here now. Look it through and keep it.
          <template v-if="merged.length > 0"> What you typed stands, but {{ merged.join('; ') }}.</template>
        </notice-line>
        <ul class="rows">
          <li class="row titles small soft">
            <span>number</span><span>name</span><span>ID colour</span><span>spoken</span><span>keywords, by commas</span>
            <span title="The colour stays when others are proposed">stays</span><span />
          </li>
          <palette-row v-for="(group, i) in groups" :key="group.id || `new ${i}`" v-model="groups[i]!" :spoken="spoken(group)" @remove="remove(i)" />
        </ul>
        <div class="foot">
          <el-button v-work @click="add">New group</el-button>
          <el-button v-work title="For all groups whose colours do not stay" @click="proposeColors">Propose colours</el-button>
          <span class="files small">
            <a :href="api.paletteFileUrl(palette.id, 'json')">palette file</a>
            <a :href="api.paletteFileUrl(palette.id, 'csv')">table (CSV)</a>
          </span>
        </div>
      </section>
      <palette-quality
        :groups="groups"
        :judgement="judgement"
        :assets="palette.assets"
        @move="(m) => setColor(m.number, m.color)"
      />
    </main>
    <main v-else class="content lost">{{ problem }}</main>
  </catalogue-page>
</template>

<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { ElButton, ElInput, ElMessageBox } from 'element-plus'
import { computed } from 'vue'
import { onBeforeRouteLeave, useRoute } from 'vue-router'
import { api } from '@/api/client'
import NoticeLine from '@/components/notice-line.vue'
import { useReading } from '@/components/use-reading'
import { count } from '@/model/words'
import CataloguePage from '@/shell/catalogue-page.vue'
import PaletteQuality from '@/views/palette/palette-quality.vue'
import PaletteRow from '@/views/palette/palette-row.vue'
import { usePaletteDraft } from '@/views/palette/use-palette-draft'

import type { WantedGroup } from '@/api/types'

const route = useRoute()
const { palette, name, groups, judgement, merged, isChanged, load, keep, leave, add, remove, setColor, proposeColors } =
  usePaletteDraft(() => Number(route.params.id))
const { problem } = useReading(load)

useEventListener(window, 'beforeunload', (e) => {
  if (isChanged.value) e.preventDefault()
})
/** Of what is being kept now: who leaves at once waits for it. */
let keeping: Promise<unknown> = Promise.resolve()
function keepIt(): void {
  keeping = keep()
}
onBeforeRouteLeave(async () => {
  await keeping
  return isChanged.value
    ? ElMessageBox.confirm('What you changed in this palette is not kept yet.', 'Leave the palette?', {
        confirmButtonText: 'Take back changes',
        cancelButtonText: 'Stay'
      }).then(
        () => true,
        () => false
      )
    : true
})

const keepWords = computed(() => {
  const touched = palette.value?.assets.length ?? 0
  return touched > 0 ? `Keep it, for ${count(touched, 'asset')}` : 'Keep it'
})

/** The server names colours; one that is not kept yet has none. */
function spoken(group: WantedGroup): string {
  const kept = palette.value?.groups.find((g) => g.id === group.id)
  return kept && kept.color.toUpperCase() === group.color.toUpperCase() ? kept.spokenColor : ''
}
</script>

<style scoped>
.back {
  align-self: center;
  color: var(--accent);
  font-size: var(--text-small);
}

.content {
  display: grid;
  grid-template-columns: 1fr 356px;
  flex: 1;
  min-height: 0;
}

@media (max-width: 900px), (max-height: 560px) {
  .content {
    grid-template-columns: minmax(0, 1fr);
    overflow: auto;
  }

  .rows {
    min-height: 200px;
  }
}

.groups {
  display: flex;
  flex-direction: column;
  min-width: 0;
  padding: 18px 20px 14px;
}

.head,
.foot {
  display: flex;
  align-items: center;
  gap: 12px;
}

.name {
  width: 240px;
}

.buttons {
  display: flex;
  margin-left: auto;
}

.rows {
  flex: 1;
  margin: 14px 0 12px;
  overflow: auto;
}

.titles {
  display: grid;
  grid-template-columns: 62px 1.3fr 148px 92px 1.4fr 40px 28px;
  gap: 8px;
  padding: 0 0 4px;
  border-bottom: 1px solid var(--ink);
}

.files {
  display: flex;
  gap: 14px;
  margin-left: auto;
}

.lost {
  place-content: center;
}
</style>
