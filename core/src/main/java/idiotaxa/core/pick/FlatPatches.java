package idiotaxa.core.pick;

import idiotaxa.core.mesh.EdgeMap;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.FaceNormals;
import idiotaxa.core.mesh.UnionFind;

/** Divides a surface into flat patches: floods over edges whose dihedral angle is under a limit. */
public final class FlatPatches {
  private FlatPatches() {}

  /**
   * Linear time up to the inverse Ackermann function.
   *
   * @param limitDeg largest angle between the normals of two faces of one patch that share an edge,
   *     0 … 180
   */
  public static FaceLabels of(Topology topology, double limitDeg) {
    if (!(limitDeg >= 0 && limitDeg <= 180)) {
      throw new IllegalArgumentException("An angle is 0 … 180 degrees, got " + limitDeg + ".");
    }
    double least = Math.cos(Math.toRadians(limitDeg)) - 1e-6;
    UnionFind sets = new UnionFind(topology.mesh().faceCount());
    EdgeMap edges = topology.edges();
    for (int first = 0; first < topology.mesh().cornerCount(); first++) {
      if (!edges.isFirst(first)) {
        continue;
      }
      for (int c = first; c != EdgeMap.NONE; c = edges.next(c)) {
        int other = topology.opposite(c, first);
        if (other > c && isFlat(topology.normals(), edges.face(c), edges.face(other), least)) {
          sets.union(edges.face(c), edges.face(other));
        }
      }
    }
    return sets.labels();
  }

  /** Faces without area have no angle and belong to whatever they touch. */
  private static boolean isFlat(FaceNormals normals, int a, int b, double least) {
    return normals.area[a] == 0 || normals.area[b] == 0 || cosine(normals, a, b) >= least;
  }

  static double cosine(FaceNormals normals, int a, int b) {
    float[] n = normals.normal;
    return (double) n[3 * a] * n[3 * b]
        + (double) n[3 * a + 1] * n[3 * b + 1]
        + (double) n[3 * a + 2] * n[3 * b + 2];
  }
}
