import type { MapCamera } from '@/components/use-map-camera'
import type { CanvasSize } from '@/components/use-map-canvas'
import type { Model } from '@/model/model'

const WIDTH = 2048
const GROUPS_WIDTH = 256
/** What is written where there is no face; faces are counted from 1. */
const NOTHING = 0

const VERTEX = `#version 300 es
precision highp float;
precision highp usampler2D;
in vec2 uv;
uniform usampler2D uFaceOfTriangle;
uniform usampler2D uGroupOfFace;
uniform sampler2D uColorOfGroup;
uniform vec4 uView;
flat out vec4 vColor;
flat out uint vFace;
ivec2 at(uint index) {
  return ivec2(index % ${WIDTH}u, index / ${WIDTH}u);
}
void main() {
  vFace = texelFetch(uFaceOfTriangle, at(uint(gl_VertexID) / 3u), 0).r;
  uint group = texelFetch(uGroupOfFace, at(vFace), 0).r;
  vColor = texelFetch(uColorOfGroup, ivec2(group % ${GROUPS_WIDTH}u, group / ${GROUPS_WIDTH}u), 0);
  bool hasUv = !isnan(uv.x);
  gl_Position = hasUv ? vec4(uv * uView.xy + uView.zw, 0.0, 1.0) : vec4(2.0, 2.0, 2.0, 1.0);
}`

const COLOR = `#version 300 es
precision highp float;
flat in vec4 vColor;
out vec4 color;
void main() {
  color = vColor;
}`

const FACE = `#version 300 es
precision highp float;
precision highp int;
flat in uint vFace;
out uint face;
void main() {
  face = vFace + 1u;
}`

/**
 * Draws the faces of a model in UV space in the colours of their groups, and says which lies where. The
 * UVs go to the graphics card once; what a claim changes is a few rows of a small texture.
 */
export class SheetFill {
  readonly canvas = document.createElement('canvas')
  private readonly gl: WebGL2RenderingContext
  private programs!: { color: WebGLProgram; face: WebGLProgram }
  private faceOfTriangle!: WebGLTexture
  private groupOfFace!: WebGLTexture
  private colorOfGroup!: WebGLTexture
  private corners!: WebGLBuffer
  private faceBuffer!: WebGLFramebuffer
  private faceTarget!: WebGLRenderbuffer
  private colors = new Map<number, [number, number, number]>()
  private model: Model | null = null
  private groups = new Uint16Array(0)
  private view: [number, number, number, number] = [1, 1, 0, 0]
  private isFaceBufferCurrent = false
  /** Pixels of the screen in one of the page. */
  private ratio = 1

  /** @param onRestored called when a graphics card that was lost has everything again */
  constructor(onRestored: () => void) {
    const gl = this.canvas.getContext('webgl2', { alpha: true, premultipliedAlpha: true, preserveDrawingBuffer: true })
    if (!gl) throw new Error('This browser draws no WebGL 2.')
    this.gl = gl
    this.setUp()
    // A context that is lost comes back only where somebody says that it is waited for.
    this.canvas.addEventListener('webglcontextlost', (e) => e.preventDefault())
    this.canvas.addEventListener('webglcontextrestored', () => {
      this.setUp()
      if (this.model) this.sendModel(this.model)
      this.setColors(this.colors)
      this.canvas.width = 0
      onRestored()
    })
  }

  private setUp(): void {
    const { gl } = this
    this.programs = { color: program(gl, COLOR), face: program(gl, FACE) }
    this.faceOfTriangle = texture(gl)
    this.groupOfFace = texture(gl)
    this.colorOfGroup = texture(gl)
    this.corners = gl.createBuffer()
    this.faceBuffer = gl.createFramebuffer()
    this.faceTarget = gl.createRenderbuffer()
    gl.bindBuffer(gl.ARRAY_BUFFER, this.corners)
    gl.enableVertexAttribArray(0)
    gl.vertexAttribPointer(0, 2, gl.FLOAT, false, 0, 0)
  }

  /** @param model with UVs */
  setModel(model: Model): void {
    if (model === this.model) return
    this.model = model
    this.groups = padded(new Uint16Array(model.facePart.length), Uint16Array)
    this.sendModel(model)
  }

  private sendModel(model: Model): void {
    const { gl } = this
    gl.bindBuffer(gl.ARRAY_BUFFER, this.corners)
    gl.bufferData(gl.ARRAY_BUFFER, model.uvs!, gl.STATIC_DRAW)
    const triangles = padded(Uint32Array.from(model.triangleFace), Uint32Array)
    gl.bindTexture(gl.TEXTURE_2D, this.faceOfTriangle)
    gl.texImage2D(gl.TEXTURE_2D, 0, gl.R32UI, WIDTH, triangles.length / WIDTH, 0, gl.RED_INTEGER, gl.UNSIGNED_INT, triangles)
    gl.bindTexture(gl.TEXTURE_2D, this.groupOfFace)
    gl.texImage2D(gl.TEXTURE_2D, 0, gl.R16UI, WIDTH, this.groups.length / WIDTH, 0, gl.RED_INTEGER, gl.UNSIGNED_SHORT, this.groups)
    this.isFaceBufferCurrent = false
  }

  /** Only the rows that changed go to the graphics card. */
  setFaceGroups(faceGroups: Uint16Array): void {
    const { gl } = this
    gl.bindTexture(gl.TEXTURE_2D, this.groupOfFace)
    for (let from = 0; from < faceGroups.length; from += WIDTH) {
      const row = faceGroups.subarray(from, from + WIDTH)
      if (row.every((group, i) => group === this.groups[from + i])) continue
      this.groups.set(row, from)
      const sent = this.groups.subarray(from, from + WIDTH)
      gl.texSubImage2D(gl.TEXTURE_2D, 0, 0, from / WIDTH, WIDTH, 1, gl.RED_INTEGER, gl.UNSIGNED_SHORT, sent)
    }
  }

  /**
   * @param colors by group number, 0 for unclaimed: red, green and blue, 0 … 255
   */
  setColors(colors: Map<number, [number, number, number]>): void {
    this.colors = colors
    const bytes = new Uint8Array(4 * GROUPS_WIDTH * GROUPS_WIDTH)
    const unclaimed = colors.get(0) ?? [255, 255, 255]
    for (let g = 0; g < GROUPS_WIDTH * GROUPS_WIDTH; g++) bytes.set([...(colors.get(g) ?? unclaimed), 255], 4 * g)
    const { gl } = this
    gl.bindTexture(gl.TEXTURE_2D, this.colorOfGroup)
    gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA, GROUPS_WIDTH, GROUPS_WIDTH, 0, gl.RGBA, gl.UNSIGNED_BYTE, bytes)
  }

  /** @param size of the canvas that it is laid into */
  draw(camera: MapCamera, size: CanvasSize): void {
    this.ratio = size.ratio
    const width = Math.round(size.width * size.ratio)
    const height = Math.round(size.height * size.ratio)
    if (this.canvas.width !== width || this.canvas.height !== height) {
      this.canvas.width = width
      this.canvas.height = height
      const { gl } = this
      gl.bindRenderbuffer(gl.RENDERBUFFER, this.faceTarget)
      gl.renderbufferStorage(gl.RENDERBUFFER, gl.R32UI, Math.max(1, width), Math.max(1, height))
      gl.bindFramebuffer(gl.FRAMEBUFFER, this.faceBuffer)
      gl.framebufferRenderbuffer(gl.FRAMEBUFFER, gl.COLOR_ATTACHMENT0, gl.RENDERBUFFER, this.faceTarget)
    }
    // From UV, v upwards, to −1 … 1, both ways.
    this.view = [
      (2 * camera.scale) / size.width,
      (2 * camera.scale) / size.height,
      (2 * camera.x) / size.width - 1,
      1 - (2 * (camera.y + camera.scale)) / size.height
    ]
    this.isFaceBufferCurrent = false
    const { gl } = this
    gl.bindFramebuffer(gl.FRAMEBUFFER, null)
    gl.clearBufferfv(gl.COLOR, 0, [0, 0, 0, 0])
    this.drawWith(this.programs.color)
  }

  private drawWith(used: WebGLProgram): void {
    const { gl, model } = this
    if (!model) return
    gl.viewport(0, 0, this.canvas.width, this.canvas.height)
    gl.useProgram(used)
    for (const [unit, name, of] of [
      [0, 'uFaceOfTriangle', this.faceOfTriangle],
      [1, 'uGroupOfFace', this.groupOfFace],
      [2, 'uColorOfGroup', this.colorOfGroup]
    ] as const) {
      gl.activeTexture(gl.TEXTURE0 + unit)
      gl.bindTexture(gl.TEXTURE_2D, of)
      gl.uniform1i(gl.getUniformLocation(used, name), unit)
    }
    gl.activeTexture(gl.TEXTURE0)
    gl.uniform4f(gl.getUniformLocation(used, 'uView'), ...this.view)
    gl.drawArrays(gl.TRIANGLES, 0, 3 * model.triangleFace.length)
  }

  /** The face at a place of what was drawn last, pixels of the page; null where there is none. */
  faceAt(x: number, y: number): number | null {
    const { gl } = this
    gl.bindFramebuffer(gl.FRAMEBUFFER, this.faceBuffer)
    if (!this.isFaceBufferCurrent) {
      gl.clearBufferuiv(gl.COLOR, 0, [NOTHING, 0, 0, 0])
      this.drawWith(this.programs.face)
      this.isFaceBufferCurrent = true
    }
    const found = new Uint32Array(1)
    const [column, row] = [Math.floor(x * this.ratio), Math.floor(y * this.ratio)]
    gl.readPixels(column, this.canvas.height - 1 - row, 1, 1, gl.RED_INTEGER, gl.UNSIGNED_INT, found)
    return found[0] === NOTHING ? null : found[0]! - 1
  }

  dispose(): void {
    this.gl.getExtension('WEBGL_lose_context')?.loseContext()
  }
}

/** Whole rows. */
function padded<T extends Uint32Array | Uint16Array>(values: T, type: new (length: number) => T): T {
  const out = new type(Math.max(1, Math.ceil(values.length / WIDTH)) * WIDTH)
  out.set(values)
  return out
}

function texture(gl: WebGL2RenderingContext): WebGLTexture {
  const made = gl.createTexture()
  gl.bindTexture(gl.TEXTURE_2D, made)
  gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, gl.NEAREST)
  gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MAG_FILTER, gl.NEAREST)
  return made
}

function program(gl: WebGL2RenderingContext, fragment: string): WebGLProgram {
  const made = gl.createProgram()
  for (const [type, source] of [
    [gl.VERTEX_SHADER, VERTEX],
    [gl.FRAGMENT_SHADER, fragment]
  ] as const) {
    const shader = gl.createShader(type)!
    gl.shaderSource(shader, source)
    gl.compileShader(shader)
    gl.attachShader(made, shader)
  }
  gl.bindAttribLocation(made, 0, 'uv')
  gl.linkProgram(made)
  if (!gl.getProgramParameter(made, gl.LINK_STATUS)) throw new Error(gl.getProgramInfoLog(made) ?? 'no program')
  return made
}
