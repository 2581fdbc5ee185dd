package idiotaxa.core.bake;

import static idiotaxa.core.Vectors.cross;
import static idiotaxa.core.Vectors.dot;
import static idiotaxa.core.Vectors.minus;

import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.SmoothNormals;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.reach.Reach;
import java.util.Arrays;

/** A bake that looks at every triangle for every sample, in double precision throughout. */
final class BruteBake {
  private final Mesh target;
  private final Mesh source;
  private final int[] faceGroup;
  private final Reach reach;
  private final float[] normals;
  private final Weld weld;

  BruteBake(Mesh target, Mesh source, int[] faceGroup, Reach reach) {
    this.target = target;
    this.source = source;
    this.faceGroup = faceGroup;
    this.reach = reach;
    weld = Weld.of(target);
    normals = SmoothNormals.of(target, weld);
  }

  /** The crisp plane of a square sheet with {@code grid}² samples a texel. */
  char[] crisp(int size, int grid) {
    char[] out = new char[size * size];
    int[] votes = new int[faceGroup.length + 2];
    for (int texel = 0; texel < out.length; texel++) {
      Arrays.fill(votes, 0);
      for (int s = 0; s < grid * grid; s++) {
        double u = (texel % size + (s % grid + 0.5) / grid) / size;
        double v = 1 - (texel / size + (s / grid + 0.5) / grid) / size;
        int group = groupAt(u, v);
        if (group > 0) {
          votes[group]++;
        }
      }
      int best = 0;
      for (int g = 1; g < votes.length; g++) {
        best = votes[g] > votes[best] ? g : best;
      }
      out[texel] = best == 0 ? SheetMaps.UNCOVERED : (char) best;
    }
    return out;
  }

  private int groupAt(double u, double v) {
    float[] uv = target.cornerUv();
    for (int t = 0; t < target.triangleCount(); t++) {
      int a = 2 * target.triangleCorner(t, 0);
      int b = 2 * target.triangleCorner(t, 1);
      int c = 2 * target.triangleCorner(t, 2);
      double area = crossInPlane(uv[b] - uv[a], uv[b + 1] - uv[a + 1], uv[c] - uv[a], uv[c + 1] - uv[a + 1]);
      double w0 = crossInPlane(uv[b] - u, uv[b + 1] - v, uv[c] - u, uv[c + 1] - v) / area;
      double w1 = crossInPlane(uv[c] - u, uv[c + 1] - v, uv[a] - u, uv[a + 1] - v) / area;
      if (w0 >= 0 && w1 >= 0 && w0 + w1 <= 1) {
        return trace(t, w0, w1, 1 - w0 - w1);
      }
    }
    return 0;
  }

  private static double crossInPlane(double ax, double ay, double bx, double by) {
    return ax * by - ay * bx;
  }

  private int trace(int t, double w0, double w1, double w2) {
    double[] p = new double[3];
    double[] d = new double[3];
    double[] weights = {w0, w1, w2};
    for (int k = 0; k < 3; k++) {
      int vertex = target.triangleVertex(t, k);
      for (int axis = 0; axis < 3; axis++) {
        p[axis] += weights[k] * target.positions()[3 * vertex + axis];
        d[axis] += weights[k] * normals[3 * weld.of(vertex) + axis];
      }
    }
    double length = Math.sqrt(dot(d, d));
    for (int axis = 0; axis < 3; axis++) {
      d[axis] /= -length;
      p[axis] -= d[axis] * reach.outward();
    }
    double nearest = reach.outward() + reach.inward();
    int group = 0;
    for (int s = 0; s < source.triangleCount(); s++) {
      double distance = hit(s, p, d);
      if (distance >= 0 && distance < nearest) {
        nearest = distance;
        group = faceGroup[source.triangleFace(s)];
      }
    }
    return group;
  }

  /** Möller and Trumbore 1997; −1 where the ray misses. */
  private double hit(int s, double[] p, double[] d) {
    double[] a = vertex(s, 0);
    double[] e1 = minus(vertex(s, 1), a);
    double[] e2 = minus(vertex(s, 2), a);
    double[] h = cross(d, e2);
    double det = dot(e1, h);
    if (det == 0) {
      return -1;
    }
    double[] from = minus(p, a);
    double u = dot(from, h) / det;
    double[] q = cross(from, e1);
    double v = dot(d, q) / det;
    return u < 0 || v < 0 || u + v > 1 ? -1 : dot(e2, q) / det;
  }

  private double[] vertex(int s, int k) {
    int v = 3 * source.triangleVertex(s, k);
    float[] p = source.positions();
    return new double[] {p[v], p[v + 1], p[v + 2]};
  }
}
