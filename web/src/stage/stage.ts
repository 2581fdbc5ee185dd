import {
  Box3,
  ColorManagement,
  DataTexture,
  LinearSRGBColorSpace,
  NearestFilter,
  NoColorSpace,
  PerspectiveCamera,
  RawShaderMaterial,
  RGBAFormat,
  Scene,
  Sphere,
  Texture,
  Vector2,
  Vector3,
  WebGLRenderer
} from 'three'
import { OrbitControls } from 'three/addons/controls/OrbitControls.js'
import type { WebGLProgram } from 'three'
import type { Alignment } from '@/api/types'
import type { Model } from '@/model/model'
import type { Runs } from '@/model/runs'
import { distanceToFit, facesBox, modelBox } from '@/stage/box'
import type { Hit } from '@/stage/face-place'
import { CageMarks } from '@/stage/cage'
import { cameraSteps } from '@/stage/camera-steps'
import type { Cage } from '@/stage/cage'
import type { KeyedView } from '@/stage/keyboard'
import { ModelMesh, prepareSurface } from '@/stage/model-mesh'
import { ModelQueries } from '@/stage/model-queries'
import { OutlinePass } from '@/stage/outline-pass'
import type { Region } from '@/stage/regions'
import { SeenFacesReader } from '@/stage/seen-faces'
import type { SeenFaces } from '@/stage/seen-faces'
import { SAMPLES_ACROSS, SeenSurface } from '@/stage/seen-surface'
import { ShadingPass } from '@/stage/shading-pass'
import type { StageView } from '@/stage/shading-pass'
import type { Shape } from '@/stage/shape'

const COLOR_TABLE_SIDE = 256
const FIELD_OF_VIEW_DEG = 32
/** Half of what is seen around a place, as a share of the model's radius. */
const PLACE_VIEW = 0.09
/** Milliseconds without a new view after which the pointer may be asked about. */
const REST_MS = 40
/** Milliseconds between two looks whether programs are translated. */
const SETTLE_MS = 10
const FIRST_DIRECTION = new Vector3(0.62, 0.34, 0.78)

// Colours are judged here, so they stay the sRGB bytes that they are, from end to end.
ColorManagement.enabled = false

/** A model laid over another, moved as it is aligned. */
export interface Overlay {
  model: Model
  alignment: Alignment | null
}

/** A camera: metres. */
export interface Pose {
  position: [number, number, number]
  target: [number, number, number]
}

/**
 * The 3D stage. Renders only when something has changed, and triangles only when the camera or they have: what is
 * claimed, picked or under the pointer is coloured anew from the faces that were seen. Whoever makes a stage
 * disposes of it.
 */
export class Stage {
  private readonly renderer: WebGLRenderer
  private readonly scene = new Scene()
  private readonly camera = new PerspectiveCamera(FIELD_OF_VIEW_DEG, 1, 0.01, 1000)
  private readonly controls: OrbitControls
  private readonly seen = new SeenSurface()
  private readonly seenFaces: SeenFacesReader
  private readonly shading: ShadingPass
  private readonly outlines: OutlinePass
  private readonly colorTable: DataTexture
  private readonly prepared: RawShaderMaterial
  private readonly resizes: ResizeObserver
  private readonly map = new Texture()
  private shown: ModelMesh | null = null
  private overlays: ModelMesh[] = []
  private queries: ModelQueries | null = null
  /** Whether triangles must be drawn anew. */
  private isSurfaceStale = true
  private cage: CageMarks | null = null
  private hovered: ArrayLike<number> = []
  private view: StageView = 'ids'
  private hasWire = false
  private isPickThrough = false
  private hatchesAll = false
  private modelRadius = 1
  /** What the camera was brought to, until somebody moves it. */
  private framed: { box: Box3; direction: Vector3 } | null = null
  private isFollowing = false
  private frameRequest = 0
  private frames = 0
  private surfaces = 0
  private settling = 0
  /** Brings what is seen to where questions are answered, when the camera rests. */
  private rest = 0
  private seenListener = (): void => {}

  constructor(private readonly host: HTMLElement) {
    this.renderer = new WebGLRenderer({ antialias: false })
    this.renderer.outputColorSpace = LinearSRGBColorSpace
    this.renderer.setPixelRatio(Math.min(2, window.devicePixelRatio, this.mostPixelRatio()))
    this.clearToNothing()
    // The first picture would ask whether there is such a thing, and wait for the answer behind all that the page draws.
    this.renderer.capabilities.getMaxAnisotropy()
    host.appendChild(this.renderer.domElement)
    this.renderer.domElement.style.display = 'block'
    this.colorTable = new DataTexture(
      new Uint8Array(4 * COLOR_TABLE_SIDE ** 2),
      COLOR_TABLE_SIDE,
      COLOR_TABLE_SIDE,
      RGBAFormat
    )
    this.seenFaces = new SeenFacesReader(this.renderer)
    this.shading = new ShadingPass(this.colorTable)
    this.outlines = new OutlinePass(getComputedStyle(host).getPropertyValue('--stage').trim(), this.shading)
    this.map.minFilter = this.map.magFilter = NearestFilter
    this.map.colorSpace = NoColorSpace
    this.map.flipY = false
    this.map.generateMipmaps = false
    this.controls = new OrbitControls(this.camera, this.renderer.domElement)
    this.controls.enableDamping = false
    this.controls.zoomToCursor = true
    this.controls.addEventListener('start', () => (this.framed = null))
    this.controls.addEventListener('change', () => {
      this.fitClipping()
      this.requestSurface()
    })
    this.steps = cameraSteps(
      this.camera,
      this.controls,
      host,
      () => this.showAll(),
      () => (this.framed = null)
    )
    this.canvas.addEventListener('webglcontextrestored', () => {
      this.clearToNothing()
      for (const mesh of [this.shown, ...this.overlays]) mesh?.sendAgain()
      this.requestSurface()
    })
    this.prepared = prepareSurface(this.renderer, this.camera)
    this.shading.prepare(this.renderer)
    this.outlines.prepare(this.renderer)
    this.seenFaces.prepare()
    this.settle()
    this.resizes = new ResizeObserver(() => this.resize())
    this.resizes.observe(host)
    this.resize()
  }

  /**
   * Asks for the translated programs when they are there: the first picture would wait for the answer behind all the
   * geometry that is sent before it.
   */
  private settle(): void {
    if (this.renderer.getContext().isContextLost()) return
    const programs = (this.renderer.info.programs ?? []) as (WebGLProgram & { isReady(): boolean })[]
    if (programs.every((program) => program.isReady())) for (const program of programs) program.getUniforms()
    else this.settling = window.setTimeout(() => this.settle(), SETTLE_MS)
  }

  /** What is seen must fit into a texture, on the largest stage that the screen has room for. */
  private mostPixelRatio(): number {
    const longest = Math.max(window.screen.width, window.screen.height)
    return longest > 0 ? this.renderer.capabilities.maxTextureSize / (SAMPLES_ACROSS * longest) : Infinity
  }

  /** The stage's grey is laid under what is drawn. A renewed graphics context has forgotten it and clears to black. */
  private clearToNothing(): void {
    this.renderer.setClearColor(0, 0)
  }

  get canvas(): HTMLCanvasElement {
    return this.renderer.domElement
  }

  /** Shows a model instead of the present one; null empties the stage. */
  showModel(model: Model | null): void {
    this.host.dataset.ready = 'false'
    this.clearModel()
    if (model) {
      this.shown = new ModelMesh(model, this.renderer.getPixelRatio())
      this.shown.pickMesh.visible = this.isPickThrough
      this.queries = new ModelQueries(this.shown, this.camera, this.host)
      this.scene.add(this.shown.mesh, this.shown.pickMesh)
      const box = modelBox(model)
      this.modelRadius = box.getBoundingSphere(new Sphere()).radius
      this.frameBox(box, FIRST_DIRECTION)
    }
    this.fitView()
  }

  private clearModel(): void {
    if (this.shown) {
      this.scene.remove(this.shown.mesh, this.shown.pickMesh)
      this.shown.dispose()
    }
    this.shown = null
    this.queries = null
    this.hovered = []
    this.outlines.setHasPick(false)
    this.outlines.setHasHover(false)
  }

  /** Lays further models over the shown one, through which that still shows. */
  showOverlays(overlays: Overlay[]): void {
    for (const laid of this.overlays) {
      this.scene.remove(laid.mesh)
      laid.dispose()
    }
    this.overlays = overlays.map(({ model, alignment }) => {
      const laid = new ModelMesh(model, this.renderer.getPixelRatio())
      laid.layOver()
      if (alignment) laid.setAlignment(alignment)
      this.scene.add(laid.mesh)
      return laid
    })
    this.fitView()
  }

  /** Draws where rays begin and end around the model. */
  showCage(cage: Cage): void {
    this.cage?.dispose()
    this.cage = new CageMarks(cage, this.seen.samples, this.renderer.getPixelRatio())
    this.cage.addTo(this.scene)
    this.fitView()
  }

  /** @param colors red, green, blue 0 … 255 by group number */
  setGroupColors(colors: Map<number, [number, number, number]>): void {
    const bytes = this.colorTable.image.data as Uint8Array
    for (const [number, rgb] of colors) bytes.set([...rgb, 255], 4 * number)
    this.colorTable.needsUpdate = true
    this.requestFrame()
  }

  setFaceGroups(groups: Uint16Array): void {
    this.shown?.marks.setGroups(groups)
    this.requestFrame()
  }

  setPick(faces: Runs): void {
    this.shown?.marks.setPicked(faces)
    this.outlines.setHasPick(faces.length > 0)
    // Laid over what is seen, which stays as it is.
    this.isSurfaceStale ||= this.isPickThrough
    this.requestFrame()
  }

  setHover(faces: ArrayLike<number>): void {
    // Sets of faces under the pointer do not overlap in part: the first face and the count tell them.
    const isSame = faces.length === this.hovered.length && faces[0] === this.hovered[0]
    if (!this.shown || isSame) return
    this.shown.marks.setHovered(this.hovered, faces)
    this.hovered = faces
    this.outlines.setHasHover(faces.length > 0)
    this.requestFrame()
  }

  /** @param away 1 for faces that are out of sight; null for none */
  setAway(away: Uint8Array | null): void {
    this.shown?.setAway(away)
    this.requestSurface()
  }

  /** @param rgb three bytes a face, for the view `materials` */
  setFaceColors(rgb: Uint8Array): void {
    this.shown?.faceColors.set(rgb)
    this.requestFrame()
  }

  /** Draws the sides of the faces. */
  setWire(isOn: boolean): void {
    this.hasWire = isOn
    this.fitView()
  }

  /** Shows the pick through whatever is in front of it. */
  setPickThrough(isOn: boolean): void {
    this.isPickThrough = isOn
    if (this.shown) this.shown.pickMesh.visible = isOn
    this.requestSurface()
  }

  /** Hatches unclaimed surface in every view. */
  setHatchesAll(isOn: boolean): void {
    this.hatchesAll = isOn
    this.fitView()
  }

  setView(view: StageView): void {
    this.view = view
    this.fitView()
  }

  /** Brings all that draws into line with what is asked for. */
  private fitView(): void {
    const isMixed = this.overlays.length > 0 || this.cage !== null
    const hasColors = isMixed || this.hasWire || this.view === 'colors' || this.view === 'map'
    this.seen.keepOwnColors(hasColors)
    for (const mesh of [this.shown, ...this.overlays]) mesh?.setHasColors(hasColors)
    this.shown?.setIsMapped(this.view === 'map')
    if (this.hasWire) this.shown?.layWire()
    this.shading.setView(this.view, this.hatchesAll, this.hasWire)
    // Lines between pieces would cover a map, and cannot be told where other things mix in pixel by pixel.
    this.outlines.setHasLines(this.view !== 'map' && !isMixed)
    this.requestSurface()
  }

  /** @param tile lower left corner of the map's place in UV space */
  setMap(image: ImageBitmap, tile: [number, number]): void {
    this.map.dispose()
    this.map.image = image
    this.map.needsUpdate = true
    this.shown?.setMap(this.map, tile)
    this.requestSurface()
  }

  /** Moves the camera so that the faces that `isIn` takes fill the stage, from where it stands. */
  flyTo(isIn: (face: number) => boolean): void {
    if (!this.shown) return
    const direction = this.camera.position.clone().sub(this.controls.target)
    this.frameBox(facesBox(this.shown.model, isIn), direction)
  }

  /** Moves the camera in front of a place on the surface, metres. */
  flyToPlace(position: number[], normal: number[]): void {
    const half = PLACE_VIEW * this.modelRadius
    const box = new Box3().setFromCenterAndSize(new Vector3().fromArray(position), new Vector3(half, half, half).multiplyScalar(2))
    // A little from above and aside, so that it is seen what the place is a part of.
    const direction = new Vector3().fromArray(normal).addScaledVector(new Vector3(0.25, 0.3, 0.2), 1)
    this.frameBox(box, direction)
  }

  /** Where in the stage a place of space is seen, pixels; null behind the camera. */
  onScreen(position: number[]): { x: number; y: number } | null {
    // Usually done by the next frame, which may still be to come.
    this.camera.updateMatrixWorld()
    const { x, y, z } = new Vector3().fromArray(position).project(this.camera)
    if (z > 1) return null
    return { x: ((x + 1) / 2) * this.host.clientWidth, y: ((1 - y) / 2) * this.host.clientHeight }
  }

  private frameBox(box: Box3, direction: Vector3): void {
    this.framed = { box, direction: direction.clone() }
    const center = box.getCenter(new Vector3())
    const distance = distanceToFit(box, direction, this.camera)
    this.controls.target.copy(center)
    this.camera.position.copy(center).addScaledVector(direction.clone().normalize(), distance)
    this.controls.update()
    this.fitClipping()
    this.requestSurface()
  }

  /** The whole model stays between the clipping planes however near the camera comes. */
  private fitClipping(): void {
    const distance = this.camera.position.distanceTo(this.controls.target)
    this.camera.near = Math.max(distance - 3 * this.modelRadius, distance / 200)
    this.camera.far = distance + 6 * this.modelRadius
    this.camera.updateProjectionMatrix()
  }

  /** What is at a place in the window, or null. */
  hitAt(clientX: number, clientY: number): Hit | null {
    return this.queries?.hitAt(this.seenNow(), clientX, clientY) ?? null
  }

  /** The same for a pointer that passes: nothing while what is seen has not been drawn to its end. */
  hoverAt(clientX: number, clientY: number): Hit | null {
    const seen = this.seenFaces.ready
    return (seen && this.queries?.hitAt(seen, clientX, clientY)) ?? null
  }

  /** See {@link ModelQueries}. */
  facesInside(shape: Shape, isThrough: boolean): Uint32Array {
    return this.queries?.facesInside(this.seenNow(), shape, isThrough) ?? new Uint32Array()
  }

  /** See {@link ModelQueries}; null if the view has changed meanwhile. */
  async regions(groups: Uint16Array): Promise<Region[] | null> {
    if (!this.seenFaces.ready && this.isSurfaceStale) this.drawSurface()
    const seen = await this.seenFaces.fetch()
    return (seen && this.queries?.regions(seen, groups)) ?? null
  }

  /** Where the camera is and what it looks at. */
  get pose(): Pose {
    return { position: this.camera.position.toArray(), target: this.controls.target.toArray() }
  }

  /** Brings the camera to where another one is; nobody is told. */
  follow(pose: Pose): void {
    this.framed = null
    this.isFollowing = true
    this.camera.position.fromArray(pose.position)
    this.controls.target.fromArray(pose.target)
    this.controls.update()
    this.isFollowing = false
    this.fitClipping()
    this.requestSurface()
  }

  /** Turns the camera around what it looks at until it looks as another one does; nobody is told. */
  turnLike(pose: Pose): void {
    const direction = new Vector3(...pose.position).sub(new Vector3(...pose.target)).normalize()
    const target = this.controls.target
    const distance = this.camera.position.distanceTo(target)
    this.follow({
      position: target.clone().addScaledVector(direction, distance).toArray(),
      target: target.toArray()
    })
  }

  /** From the model towards the viewer. */
  towardsCamera(): [number, number, number] {
    const { x, y, z } = this.camera.position.clone().sub(this.controls.target).normalize()
    return [x, y, z]
  }

  /** Turns the camera to rest while a key is held that means something else. */
  holdCamera(isHeld: boolean): void {
    this.controls.enabled = !isHeld
  }

  /** Calls back whenever the camera was moved, but not when it follows another. */
  onMove(listener: () => void): void {
    this.controls.addEventListener('change', () => {
      if (!this.isFollowing) listener()
    })
  }

  /** Calls back whenever a view rests and {@link hoverAt} knows it. */
  onSeen(listener: () => void): void {
    this.seenListener = listener
  }

  /** What keys do to the camera. */
  readonly steps: KeyedView

  /** Everything that is shown fills the stage, from where the camera stands. */
  private showAll(): void {
    if (this.shown) this.flyTo(() => true)
  }

  private resize(): void {
    const { clientWidth, clientHeight } = this.host
    if (clientWidth === 0 || clientHeight === 0) return
    this.renderer.setSize(clientWidth, clientHeight)
    const buffer = this.renderer.getDrawingBufferSize(new Vector2())
    const ratio = this.renderer.getPixelRatio()
    this.seen.setSize(buffer.x, buffer.y)
    this.shading.setSize(buffer.x, buffer.y, ratio)
    this.outlines.setPixelRatio(ratio)
    this.camera.aspect = clientWidth / clientHeight
    this.camera.updateProjectionMatrix()
    // What was in view stays in view when a pane is opened beside it.
    if (this.framed) this.frameBox(this.framed.box, this.framed.direction)
    this.requestSurface()
  }

  private seenNow(): SeenFaces {
    if (!this.seenFaces.ready && this.isSurfaceStale) this.drawSurface()
    return this.seenFaces.wait()
  }

  private drawSurface(): void {
    // What is shown through others is not what is seen.
    const through = this.isPickThrough ? this.shown?.pickMesh : undefined
    if (through) through.visible = false
    this.seen.render(this.renderer, this.scene, this.camera)
    this.seenFaces.show(this.seen.faces, this.host.clientWidth, this.host.clientHeight)
    if (through) {
      this.seenFaces.take()
      through.visible = true
      this.seen.renderMore(this.renderer, through, this.camera)
    }
    this.isSurfaceStale = false
    this.host.dataset.surfaces = String(++this.surfaces)
    clearTimeout(this.rest)
    this.rest = window.setTimeout(() => void this.bringSeen(), REST_MS)
  }

  private draw(shown: ModelMesh): void {
    if (this.isSurfaceStale) this.drawSurface()
    this.shading.render(this.renderer, this.seen, shown)
    this.outlines.render(this.renderer)
  }

  private async bringSeen(): Promise<void> {
    if (await this.seenFaces.fetch()) this.seenListener()
  }

  private requestSurface(): void {
    this.isSurfaceStale = true
    clearTimeout(this.rest)
    this.seenFaces.forget()
    this.requestFrame()
  }

  private requestFrame(): void {
    if (this.frameRequest === 0) this.frameRequest = requestAnimationFrame(() => this.renderFrame())
  }

  private renderFrame(): void {
    this.frameRequest = 0
    if (this.shown) this.draw(this.shown)
    // A canvas that nothing was drawn on is empty, and the page lays it over itself at no cost.
    else if (this.surfaces > 0) this.renderer.clear()
    this.host.dataset.frame = String(++this.frames)
    this.host.dataset.ready = String(this.shown !== null)
  }

  dispose(): void {
    cancelAnimationFrame(this.frameRequest)
    clearTimeout(this.rest)
    clearTimeout(this.settling)
    this.resizes.disconnect()
    this.controls.dispose()
    this.showOverlays([])
    this.cage?.dispose()
    cancelAnimationFrame(this.frameRequest)
    this.clearModel()
    this.map.dispose()
    this.colorTable.dispose()
    this.seen.dispose()
    this.seenFaces.dispose()
    this.shading.dispose()
    this.outlines.dispose()
    this.prepared.dispose()
    this.renderer.dispose()
    this.canvas.remove()
  }
}
