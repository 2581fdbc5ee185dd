import { flushPromises, mount } from '@vue/test-utils'
import { zipSync } from 'fflate'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'
import { api } from '@/api/client'
import { HandoffPackage } from '@/model/handoff-package'
import { useAssetStore } from '@/stores/asset'
import LookRow from '@/views/hand-off/look-row.vue'
import ReceiptTable from '@/views/hand-off/receipt-table.vue'
import TemplateLine from '@/views/hand-off/template-line.vue'
import { useTemplateDraft } from '@/views/hand-off/use-template-draft'
import { isSameLook } from '@/views/hand-off/use-try-on'

import type { Asset, HandoffPlan, Receipt, Template, TemplateLine as Line } from '@/api/types'
import type { TemplateDraft } from '@/views/hand-off/use-template-draft'

beforeEach(() => {
  vi.restoreAllMocks()
  setActivePinia(createPinia())
})

const mesh: Line = { what: 'mesh', format: 'glb', carries: 'materials', triangulated: false, name: '{asset}.glb' }

function line(of: Line) {
  return mount(TemplateLine, { props: { line: of, index: 0, names: ['brass', 'rope'], problems: ['Two files…'], notes: [] } })
}

describe('a line of a template', () => {
  it('tells every key that is typed, and says what is wrong', async () => {
    const shown = line({ what: 'idMap', name: 'a.png', padded: true })
    expect(shown.text()).toContain('ID map')
    expect(shown.find('[role=alert]').text()).toBe('Two files…')
    await shown.find('input.name').setValue('{asset}.png')
    expect(shown.emitted('change')!.at(-1)).toEqual([{ what: 'idMap', name: '{asset}.png', padded: true }])
  })

  it('lets the ending and what it carries go along with the format', async () => {
    const shown = line(mesh)
    const choices = shown.findAllComponents({ name: 'ElSelect' })
    choices[0]!.vm.$emit('change', 'ply')
    expect(shown.emitted('change')!.at(-1)).toEqual([{ ...mesh, format: 'ply', carries: 'vertexColors', name: '{asset}.ply' }])
    expect(shown.text()).not.toContain('cut polygons')
    await shown.setProps({ line: { ...mesh, format: 'obj' } })
    expect(shown.text()).toContain('cut polygons')
  })

  it('begins a choice of names with the first, and never empties it', async () => {
    const shown = line({ what: 'mask', of: 'all', name: '{mask}.png', padded: true, empty: false })
    shown.findAllComponents({ name: 'ElSelect' })[0]!.vm.$emit('change', 'names')
    expect((shown.emitted('change')!.at(-1) as [Line])[0].of).toEqual(['brass'])
    await shown.setProps({ line: { what: 'mask', of: ['brass'], name: '{mask}.png' } })
    const told = shown.emitted('change')!.length
    shown.findAllComponents({ name: 'ElSelect' }).at(-1)!.vm.$emit('change', [])
    expect(shown.emitted('change')).toHaveLength(told)
  })
})

describe('the template of an asset', () => {
  const write: Line[] = [{ what: 'idMap', name: 'a.png', padded: true }]
  const templates: Template[] = [
    { key: 'ready:Maps', id: null, version: null, name: 'Maps', write },
    { key: 'own:4', id: 4, version: 2, name: 'house', write: [mesh] }
  ]
  const plan = (name: string): HandoffPlan => ({ files: [{ path: name, what: '', line: 0 }], problems: [], notes: [] })

  async function open(template: string | null): Promise<TemplateDraft> {
    vi.spyOn(api, 'templates').mockResolvedValue(templates)
    vi.spyOn(api, 'plan').mockImplementation(async (_bake, _name, lines) => plan(lines[0]!.name))
    sessionStorage.clear()
    const asset = { id: 1, version: 7, template, maskState: 0, history: [], groups: [], revisions: [] } as unknown as Asset
    vi.spyOn(api, 'asset').mockImplementation(async () => asset)
    const store = useAssetStore()
    store.asset = asset
    const draft = effectScope().run(() => useTemplateDraft(() => store.asset!, () => 9))!
    await flushPromises()
    return draft
  }

  it('is the first of the ready ones where none was chosen, and its files follow', async () => {
    const draft = await open(null)
    expect(draft.chosen.value?.name).toBe('Maps')
    expect(draft.plan.value?.files[0]?.path).toBe('a.png')
    draft.change(0, { ...write[0]!, name: 'b.png' })
    await flushPromises()
    expect(draft.isChanged.value).toBe(true)
    expect(draft.plan.value?.files[0]?.path).toBe('b.png')
    expect(templates[0]!.write[0]!.name).toBe('a.png')
    draft.takeBack()
    expect(draft.isChanged.value).toBe(false)
  })

  it('keeps a change on the version that it was based on', async () => {
    const draft = await open('own:4')
    const keep = vi.spyOn(api, 'changeTemplate').mockResolvedValue()
    draft.add('palette')
    await draft.keep()
    expect(keep).toHaveBeenCalledWith(4, 2, 'house', [mesh, { what: 'palette', name: '{asset}_palette.json', format: 'json' }])
  })

  it('chooses on the state of the asset that the choice was based on', async () => {
    const draft = await open(null)
    const choose = vi.spyOn(api, 'chooseTemplate').mockRejectedValueOnce(new Error('Somebody else was first.'))
    await draft.choose('own:4')
    expect(choose).toHaveBeenCalledWith(1, 7, 'own:4')
    expect(draft.chosen.value?.name).toBe('Maps')
    choose.mockResolvedValueOnce()
    await draft.choose('own:4')
    expect(draft.chosen.value?.name).toBe('house')
  })

  it('shows the answer to what is typed now, whichever comes last', async () => {
    const draft = await open(null)
    const answers: ((plan: HandoffPlan) => void)[] = []
    vi.mocked(api.plan).mockImplementation(() => new Promise((resolve) => answers.push(resolve)))
    draft.change(0, { ...write[0]!, name: 'b' })
    await flushPromises()
    draft.change(0, { ...write[0]!, name: 'bc' })
    await flushPromises()
    answers[1]!(plan('bc'))
    answers[0]!(plan('b'))
    await flushPromises()
    expect(draft.plan.value?.files[0]?.path).toBe('bc')
  })
})

describe('a package', () => {
  it('is read by its manifest, and says what it lacks', () => {
    const manifest = { groups: [], sheets: [] }
    const zip = zipSync({ 'manifest.json': new TextEncoder().encode(JSON.stringify(manifest)) })
    expect(new HandoffPackage(zip).manifest).toEqual(manifest)
    expect(() => new HandoffPackage(zipSync({ 'a.png': new Uint8Array(1) }))).toThrow('has no manifest.json')
  })
})

describe('a look', () => {
  const look = { baseColor: '#B08D3E', roughness: 0.3, metalness: 1 }

  it('is told while it is moved', async () => {
    const tried = { group: { number: 7, name: 'brass', color: '#FFFF00', look }, present: undefined, look }
    const row = mount(LookRow, { props: { tried, ready: [] } })
    await row.find('input[aria-label="Roughness of brass"]').setValue('0.75')
    expect(row.emitted('change')!.at(-1)).toEqual([{ ...look, roughness: 0.75 }])
    await row.find('input[type=color]').setValue('#102030')
    expect(row.emitted('change')!.at(-1)).toEqual([{ ...look, baseColor: '#102030' }])
    expect(isSameLook(look, { ...look })).toBe(true)
    expect(isSameLook(look, { ...look, metalness: 0 })).toBe(false)
  })
})

describe('a receipt', () => {
  it('says what a stranger would get wrong, channel by channel', () => {
    const receipt: Receipt = {
      isAccepted: true,
      asset: 'a',
      problems: [],
      files: 3,
      sheets: [
        {
          name: '1001',
          width: 4,
          height: 2,
          masks: [],
          packs: [{ file: 'p.png', channels: [{ channel: 'r', of: 'brass', differing: 2 }, { channel: 'g', of: 'soot.png', differing: -1 }] }],
          layers: [{ file: 'a.ora', layers: [{ channel: 'layer', of: 'brass', differing: 0 }] }]
        }
      ],
      meshes: [{ file: 'a.glb', carries: 'materials', faces: 12, differing: 0, beside: 1 }],
      remarks: ['p.png: r brass differs']
    }
    const text = mount(ReceiptTable, { props: { receipt, isOpen: true } }).text()
    expect(text).toContain('What a stranger would get wrong')
    expect(text).toContain('r is brass, 2 texels differ; g is soot.png, no mask to compare with')
    expect(text).toContain('1 layer, 1 compared with their masks, none differs')
    expect(text).toContain('12 faces, each as the ID map at its middle; 1 face on no sheet with an ID map')
  })
})
