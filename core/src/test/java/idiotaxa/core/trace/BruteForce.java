package idiotaxa.core.trace;

import static idiotaxa.core.Vectors.cross;
import static idiotaxa.core.Vectors.dot;
import static idiotaxa.core.Vectors.minus;

import idiotaxa.core.mesh.Mesh;

/** The same questions answered by looking at every triangle. */
final class BruteForce {
  private BruteForce() {}

  /** A degenerate hierarchy: a chain of nodes with endless boxes, so no box ever culls. */
  static Bvh asSingleLeaves(Mesh mesh) {
    int n = mesh.triangleCount();
    int nodes = Math.max(1, n - 1);
    float[] nodeArray = new float[Bvh.NODE * nodes];
    float[] vertices = new float[9 * n];
    int[] slots = new int[n];
    int[] parts = new int[n];
    for (int t = 0; t < n; t++) {
      slots[t] = t;
      parts[t] = mesh.facePart()[mesh.triangleFace(t)];
      for (int k = 0; k < 3; k++) {
        System.arraycopy(
            mesh.positions(), 3 * mesh.triangleVertex(t, k), vertices, 9 * t + 3 * k, 3);
      }
    }
    for (int node = 0; node < nodes; node++) {
      int at = Bvh.NODE * node;
      for (int i = 0; i < Bvh.REFS; i++) {
        nodeArray[at + i] = i % 6 < 3 ? -1e9f : 1e9f;
      }
      boolean isLast = node == nodes - 1;
      int next = isLast ? LeafRef.pack(n - 1, 1) : at + Bvh.NODE;
      NodeTree.writeRefs(nodeArray, at, LeafRef.pack(node, 1), next);
    }
    return new Bvh(nodeArray, vertices, slots, parts);
  }

  /** Distance by sampling Voronoi regions differently: interior, three edges, three corners. */
  static double distance(Mesh mesh, float[] p) {
    double best = Double.POSITIVE_INFINITY;
    for (int t = 0; t < mesh.triangleCount(); t++) {
      best = Math.min(best, distance(mesh, t, p));
    }
    return best;
  }

  private static double distance(Mesh mesh, int t, float[] p) {
    double[][] v = new double[3][3];
    for (int k = 0; k < 3; k++) {
      for (int axis = 0; axis < 3; axis++) {
        v[k][axis] = mesh.positions()[3 * mesh.triangleVertex(t, k) + axis];
      }
    }
    double best = Double.POSITIVE_INFINITY;
    for (int k = 0; k < 3; k++) {
      best = Math.min(best, toSegment(p, v[k], v[(k + 1) % 3]));
    }
    double[] n = cross(minus(v[1], v[0]), minus(v[2], v[0]));
    double lengthSq = dot(n, n);
    if (lengthSq == 0) {
      return best;
    }
    double[] q = {p[0], p[1], p[2]};
    double height = dot(minus(q, v[0]), n) / lengthSq;
    double[] foot = {q[0] - height * n[0], q[1] - height * n[1], q[2] - height * n[2]};
    for (int k = 0; k < 3; k++) {
      if (dot(cross(minus(v[(k + 1) % 3], v[k]), minus(foot, v[k])), n) < 0) {
        return best;
      }
    }
    return Math.min(best, Math.abs(height) * Math.sqrt(lengthSq));
  }

  private static double toSegment(float[] p, double[] a, double[] b) {
    double[] q = {p[0], p[1], p[2]};
    double[] ab = minus(b, a);
    double share = dot(ab, ab) == 0 ? 0 : dot(minus(q, a), ab) / dot(ab, ab);
    double s = Math.max(0, Math.min(1, share));
    double[] d = minus(q, new double[] {a[0] + s * ab[0], a[1] + s * ab[1], a[2] + s * ab[2]});
    return Math.sqrt(dot(d, d));
  }
}
