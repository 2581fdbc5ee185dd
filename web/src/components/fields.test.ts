import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import DragNumber from '@/components/drag-number.vue'
import NameField from '@/components/name-field.vue'

describe('a name that is changed where it stands', () => {
  it('keeps what is typed while the strip is drawn anew', async () => {
    const field = mount(NameField, { props: { name: 'mask' } })
    await field.get('input').setValue('bare metal')
    await field.setProps({ name: 'mask' })
    expect(field.get('input').element.value).toBe('bare metal')
    await field.get('input').trigger('blur')
    expect(field.emitted('rename')).toEqual([['bare metal']])
  })

  it('goes back when it is empty', async () => {
    const field = mount(NameField, { props: { name: 'mask' } })
    await field.get('input').setValue('  ')
    await field.get('input').trigger('blur')
    expect(field.emitted('rename')).toBeUndefined()
    expect(field.get('input').element.value).toBe('mask')
  })
})

describe('a number that is dragged', () => {
  const props = { modelValue: 2, label: 'grow', unit: 'px', min: 0, max: 10, step: 0.5 }

  it('takes what is typed, within its bounds and with a comma too', async () => {
    const number = mount(DragNumber, { props })
    await number.get('input').setValue('3,5')
    await number.get('input').setValue('99')
    await number.get('input').setValue('nothing')
    expect(number.emitted('keep')).toEqual([[3.5], [10]])
    expect(number.get('input').element.value).toBe('2')
  })

  it('is nudged by arrow keys', async () => {
    const number = mount(DragNumber, { props })
    await number.get('input').trigger('keydown', { key: 'ArrowUp' })
    await number.get('input').trigger('keydown', { key: 'ArrowDown' })
    expect(number.emitted('keep')).toEqual([[2.5], [1.5]])
  })

  it('tells what it would be while it is dragged, and keeps the last', async () => {
    const number = mount(DragNumber, { props })
    const input = number.get('input')
    input.element.setPointerCapture = () => {}
    await input.trigger('pointerdown', { clientX: 100 })
    await input.trigger('pointermove', { clientX: 101, buttons: 1 })
    await input.trigger('pointermove', { clientX: 108, buttons: 1 })
    await input.trigger('pointerup', { clientX: 112 })
    expect(number.emitted('try')).toEqual([[4]])
    expect(number.emitted('keep')).toEqual([[5]])
  })
})
