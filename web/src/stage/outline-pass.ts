import { Color } from 'three'
import type { WebGLRenderer } from 'three'
import { ScreenQuad } from '@/stage/screen-quad'
import fragmentShader from '@/stage/screen.frag?raw'
import type { ShadingPass } from '@/stage/shading-pass'

/** Puts colours on the screen with lines around what is marked. */
export class OutlinePass {
  private readonly quad: ScreenQuad

  constructor(background: string, shading: ShadingPass) {
    this.quad = new ScreenQuad(fragmentShader, {
      uColor: { value: shading.colors },
      uMarks: { value: shading.marks },
      uBackground: { value: new Color(background) },
      uPixelRatio: { value: 1 },
      uHasPick: { value: false },
      uHasHover: { value: false },
      uHasLines: { value: true }
    })
  }

  prepare(renderer: WebGLRenderer): void {
    this.quad.prepare(renderer)
  }

  setPixelRatio(ratio: number): void {
    this.quad.uniforms.uPixelRatio!.value = ratio
  }

  setHasPick(isOn: boolean): void {
    this.quad.uniforms.uHasPick!.value = isOn
  }

  setHasHover(isOn: boolean): void {
    this.quad.uniforms.uHasHover!.value = isOn
  }

  setHasLines(isOn: boolean): void {
    this.quad.uniforms.uHasLines!.value = isOn
  }

  render(renderer: WebGLRenderer): void {
    this.quad.render(renderer, null)
  }

  dispose(): void {
    this.quad.dispose()
  }
}
