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
import idiotaxa.core.trace.SurfaceFilter;
import idiotaxa.core.trace.TracedSource;
import java.util.function.Predicate;

/** What all threads of a bake from a source share. Immutable. */
final class SourceSetup {
  private final Mesh target;
  private final SurfaceGroups surface;
  private final Mesh source;
  private final Reach[] reachOfPart;
  private final boolean[] isPatientOfPart;
  private final double farthest;
  private final Pairing pairing;
  private final SurfaceFilter filter;
  private final Weld weld;
  private final float[] directions;
  private final Bvh bvh;
  private final NodeLabels labels;
  private final NodeLabels partLabels;

  /**
   * @param isMeasured whether a part's reach was measured: then what it misses is looked for farther away
   * @param filter where rays hit something, null for everywhere
   */
  SourceSetup(
      Mesh target,
      TracedSource traced,
      SurfaceGroups surface,
      Reaches reaches,
      Predicate<String> isMeasured,
      Pairing pairing,
      SurfaceFilter filter) {
    this.filter = filter;
    this.target = target;
    source = traced.mesh();
    bvh = traced.bvh();
    this.surface = surface;
    this.pairing = pairing;
    reachOfPart =
        target.parts().stream().map(part -> reaches.of(part.name())).toArray(Reach[]::new);
    isPatientOfPart = new boolean[reachOfPart.length];
    for (int p = 0; p < isPatientOfPart.length; p++) {
      isPatientOfPart[p] = isMeasured.test(target.parts().get(p).name());
    }
    farthest = target.bounds().diagonalWith(source.bounds());
    weld = Weld.of(target);
    directions = SmoothNormals.of(target, weld);
    labels = NodeLabels.of(bvh, surface::label);
    int parts = source.parts().size();
    partLabels =
        parts < 2
            ? null
            : NodeLabels.of(
                bvh, t -> Math.min(NodeLabels.MIXED, source.facePart()[source.triangleFace(t)]));
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

  /** Parts of the source's triangles, by node of the hierarchy; null when there is only one. */
  NodeLabels partLabels() {
    return partLabels;
  }

  /** Where rays hit something, null for everywhere. */
  SurfaceFilter filter() {
    return filter;
  }

  int partOfTriangle(int targetTriangle) {
    return target.facePart()[target.triangleFace(targetTriangle)];
  }

  Reach reach(int targetPart) {
    return reachOfPart[targetPart];
  }

  /** Whether what rays from a target part miss is looked for beyond its reach. */
  boolean isPatient(int targetPart) {
    return isPatientOfPart[targetPart];
  }

  /** Metres beyond which there is nothing of either model. */
  double farthest() {
    return farthest;
  }

  Mesh source() {
    return source;
  }

  /** Source parts that rays from a target part may hit, as bits; null for all. */
  long[] allowed(int targetPart) {
    return pairing.allowed(targetPart);
  }
}
