package idiotaxa.core.carry;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import java.util.Arrays;
import java.util.SplittableRandom;

/**
 * Points spread evenly by area over every part of a mesh, with the box, the area and the usual size of a
 * face of each. A part without area has no points.
 */
final class PartPoints {
  private static final long SEED = 20_261_126L;
  private static final int MOST = 128;
  private static final int LEAST = 24;
  private static final int IN_ALL = 300_000;

  /** First point of every part, and the number of points at the end. */
  final int[] start;

  /** xyz a point, metres, and of its outward normal. */
  final double[] place;

  final double[] normal;

  /** u and v a point, null where the mesh has none. */
  final double[] uv;

  /** xyz of the least and the greatest corner a part. */
  final double[] low;

  final double[] high;
  final double[] area;

  /** Root of the mean area of a triangle, metres a part. */
  final double[] size;

  /** xyz of the middle of the surface a part, metres. */
  final double[] mean;

  /** Nine a part: mean of the products of the coordinates from there, square metres. */
  final double[] spread;

  private final Mesh mesh;

  PartPoints(Mesh mesh) {
    this.mesh = mesh;
    int parts = mesh.parts().size();
    low = new double[3 * parts];
    high = new double[3 * parts];
    Arrays.fill(low, Double.POSITIVE_INFINITY);
    Arrays.fill(high, Double.NEGATIVE_INFINITY);
    area = new double[parts];
    size = new double[parts];
    mean = new double[3 * parts];
    spread = new double[9 * parts];
    int[] first = new int[parts + 1];
    int[] order = byPart(first);
    start = new int[parts + 1];
    int each = Math.max(LEAST, Math.min(MOST, IN_ALL / Math.max(1, parts)));
    double[] cumulative = new double[mesh.triangleCount()];
    for (int p = 0; p < parts; p++) {
      measure(p, order, first, cumulative);
      start[p + 1] = start[p] + (area[p] > 0 ? each : 0);
    }
    place = new double[3 * start[parts]];
    normal = new double[place.length];
    uv = mesh.hasUvs() ? new double[2 * start[parts]] : null;
    for (int p = 0; p < parts; p++) {
      scatter(p, order, first, cumulative);
    }
  }

  int count(int part) {
    return start[part + 1] - start[part];
  }

  /** Of a part's box, metres; 0 for a part without faces. */
  double diagonal(int part) {
    double sq = 0;
    for (int axis = 0; axis < 3; axis++) {
      sq += extent(part, axis) * extent(part, axis);
    }
    return Math.sqrt(sq);
  }

  double extent(int part, int axis) {
    return Math.max(0, high[3 * part + axis] - low[3 * part + axis]);
  }

  double[] center(int part) {
    double[] out = new double[3];
    for (int axis = 0; axis < 3; axis++) {
      out[axis] = (low[3 * part + axis] + high[3 * part + axis]) / 2;
    }
    return out;
  }

  /** The triangles part by part. */
  private int[] byPart(int[] first) {
    for (int t = 0; t < mesh.triangleCount(); t++) {
      first[partOf(t) + 1]++;
    }
    for (int p = 1; p < first.length; p++) {
      first[p] += first[p - 1];
    }
    int[] next = first.clone();
    int[] order = new int[mesh.triangleCount()];
    for (int t = 0; t < order.length; t++) {
      order[next[partOf(t)]++] = t;
    }
    return order;
  }

  private int partOf(int triangle) {
    return mesh.facePart()[mesh.triangleFace(triangle)];
  }

  private void measure(int part, int[] order, int[] first, double[] cumulative) {
    float[] p = mesh.positions();
    for (int i = first[part]; i < first[part + 1]; i++) {
      area[part] += TriangleGeometry.area(mesh, order[i]);
      cumulative[i] = area[part];
      for (int k = 0; k < 3; k++) {
        int v = 3 * mesh.triangleVertex(order[i], k);
        for (int axis = 0; axis < 3; axis++) {
          low[3 * part + axis] = Math.min(low[3 * part + axis], p[v + axis]);
          high[3 * part + axis] = Math.max(high[3 * part + axis], p[v + axis]);
        }
      }
    }
    int triangles = first[part + 1] - first[part];
    size[part] = triangles == 0 ? 0 : Math.sqrt(area[part] / triangles);
    if (area[part] > 0) {
      measureSpread(part, order, first);
    }
  }

  /** Exactly, by the moments of triangles about the middle of the surface. */
  private void measureSpread(int part, int[] order, int[] first) {
    double[] corners = new double[9];
    for (int pass = 0; pass < 2; pass++) {
      for (int i = first[part]; i < first[part + 1]; i++) {
        double share = TriangleGeometry.area(mesh, order[i]) / area[part];
        for (int k = 0; k < 9; k++) {
          int v = 3 * mesh.triangleVertex(order[i], k / 3) + k % 3;
          corners[k] = mesh.positions()[v] - (pass == 0 ? 0 : mean[3 * part + k % 3]);
        }
        add(part, corners, share, pass);
      }
    }
  }

  private void add(int part, double[] c, double share, int pass) {
    for (int a = 0; a < 3; a++) {
      double sum = c[a] + c[3 + a] + c[6 + a];
      if (pass == 0) {
        mean[3 * part + a] += share * sum / 3;
        continue;
      }
      for (int b = 0; b < 3; b++) {
        double products = c[a] * c[b] + c[3 + a] * c[3 + b] + c[6 + a] * c[6 + b];
        spread[9 * part + 3 * a + b] += share * (products + sum * (c[b] + c[3 + b] + c[6 + b])) / 12;
      }
    }
  }

  private void scatter(int part, int[] order, int[] first, double[] cumulative) {
    SplittableRandom random = new SplittableRandom(SEED + part);
    double[] unit = new double[3];
    int points = count(part);
    for (int i = 0; i < points; i++) {
      double wanted = area[part] * (i + random.nextDouble()) / points;
      int found = Arrays.binarySearch(cumulative, first[part], first[part + 1], wanted);
      int slot = Math.min(first[part + 1] - 1, found < 0 ? -found - 1 : found);
      put(start[part] + i, order[slot], random, unit);
    }
  }

  private void put(int point, int triangle, SplittableRandom random, double[] unit) {
    double root = Math.sqrt(random.nextDouble());
    double w0 = 1 - root;
    double w1 = root * random.nextDouble();
    double[] weights = {w0, w1, 1 - w0 - w1};
    float[] p = mesh.positions();
    boolean hasNormal = TriangleGeometry.unitNormal(mesh, triangle, unit);
    for (int axis = 0; axis < 3; axis++) {
      for (int k = 0; k < 3; k++) {
        place[3 * point + axis] += weights[k] * p[3 * mesh.triangleVertex(triangle, k) + axis];
      }
      normal[3 * point + axis] = hasNormal ? unit[axis] : 0;
    }
    for (int k = 0; uv != null && k < 3; k++) {
      int corner = 2 * mesh.triangleCorner(triangle, k);
      uv[2 * point] += weights[k] * mesh.cornerUv()[corner];
      uv[2 * point + 1] += weights[k] * mesh.cornerUv()[corner + 1];
    }
  }
}
