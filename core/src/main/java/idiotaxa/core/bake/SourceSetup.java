package idiotaxa.core.bake;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.SmoothNormals;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.trace.Bvh;
import idiotaxa.core.trace.ClosestPointQuery;
import idiotaxa.core.trace.RayQuery;

/** What all threads of a bake from a source share. Immutable. */
final class SourceSetup {
  private final Mesh target;
  private final SurfaceGroups surface;
  private final Reach reach;
  private final Pairing pairing;
  private final Weld weld;
  private final float[] directions;
  private final RayQuery rays;
  private final ClosestPointQuery points;

  SourceSetup(
      Mesh target, Mesh source, Bvh bvh, SurfaceGroups surface, RaySettings settings) {
    this.target = target;
    this.surface = surface;
    reach = settings.reach();
    pairing = settings.pairing();
    weld = Weld.of(target);
    directions = SmoothNormals.of(target, weld);
    rays = new RayQuery(bvh, source);
    points = new ClosestPointQuery(bvh, source);
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

  RayQuery rays() {
    return rays;
  }

  ClosestPointQuery points() {
    return points;
  }

  long[] allowedOfTriangle(int targetTriangle) {
    return pairing.allowed(target.facePart()[target.triangleFace(targetTriangle)]);
  }
}
