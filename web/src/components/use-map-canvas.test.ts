import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { useMapCamera } from '@/components/use-map-camera'
import { useMapCanvas } from '@/components/use-map-canvas'

let resized: () => void = () => {}
vi.mock('@vueuse/core', () => ({
  useDevicePixelRatio: () => ({ pixelRatio: ref(2) }),
  useResizeObserver: (_frame: unknown, run: () => void) => (resized = run)
}))

describe('a flat view', () => {
  const camera = useMapCamera(() => {})
  let canvas: HTMLCanvasElement
  let size = { width: 200, height: 100 }

  function resizeTo(width: number, height: number): void {
    size = { width, height }
    resized()
  }

  beforeEach(() => {
    vi.stubGlobal('requestAnimationFrame', () => 1)
    mount(
      defineComponent({
        setup() {
          const frame = ref<HTMLElement | null>(null)
          const drawn = ref<HTMLCanvasElement | null>(null)
          useMapCanvas({
            frame,
            canvas: drawn,
            camera,
            home: ({ width, height }) => camera.showAll(0, 0, 100, 100, width, height),
            draw: () => {},
            onHover: () => {},
            onLeave: () => {}
          })
          return () =>
            h('div', { ref: (e) => (frame.value = framed(e as HTMLElement)) }, [h('canvas', { ref: (e) => (drawn.value = canvas = e as HTMLCanvasElement) })])
        }
      })
    )
    resizeTo(200, 100)
  })
  afterEach(() => void vi.unstubAllGlobals())

  function framed(element: HTMLElement | null): HTMLElement | null {
    if (element && !Object.hasOwn(element, 'clientWidth'))
      Object.defineProperties(element, { clientWidth: { get: () => size.width }, clientHeight: { get: () => size.height } })
    return element
  }

  /** What of the image lies in the middle of the frame. */
  const middle = (): [number, number] => [(size.width / 2 - camera.x) / camera.scale, (size.height / 2 - camera.y) / camera.scale]

  it('has the pixels of the screen', () => {
    expect([canvas.width, canvas.height]).toEqual([400, 200])
  })

  it('goes on showing everything in a frame of another size', () => {
    const before = camera.scale
    resizeTo(400, 200)
    expect(camera.scale).toBeCloseTo(2 * before)
    expect(camera.isHome).toBe(true)
  })

  it('keeps zoom and place when somebody has chosen them', () => {
    camera.zoom(8, 30, 20)
    const [scale, at] = [camera.scale, middle()]
    resizeTo(150, 80)
    expect(camera.scale).toBe(scale)
    expect(middle()[0]).toBeCloseTo(at[0])
    expect(middle()[1]).toBeCloseTo(at[1])
  })
})
