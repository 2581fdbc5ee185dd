package idiotaxa.core.bake;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.SmoothNormals;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.trace.Bvh;

/** What all threads of a bake from a source share. Immutable. */
final class SourceSetup {
  private final Mesh target;
  private final SurfaceGroups surface;
  private final Reach reach;
  private final Pairing pairing;
  private final Weld weld;
  private final float[] directions;
  private final Bvh bvh;

  SourceSetup(
      Mesh target, Bvh bvh, SurfaceGroups surface, RaySettings settings) {
    this.target = target;
    this.surface = surface;
    reach = settings.reach();
    pairing = settings.pairing();
    weld = Weld.of(target);
    directions = SmoothNormals.of(target, weld);
    this.bvh = bvh;
  }

  Mesh target() {
    return target;
  }

  SurfaceGroups surface() {
    return surface;
  }

  Reach reach() {
    return reach;
  }

  Weld weld() {
    return weld;
  }

  /** Unit direction per welded position of the target. */
  float[] directions() {
    return directions;
  }

  Bvh bvh() {
    return bvh;
  }

  long[] allowedOfTriangle(int targetTriangle) {
    return pairing.allowed(target.facePart()[target.triangleFace(targetTriangle)]);
  }
}
