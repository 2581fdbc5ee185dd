package idiotaxa.core.alike;

import java.util.Arrays;

/**
 * Proves that pieces are alike to one piece: finds a rotation or a mirrored rotation that lays every
 * point on a point and every face on a face. Two points with the mean make a frame; wherever the other
 * piece has two points at the same distances a frame is tried. Symmetric pieces, whose moments give no
 * axes, so need no special treatment: their frame fits in many places.
 */
final class PieceMatch {
  private final PieceShape shape;
  private final double tolerance;
  private final int anchor;
  private final int second;
  private final double[] frame = new double[9];
  private final boolean isDegenerate;

  /**
   * @param relativeTolerance of the piece's radius
   */
  PieceMatch(PieceShape shape, double relativeTolerance) {
    this.shape = shape;
    tolerance = Math.max(relativeTolerance * shape.radius, Double.MIN_NORMAL);
    anchor = rarest();
    second = farthestFromAxis();
    isDegenerate = !frame(shape, anchor, second, frame);
  }

  /** A point of the shell with the fewest points, so that there are few places to try. */
  private int rarest() {
    int count = shape.pointCount();
    Integer[] order = new Integer[count];
    Arrays.setAll(order, i -> i);
    Arrays.sort(order, (a, b) -> Double.compare(shape.distance(a), shape.distance(b)));
    int best = order[count - 1];
    int fewest = Integer.MAX_VALUE;
    int from = 0;
    for (int i = 1; i <= count; i++) {
      boolean isEnd =
          i == count || shape.distance(order[i]) - shape.distance(order[i - 1]) > tolerance;
      if (isEnd) {
        // Near the mean a direction is not certain.
        if (i - from < fewest && shape.distance(order[from]) > 0.2 * shape.radius) {
          fewest = i - from;
          best = order[from];
        }
        from = i;
      }
    }
    return best;
  }

  private int farthestFromAxis() {
    int best = 0;
    double largest = -1;
    double[] a = point(shape, anchor);
    for (int i = 0; i < shape.pointCount(); i++) {
      double[] c = cross(a, point(shape, i));
      double sq = dot(c, c);
      if (sq > largest * (1 + 1e-9)) {
        largest = sq;
        best = i;
      }
    }
    return best;
  }

  /** Whether another piece, whose moments agree, is this one moved or mirrored. */
  boolean isAlike(PieceShape other) {
    if (isDegenerate) {
      return false;
    }
    double anchorDistance = shape.distance(anchor);
    double secondDistance = shape.distance(second);
    double between = Math.sqrt(shape.distanceSq(anchor, shape, second));
    PointGrid grid = new PointGrid(other, tolerance);
    double[] otherFrame = new double[9];
    for (int a = 0; a < other.pointCount(); a++) {
      if (Math.abs(other.distance(a) - anchorDistance) > tolerance) {
        continue;
      }
      for (int b = 0; b < other.pointCount(); b++) {
        if (Math.abs(other.distance(b) - secondDistance) <= tolerance
            && Math.abs(Math.sqrt(other.distanceSq(a, other, b)) - between) <= 2 * tolerance
            && frame(other, a, b, otherFrame)
            && (fits(other, grid, otherFrame, 1) || fits(other, grid, otherFrame, -1))) {
          return true;
        }
      }
    }
    return false;
  }

  /** Two directions to points and the one across both, orthonormal; false when they are one line. */
  private static boolean frame(PieceShape shape, int a, int b, double[] out) {
    double[] x = unit(point(shape, a));
    double[] z = cross(x, point(shape, b));
    double length = Math.sqrt(dot(z, z));
    if (!(length > 1e-6 * shape.radius)) {
      return false;
    }
    z = unit(z);
    double[] y = cross(z, x);
    System.arraycopy(x, 0, out, 0, 3);
    System.arraycopy(y, 0, out, 3, 3);
    System.arraycopy(z, 0, out, 6, 3);
    return true;
  }

  /**
   * @param side −1 to mirror on the plane of the frame
   */
  private boolean fits(PieceShape other, PointGrid grid, double[] to, int side) {
    int[] pointOf = new int[shape.pointCount()];
    boolean[] isTaken = new boolean[pointOf.length];
    for (int i = 0; i < pointOf.length; i++) {
      double[] p = point(shape, i);
      double u = p[0] * frame[0] + p[1] * frame[1] + p[2] * frame[2];
      double v = p[0] * frame[3] + p[1] * frame[4] + p[2] * frame[5];
      double w = side * (p[0] * frame[6] + p[1] * frame[7] + p[2] * frame[8]);
      int found =
          grid.find(
              u * to[0] + v * to[3] + w * to[6],
              u * to[1] + v * to[4] + w * to[7],
              u * to[2] + v * to[5] + w * to[8]);
      if (found < 0 || isTaken[found]) {
        return false;
      }
      isTaken[found] = true;
      pointOf[i] = found;
    }
    return Arrays.equals(faceKeys(shape, pointOf), faceKeys(other, null));
  }

  /** A number a face that depends on which points it has, in any order, sorted. */
  private static long[] faceKeys(PieceShape shape, int[] pointOf) {
    long[] keys = new long[shape.faceCount];
    for (int f = 0; f < keys.length; f++) {
      for (int c = shape.faceStart[f]; c < shape.faceStart[f + 1]; c++) {
        int point = shape.cornerPoint[c];
        keys[f] += mix(pointOf == null ? point : pointOf[point]);
      }
    }
    Arrays.sort(keys);
    return keys;
  }

  /** SplitMix64's finisher (Steele, Lea, Flood 2014). */
  private static long mix(int value) {
    long z = (value + 1) * 0x9E3779B97F4A7C15L;
    z = (z ^ z >>> 30) * 0xBF58476D1CE4E5B9L;
    z = (z ^ z >>> 27) * 0x94D049BB133111EBL;
    return z ^ z >>> 31;
  }

  private static double[] point(PieceShape shape, int i) {
    return new double[] {shape.points[3 * i], shape.points[3 * i + 1], shape.points[3 * i + 2]};
  }

  private static double[] unit(double[] v) {
    double length = Math.sqrt(dot(v, v));
    return new double[] {v[0] / length, v[1] / length, v[2] / length};
  }

  private static double dot(double[] a, double[] b) {
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  }

  private static double[] cross(double[] a, double[] b) {
    return new double[] {
      a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]
    };
  }
}
