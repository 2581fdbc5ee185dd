import { describe, expect, it } from 'vitest'
import styles from './components.ts?raw'

const SOURCES = import.meta.glob<string>('/src/**/*.{vue,ts}', { query: '?raw', import: 'default', eager: true })

/** ElInputNumber is styled by input-number. */
const folderOf = (component: string) => component.slice(2).replace(/(?<=.)[A-Z]/g, (c) => `-${c}`).toLowerCase()

describe('the styles of the component library', () => {
  it('are there for every component that is used, and for no other', () => {
    const used = new Set<string>()
    for (const source of Object.values(SOURCES)) {
      for (const names of source.matchAll(/import \{([^}]+)\} from 'element-plus'/g)) {
        for (const name of (names[1] ?? '').split(',')) used.add(folderOf(name.trim()))
      }
    }
    const styled = [...styles.matchAll(/components\/([a-z-]+)\/style/g)].map((match) => match[1])
    expect(used.size).toBeGreaterThan(10)
    expect(styled.sort()).toEqual([...used].sort())
  })
})
