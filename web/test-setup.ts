import { config } from '@vue/test-utils'
import { vi } from 'vitest'

// Test files share a process and its document, which takes a quarter of the time; what one left is not the next one's.
vi.useRealTimers()
vi.unstubAllGlobals()
vi.restoreAllMocks()
vi.resetModules()
localStorage.clear()
document.body.replaceChildren()
// What the application registers for all its views.
config.global.directives = { work: {} }
