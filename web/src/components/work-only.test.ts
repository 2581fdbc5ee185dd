import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, it } from 'vitest'
import { nextTick } from 'vue'
import { workOnly } from '@/components/work-only'
import { usePersonStore } from '@/stores/person'
import type { Me } from '@/api/types'

beforeEach(() => setActivePinia(createPinia()))

it('lets those who work press, and those who look see that they may not', async () => {
  const person = usePersonStore()
  const wrapper = mount({ template: '<button v-work>Bake</button>' }, { global: { directives: { work: workOnly } } })
  const { element } = wrapper
  expect((element as HTMLElement).inert).toBe(false)
  person.me = { name: 'Lou', role: 'look', isSignedIn: true } as Me
  await nextTick()
  expect((element as HTMLElement).inert).toBe(true)
  expect(() => person.needChange()).toThrow('You may look here')
  person.me = { name: 'Wim', role: 'work', isSignedIn: true } as Me
  await nextTick()
  expect((element as HTMLElement).inert).toBe(false)
  person.needChange()
})
