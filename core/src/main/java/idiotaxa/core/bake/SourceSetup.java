package idiotaxa.core.bake;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.SmoothNormals;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.origin.SurfaceGroups;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.reach.Reaches;
import idiotaxa.core.trace.Bvh;
import idiotaxa.core.trace.NodeLabels;

/** What all threads of a bake from a source share. Immutable. */
final class SourceSetup {
  private final Mesh target;
  private final SurfaceGroups surface;
  private final Reach[] reachOfPart;
  private final Pairing pairing;
  private final Weld weld;
  private final float[] directions;
  private final Bvh bvh;
  private final NodeLabels labels;

  SourceSetup(Mesh target, Bvh bvh, SurfaceGroups surface, Reaches reaches, Pairing pairing) {
    this.target = target;
    this.bvh = bvh;
    this.surface = surface;
    this.pairing = pairing;
    reachOfPart =
        target.parts().stream().map(part -> reaches.of(part.name())).toArray(Reach[]::new);
    weld = Weld.of(target);
    directions = SmoothNormals.of(target, weld);
    labels = NodeLabels.of(bvh, surface::label);
  }

  Mesh target() {
    return target;
  }

  SurfaceGroups surface() {
    return surface;
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

  /** Groups of the source's triangles, by node of the hierarchy. */
  NodeLabels labels() {
    return labels;
  }

  int partOfTriangle(int targetTriangle) {
    return target.facePart()[target.triangleFace(targetTriangle)];
  }

  Reach reach(int targetPart) {
    return reachOfPart[targetPart];
  }

  /** Source parts that rays from a target part may hit, as bits; null for all. */
  long[] allowed(int targetPart) {
    return pairing.allowed(targetPart);
  }
}
