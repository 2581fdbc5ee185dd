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

  it('keeps what is being typed while it is drawn anew', async () => {
    const number = mount(DragNumber, { props })
    const input = number.get('input')
    input.element.value = '7'
    await input.trigger('input')
    // An answer comes, and with it the same number under another name.
    await number.setProps({ label: 'grow, texels' })
    expect(input.element.value).toBe('7')
    await input.trigger('change')
    expect(number.emitted('keep')).toEqual([[7]])
  })

  it('lies where it lay when the system takes the pointer away, and is dragged by the first button only', async () => {
    const number = mount(DragNumber, { props })
    const input = number.get('input')
    input.element.setPointerCapture = () => {}
    await input.trigger('pointerdown', { clientX: 100 })
    await input.trigger('pointermove', { clientX: 108, buttons: 1 })
    await input.trigger('pointercancel', { clientX: 0 })
    await input.trigger('pointerdown', { clientX: 100, button: 2 })
    await input.trigger('pointermove', { clientX: 150, buttons: 2 })
    await input.trigger('pointerup', { clientX: 150, button: 2 })
    expect(number.emitted('try')).toEqual([[4], [2]])
    expect(number.emitted('drop')).toHaveLength(1)
    expect(number.emitted('keep')).toBeUndefined()
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
