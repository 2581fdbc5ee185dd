import {
  Box3,
  Color,
  DataTexture,
  LinearFilter,
  LinearSRGBColorSpace,
  NearestFilter,
  PerspectiveCamera,
  RedFormat,
  RGBAFormat,
  Scene,
  Sphere,
  Texture,
  Vector2,
  Vector3,
  WebGLRenderer
} from 'three'
import { OrbitControls } from 'three/addons/controls/OrbitControls.js'
import { cameraSteps } from '@/stage/camera-steps'
import type { KeyedView } from '@/stage/keyboard'
import { parseHex } from '@/model/color'
import { placeAligned } from '@/stage/alignment'
import { distanceToFit, modelBox } from '@/stage/box'
import { LookMesh, LOOKS, normalsOf, OWN_COLORS, PACK } from '@/stage/look-mesh'

import type { Alignment, Look } from '@/api/types'
import type { SlotMap } from '@/model/handoff-package'
import type { Model } from '@/model/model'
import type { SharedUniforms } from '@/stage/look-mesh'

const FIELD_OF_VIEW_DEG = 32
const SLOTS = 256
const CHANNELS = 4
const FIRST_DIRECTION = new Vector3(0.62, 0.34, 0.78)

/** The faces of a sheet with the groups that a package's images give them. */
export interface LookSheet {
  faces: Int32Array
  slots: SlotMap
  tile: [number, number]
}

/** A pack as an engine would use it: a colour for each channel over the one below. */
export interface PackTrial {
  /** A sheet each, in the order of the sheets; null where it has none. */
  images: (ImageBitmap | null)[]
  /** #RRGGBB */
  base: string
  /** #RRGGBB of red, green, blue, alpha; null where the channel is left out. */
  tints: (string | null)[]
}

/**
 * A model in the looks of its groups, lit, with another beside it that turns with it. Renders only when
 * something has changed. Whoever makes a stage disposes of it.
 */
export class LookStage {
  private readonly renderer: WebGLRenderer
  private readonly camera = new PerspectiveCamera(FIELD_OF_VIEW_DEG, 1, 0.01, 1000)
  private readonly controls: OrbitControls
  private readonly resizes: ResizeObserver
  private readonly looks = new DataTexture(new Uint8Array(4 * SLOTS * 2), SLOTS, 2, RGBAFormat)
  private readonly shared: SharedUniforms
  private readonly scene = new Scene()
  private readonly beside = new Scene()
  private meshes: LookMesh[] = []
  private compared: LookMesh | null = null
  private textures: Texture[] = []
  private packs: Texture[] = []
  private box = new Box3()
  private isFramed = false
  /** What keys do to the camera. */
  readonly steps: KeyedView
  private frameRequest = 0
  private frames = 0

  constructor(private readonly host: HTMLElement) {
    this.renderer = new WebGLRenderer({ antialias: true })
    this.renderer.outputColorSpace = LinearSRGBColorSpace
    this.renderer.setPixelRatio(Math.min(2, window.devicePixelRatio))
    this.clearToGrey()
    host.appendChild(this.renderer.domElement)
    this.renderer.domElement.style.display = 'block'
    const black = (): Vector3 => new Vector3()
    this.shared = {
      uLight: { value: new Vector3(0, 1, 0) },
      uLooks: { value: this.looks },
      uBase: { value: black() },
      uTints: { value: Array.from({ length: CHANNELS }, black) },
      uHasTint: { value: Array<boolean>(CHANNELS).fill(false) }
    }
    this.controls = new OrbitControls(this.camera, this.renderer.domElement)
    this.controls.enableDamping = false
    this.controls.zoomToCursor = true
    this.controls.addEventListener('start', () => (this.isFramed = false))
    this.controls.addEventListener('change', () => this.requestFrame())
    this.steps = cameraSteps(
      this.camera,
      this.controls,
      host,
      () => this.frame(),
      () => (this.isFramed = false)
    )
    this.renderer.domElement.addEventListener('webglcontextrestored', () => {
      this.clearToGrey()
      this.requestFrame()
    })
    this.resizes = new ResizeObserver(() => this.resize())
    this.resizes.observe(host)
  }

  /** A renewed graphics context has forgotten it. */
  private clearToGrey(): void {
    const grey = getComputedStyle(this.host).getPropertyValue('--stage').trim()
    this.renderer.setClearColor(new Color().setStyle(grey, LinearSRGBColorSpace), 1)
  }

  /** Shows a model; faces that lie on no sheet are plain. */
  show(model: Model, sheets: LookSheet[]): void {
    this.clear()
    const sheetOfFace = new Int32Array(model.facePart.length).fill(-1)
    sheets.forEach((sheet, s) => sheet.faces.forEach((face) => (sheetOfFace[face] = s)))
    const empty = this.slotTexture({ width: 1, height: 1, slots: new Uint8Array(1) })
    const normals = normalsOf(model)
    for (let s = -1; s < sheets.length; s++) {
      const mesh = new LookMesh(model, normals, (face) => sheetOfFace[face] === s, LOOKS, this.shared)
      mesh.set('uSlots', s < 0 ? empty : this.slotTexture(sheets[s]!.slots))
      if (s >= 0) mesh.set('uTile', new Vector2(...sheets[s]!.tile))
      this.meshes.push(mesh)
      this.scene.add(mesh.mesh)
    }
    this.box = modelBox(model)
    this.frame()
  }

  private clear(): void {
    for (const mesh of this.meshes) {
      this.scene.remove(mesh.mesh)
      mesh.dispose()
    }
    for (const texture of [...this.textures, ...this.packs]) texture.dispose()
    this.meshes = []
    this.textures = []
    this.packs = []
  }

  private slotTexture({ width, height, slots }: SlotMap): DataTexture {
    const texture = new DataTexture(slots, width, height, RedFormat)
    texture.minFilter = texture.magFilter = NearestFilter
    texture.unpackAlignment = 1
    texture.needsUpdate = true
    this.textures.push(texture)
    return texture
  }

  /** @param looks in the order of the slots, from 1 */
  setLooks(looks: Look[]): void {
    const bytes = this.looks.image.data as Uint8Array
    looks.forEach((look, i) => {
      bytes.set([...parseHex(look.baseColor), Math.round(look.roughness * 255)], 4 * (i + 1))
      bytes[4 * (SLOTS + i + 1)] = Math.round(look.metalness * 255)
    })
    this.looks.needsUpdate = true
    this.requestFrame()
  }

  /** Where the light comes from, degrees round the model and above the horizon. */
  setLight(around: number, above: number): void {
    const a = (around * Math.PI) / 180
    const h = (above * Math.PI) / 180
    this.shared.uLight.value.set(Math.cos(h) * Math.sin(a), Math.sin(h), Math.cos(h) * Math.cos(a))
    this.requestFrame()
  }

  /** Shows a pack in place of the looks; null for the looks again. */
  setPack(trial: PackTrial | null): void {
    if (trial) {
      this.shared.uBase.value.set(...unit(trial.base))
      trial.tints.forEach((tint, c) => {
        this.shared.uHasTint.value[c] = tint !== null
        if (tint) this.shared.uTints.value[c]!.set(...unit(tint))
      })
      this.layPacks(trial.images)
    }
    this.meshes.forEach((mesh, m) => mesh.set('uKind', trial?.images[m - 1] ? PACK : LOOKS))
    this.requestFrame()
  }

  private layPacks(images: (ImageBitmap | null)[]): void {
    if (this.packs.length && images.every((image, s) => !image || this.packs[s]?.image === image)) return
    this.packs.forEach((texture) => texture.dispose())
    this.packs = images.map((image, s) => {
      const texture = new Texture(image ?? undefined)
      texture.flipY = false
      texture.premultiplyAlpha = false
      texture.generateMipmaps = false
      texture.minFilter = texture.magFilter = LinearFilter
      texture.needsUpdate = image !== null
      if (image) this.meshes[s + 1]!.set('uPack', texture)
      return texture
    })
  }

  /** Shows another model in its own colours beside this one; null for none. */
  compare(model: Model | null, alignment: Alignment | null): void {
    if (this.compared) {
      this.beside.remove(this.compared.mesh)
      this.compared.dispose()
      this.compared = null
    }
    if (model) {
      this.compared = new LookMesh(model, normalsOf(model), () => true, OWN_COLORS, this.shared)
      if (alignment) placeAligned(this.compared.mesh, alignment)
      this.beside.add(this.compared.mesh)
    }
    this.resize()
  }

  private frame(): void {
    const direction = this.isFramed ? this.camera.position.clone().sub(this.controls.target) : FIRST_DIRECTION
    this.isFramed = true
    const center = this.box.getCenter(new Vector3())
    this.controls.target.copy(center)
    const distance = distanceToFit(this.box, direction, this.camera)
    this.camera.position.copy(center).addScaledVector(direction.clone().normalize(), distance)
    this.controls.update()
    this.requestFrame()
  }

  private resize(): void {
    const { clientWidth: width, clientHeight: height } = this.host
    if (width === 0 || height === 0) return
    this.renderer.setSize(width, height)
    this.camera.aspect = (this.compared ? width / 2 : width) / height
    this.camera.updateProjectionMatrix()
    if (this.isFramed) this.frame()
    this.requestFrame()
  }

  private requestFrame(): void {
    cancelAnimationFrame(this.frameRequest)
    this.frameRequest = requestAnimationFrame(() => this.draw())
  }

  private draw(): void {
    const { clientWidth: width, clientHeight: height } = this.host
    const radius = this.box.isEmpty() ? 1 : this.box.getBoundingSphere(new Sphere()).radius
    const distance = this.camera.position.distanceTo(this.controls.target)
    this.camera.near = Math.max(distance - 3 * radius, distance / 200)
    this.camera.far = distance + 6 * radius
    this.camera.updateProjectionMatrix()
    this.renderer.setScissorTest(this.compared !== null)
    const own = this.compared ? Math.floor(width / 2) : width
    this.drawInto(this.scene, 0, own, height)
    if (this.compared) this.drawInto(this.beside, own, width - own, height)
    this.host.dataset.frame = String(++this.frames)
    this.host.dataset.ready = String(this.meshes.length > 0)
  }

  private drawInto(scene: Scene, left: number, width: number, height: number): void {
    this.renderer.setViewport(left, 0, width, height)
    this.renderer.setScissor(left, 0, width, height)
    this.renderer.render(scene, this.camera)
  }

  dispose(): void {
    cancelAnimationFrame(this.frameRequest)
    this.resizes.disconnect()
    this.controls.dispose()
    this.clear()
    this.compared?.dispose()
    this.looks.dispose()
    this.renderer.dispose()
    this.renderer.forceContextLoss()
    this.renderer.domElement.remove()
  }
}

function unit(hex: string): [number, number, number] {
  const [r, g, b] = parseHex(hex)
  return [r / 255, g / 255, b / 255]
}
