package idiotaxa.core.mesh;

import com.carrotsearch.hppc.IntArrayList;

/**
 * Cuts a simple, possibly concave polygon into triangles by ear clipping in the plane of its Newell
 * normal (Meisters 1975). n corners always give n−2 triangles; a polygon that is degenerate or
 * crosses itself is cut too, with the least bad ear wherever no proper one is left. Polygons of more than
 * {@value #MOST_CORNERS} corners go to {@link BigPolygon}.
 */
final class EarClipper {
  /** Choosing the best of all ears takes time with the cube of the corners. */
  private static final int MOST_CORNERS = 24;

  private final float[] positions;
  private final int[] cornerVertex;
  private double[] x = new double[8];
  private double[] y = new double[8];
  private int[] ring = new int[8];

  EarClipper(float[] positions, int[] cornerVertex) {
    this.positions = positions;
    this.cornerVertex = cornerVertex;
  }

  /** Appends the triangles of corners {@code from … to−1} to {@code out}, three corners each. */
  void clip(int from, int to, IntArrayList out) {
    int n = to - from;
    if (n < 3) {
      return;
    }
    if (n == 3) {
      emit(out, from, from + 1, from + 2);
      return;
    }
    project(from, n);
    if (n > MOST_CORNERS) {
      new BigPolygon(x, y, n).cut((a, b, c) -> emit(out, from + a, from + b, from + c));
      return;
    }
    int left = n;
    while (left > 3) {
      int ear = findEar(left);
      emit(out, from + at(ear - 1, left), from + ring[ear], from + at(ear + 1, left));
      System.arraycopy(ring, ear + 1, ring, ear, left - ear - 1);
      left--;
    }
    emit(out, from + ring[0], from + ring[1], from + ring[2]);
  }

  private static void emit(IntArrayList out, int a, int b, int c) {
    out.add(a);
    out.add(b);
    out.add(c);
  }

  private int at(int i, int left) {
    return ring[Math.floorMod(i, left)];
  }

  /** Drops the axis along which the Newell normal is longest, keeping the turning sense. */
  private void project(int from, int n) {
    if (ring.length < n) {
      x = new double[n];
      y = new double[n];
      ring = new int[n];
    }
    double[] normal = new double[3];
    for (int i = 0; i < n; i++) {
      int p = 3 * cornerVertex[from + i];
      int q = 3 * cornerVertex[from + (i + 1) % n];
      for (int axis = 0; axis < 3; axis++) {
        int u = (axis + 1) % 3;
        int v = (axis + 2) % 3;
        normal[axis] +=
            ((double) positions[p + u] - positions[q + u])
                * ((double) positions[p + v] + positions[q + v]);
      }
    }
    int drop = longestAxis(normal);
    double turn = normal[drop] < 0 ? -1 : 1;
    for (int i = 0; i < n; i++) {
      int p = 3 * cornerVertex[from + i];
      x[i] = positions[p + (drop + 1) % 3];
      y[i] = turn * positions[p + (drop + 2) % 3];
      ring[i] = i;
    }
  }

  private static int longestAxis(double[] v) {
    double ax = Math.abs(v[0]);
    double ay = Math.abs(v[1]);
    double az = Math.abs(v[2]);
    if (ax >= ay && ax >= az) {
      return 0;
    }
    return ay >= az ? 1 : 2;
  }

  /** The convex corner that holds no other and whose triangle is the best shaped. */
  private int findEar(int left) {
    int best = 0;
    double bestQuality = Double.NEGATIVE_INFINITY;
    for (int i = 0; i < left; i++) {
      double quality = earQuality(i, left);
      if (quality > bestQuality) {
        bestQuality = quality;
        best = i;
      }
    }
    return best;
  }

  /** Doubled area over squared longest side; minus one and less for what is no ear. */
  private double earQuality(int i, int left) {
    int a = at(i - 1, left);
    int b = ring[i];
    int c = at(i + 1, left);
    double area = cross(a, b, c);
    double longest = Math.max(distanceSq(a, b), Math.max(distanceSq(b, c), distanceSq(c, a)));
    double shape = longest == 0 ? 0 : area / longest;
    if (area <= 0) {
      return -2 + shape;
    }
    for (int j = 0; j < left; j++) {
      int p = ring[j];
      if (p != a && p != b && p != c && isInside(a, b, c, p)) {
        return -1 + shape;
      }
    }
    return shape;
  }

  private boolean isInside(int a, int b, int c, int p) {
    boolean isCornerCopy =
        distanceSq(a, p) == 0 || distanceSq(b, p) == 0 || distanceSq(c, p) == 0;
    return !isCornerCopy && cross(a, b, p) >= 0 && cross(b, c, p) >= 0 && cross(c, a, p) >= 0;
  }

  private double cross(int a, int b, int c) {
    return (x[b] - x[a]) * (y[c] - y[a]) - (y[b] - y[a]) * (x[c] - x[a]);
  }

  private double distanceSq(int a, int b) {
    double dx = x[a] - x[b];
    double dy = y[a] - y[b];
    return dx * dx + dy * dy;
  }
}
