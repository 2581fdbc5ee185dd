import { MathUtils, Spherical, Vector3 } from 'three'
import type { PerspectiveCamera } from 'three'
import type { OrbitControls } from 'three/addons/controls/OrbitControls.js'
import type { KeyedView } from '@/stage/keyboard'

/** Pixels of a drag that turn the camera once around. */
const PX_A_TURN = 720
/** Closer to straight up or down the camera would lose what is right and left, radians. */
const LEAST_ANGLE = 0.01

/** Moves a camera in steps as a drag of so many pixels does, for whoever has no pointer. */
export function cameraSteps(
  camera: PerspectiveCamera,
  controls: OrbitControls,
  host: HTMLElement,
  home: () => void,
  onMove: () => void
): KeyedView {
  function apply(change: () => void): void {
    onMove()
    change()
    controls.update()
  }
  return {
    turn: (dx, dy) =>
      apply(() => {
        const offset = camera.position.clone().sub(controls.target)
        const angles = new Spherical().setFromVector3(offset)
        angles.theta -= (2 * Math.PI * dx) / PX_A_TURN
        angles.phi = MathUtils.clamp(angles.phi - (2 * Math.PI * dy) / PX_A_TURN, LEAST_ANGLE, Math.PI - LEAST_ANGLE)
        camera.position.copy(controls.target).add(offset.setFromSpherical(angles))
      }),
    slide: (dx, dy) =>
      apply(() => {
        const distance = camera.position.distanceTo(controls.target)
        const metresAPx = (2 * distance * Math.tan(MathUtils.degToRad(camera.fov / 2))) / host.clientHeight
        const right = new Vector3().setFromMatrixColumn(camera.matrix, 0).multiplyScalar(-dx * metresAPx)
        const step = right.addScaledVector(new Vector3().setFromMatrixColumn(camera.matrix, 1), dy * metresAPx)
        camera.position.add(step)
        controls.target.add(step)
      }),
    zoom: (factor) =>
      apply(() => camera.position.sub(controls.target).divideScalar(factor).add(controls.target)),
    home
  }
}
