import { beforeEach, describe, expect, it, vi } from 'vitest'

/** The module looks at the system once, when it is loaded. */
async function load(isDark: boolean): Promise<typeof import('@/model/theme')> {
  vi.resetModules()
  vi.stubGlobal('matchMedia', () => ({ matches: isDark, addEventListener: () => {} }))
  return import('@/model/theme')
}

describe('theme', () => {
  beforeEach(() => localStorage.clear())

  it('follows the system until one is chosen', async () => {
    expect((await load(true)).theme.value).toBe('night')
    expect((await load(false)).theme.value).toBe('day')
  })

  it('keeps a choice that differs from the system', async () => {
    ;(await load(false)).switchTheme()
    expect((await load(false)).theme.value).toBe('night')
    expect((await load(true)).theme.value).toBe('night')
  })

  it('follows the system again once both are the same', async () => {
    const first = await load(false)
    first.switchTheme()
    first.switchTheme()
    expect(first.theme.value).toBe('day')
    expect((await load(true)).theme.value).toBe('night')
  })

  it('marks the page', async () => {
    const { followTheme, switchTheme } = await load(false)
    followTheme()
    expect(document.documentElement.dataset.theme).toBe('day')
    switchTheme()
    await Promise.resolve()
    expect(document.documentElement.dataset.theme).toBe('night')
  })
})
