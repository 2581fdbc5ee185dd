package idiotaxa.core.trace;

/**
 * The rays of a square of a sheet and what encloses them all: two planes across their mean direction and
 * four along it, each slanted as the outermost ray on its side is (after the idea of shaft culling, Haines
 * and Wallace 1991, "Shaft culling for efficient ray-cast radiosity"). Scratch of one thread.
 *
 * <p>Conservative: what a ray of the bundle can hit is always inside; what lies near may be inside too.
 */
final class Shaft {
  static final int MAX_RAYS = 64;

  /** Cosine of the largest angle between a ray and the mean that is still worth a shaft. */
  private static final double NARROWEST_COSINE = 0.8;
  /** Share of the coordinates by which a shaft is widened: rays and boxes are of single precision. */
  private static final double SLACK = 1e-6;

  private static final int PLANES = 6;

  private final double[] points = new double[3 * MAX_RAYS];
  private final double[] normals = new double[3 * MAX_RAYS];
  private int rays;

  /** The mean direction, then two axes across it. */
  final double[] axes = new double[9];

  /** What coordinates in the frame count from. */
  final double[] center = new double[3];

  private final double[] plane = new double[4 * PLANES];
  /** For every plane and axis, where in a box stands the coordinate that lies deepest inside. */
  private final int[] corner = new int[3 * PLANES];

  private double slack;
  private double width;

  void clear() {
    rays = 0;
  }

  boolean isEmpty() {
    return rays == 0;
  }

  boolean hasRoom() {
    return rays < MAX_RAYS;
  }

  /**
   * Adds a corner of what is enclosed: rays lie inside whose point is a combination, with weights ≥ 0 that
   * sum to 1, of added points, and whose direction is that of the same combination of the normals added
   * with them.
   *
   * @param position metres
   * @param normal not of unit length: as interpolated
   */
  void add(double[] position, double[] normal) {
    System.arraycopy(position, 0, points, 3 * rays, 3);
    System.arraycopy(normal, 0, normals, 3 * rays, 3);
    rays++;
  }

  /**
   * Encloses rays from point − {@code back} · direction to point + {@code ahead} · direction.
   *
   * @return false when they point too far apart
   */
  boolean enclose(double back, double ahead) {
    if (!setFrame()) {
      return false;
    }
    double least = Double.POSITIVE_INFINITY;
    double size = 0;
    for (int i = 0; i < 3 * rays; i += 3) {
      double along = dot(normals, i, axes, 0);
      if (!(along >= NARROWEST_COSINE * Math.sqrt(dot(normals, i, normals, i)))) {
        return false;
      }
      least = along < least ? along : least;
      double far = Math.abs(points[i]) + Math.abs(points[i + 1]) + Math.abs(points[i + 2]);
      size = far > size ? far : size;
    }
    slack = SLACK * (size + ahead + back);
    // A combination of the normals is shorter than one: the ray goes that much farther along it.
    setSide(0, 3, 1, back / least, ahead / least);
    setSide(1, 3, -1, back / least, ahead / least);
    setSide(2, 6, 1, back / least, ahead / least);
    setSide(3, 6, -1, back / least, ahead / least);
    setEnd(4, 1, ahead);
    setEnd(5, -1, back);
    return true;
  }

  /** The first axis across follows the first side of the square, so that its planes lie close. */
  private boolean setFrame() {
    double x = 0;
    double y = 0;
    double z = 0;
    for (int i = 0; i < 3 * rays; i += 3) {
      double length = Math.sqrt(dot(normals, i, normals, i));
      x += normals[i] / length;
      y += normals[i + 1] / length;
      z += normals[i + 2] / length;
    }
    double norm = Math.sqrt(x * x + y * y + z * z);
    if (!(norm > 0.5 * rays)) {
      return false;
    }
    x /= norm;
    y /= norm;
    z /= norm;
    double sx = rays < 2 ? 0 : points[3] - points[0];
    double sy = rays < 2 ? 0 : points[4] - points[1];
    double sz = rays < 2 ? 0 : points[5] - points[2];
    double length = Math.sqrt(sx * sx + sy * sy + sz * sz);
    double along = sx * x + sy * y + sz * z;
    sx -= along * x;
    sy -= along * y;
    sz -= along * z;
    double across = Math.sqrt(sx * sx + sy * sy + sz * sz);
    if (across > 0.1 * length) {
      sx /= across;
      sy /= across;
      sz /= across;
    } else {
      // Duff and others 2017, "Building an orthonormal basis, revisited".
      double sign = Math.copySign(1, z);
      double a = -1 / (sign + z);
      sx = 1 + sign * x * x * a;
      sy = sign * x * y * a;
      sz = -sign * x;
    }
    axes[0] = x;
    axes[1] = y;
    axes[2] = z;
    axes[3] = sx;
    axes[4] = sy;
    axes[5] = sz;
    axes[6] = y * sz - z * sy;
    axes[7] = z * sx - x * sz;
    axes[8] = x * sy - y * sx;
    System.arraycopy(points, 0, center, 0, 3);
    width = Math.max(extent(3), extent(6));
    return true;
  }

  private double extent(int axis) {
    double lo = Double.POSITIVE_INFINITY;
    double hi = Double.NEGATIVE_INFINITY;
    for (int i = 0; i < 3 * rays; i += 3) {
      double value = dot(points, i, axes, axis);
      lo = value < lo ? value : lo;
      hi = value > hi ? value : hi;
    }
    return hi - lo;
  }

  private void setSide(int k, int axis, int sign, double back, double ahead) {
    int outermost = 0;
    double most = Double.NEGATIVE_INFINITY;
    for (int i = 0; i < 3 * rays; i += 3) {
      double value = sign * dot(points, i, axes, axis);
      if (value > most) {
        most = value;
        outermost = i;
      }
    }
    double slope =
        sign * dot(normals, outermost, axes, axis) / dot(normals, outermost, axes, 0);
    double x = sign * axes[axis] - slope * axes[0];
    double y = sign * axes[axis + 1] - slope * axes[1];
    double z = sign * axes[axis + 2] - slope * axes[2];
    double offset = Double.NEGATIVE_INFINITY;
    for (int i = 0; i < 3 * rays; i += 3) {
      double along = normals[i] * x + normals[i + 1] * y + normals[i + 2] * z;
      double from = points[i] * x + points[i + 1] * y + points[i + 2] * z;
      double farthest = from + (along > 0 ? ahead : -back) * along;
      offset = farthest > offset ? farthest : offset;
    }
    // The normal is longer than one by the slope.
    setPlane(k, x, y, z, offset + slack * (1 + Math.abs(slope)));
  }

  private void setEnd(int k, int sign, double length) {
    double offset = Double.NEGATIVE_INFINITY;
    for (int i = 0; i < 3 * rays; i += 3) {
      double value = sign * dot(points, i, axes, 0);
      offset = value > offset ? value : offset;
    }
    setPlane(k, sign * axes[0], sign * axes[1], sign * axes[2], offset + length + slack);
  }

  private void setPlane(int k, double x, double y, double z, double offset) {
    plane[4 * k] = x;
    plane[4 * k + 1] = y;
    plane[4 * k + 2] = z;
    plane[4 * k + 3] = offset;
    corner[3 * k] = x > 0 ? 0 : 3;
    corner[3 * k + 1] = y > 0 ? 1 : 4;
    corner[3 * k + 2] = z > 0 ? 2 : 5;
  }

  private static double dot(double[] a, int at, double[] b, int bt) {
    return a[at] * b[bt] + a[at + 1] * b[bt + 1] + a[at + 2] * b[bt + 2];
  }

  /** Metres across the mean direction from side to side, at the points. */
  double width() {
    return width;
  }

  /** Metres by which what is computed of the rays may be wrong. */
  double slack() {
    return slack;
  }

  /** Whether a box, min xyz and max xyz from an index, may meet the shaft. */
  boolean meetsBox(float[] b, int at) {
    double[] planes = plane;
    int[] corners = corner;
    for (int p = 0, c = 0; c < 3 * PLANES; p += 4, c += 3) {
      double deepest =
          planes[p] * b[at + corners[c]]
              + planes[p + 1] * b[at + corners[c + 1]]
              + planes[p + 2] * b[at + corners[c + 2]];
      if (deepest > planes[p + 3]) {
        return false;
      }
    }
    return true;
  }

  /** Whether a triangle, nine floats from an index, may meet the shaft. */
  boolean meetsTriangle(float[] p, int at) {
    double[] planes = plane;
    for (int k = 0; k < 4 * PLANES; k += 4) {
      double x = planes[k];
      double y = planes[k + 1];
      double z = planes[k + 2];
      double offset = planes[k + 3];
      if (x * p[at] + y * p[at + 1] + z * p[at + 2] > offset
          && x * p[at + 3] + y * p[at + 4] + z * p[at + 5] > offset
          && x * p[at + 6] + y * p[at + 7] + z * p[at + 8] > offset) {
        return false;
      }
    }
    return true;
  }

  /**
   * What the rays of this shaft can meet in the plane across another's mean direction, in that one's frame.
   *
   * @param frame the shaft in which this one lies
   * @param zLo least depth that counts, from the frame's centre along its first axis
   * @param zHi greatest depth that counts
   * @param out least and greatest a, least and greatest b, least and greatest depth
   */
  void boxIn(Shaft frame, double back, double ahead, double zLo, double zHi, double[] out) {
    double[] f = frame.axes;
    double depthLo = Double.POSITIVE_INFINITY;
    double depthHi = Double.NEGATIVE_INFINITY;
    double aLo = depthLo;
    double aHi = depthHi;
    double bLo = depthLo;
    double bHi = depthHi;
    double slopeALo = depthLo;
    double slopeAHi = depthHi;
    double slopeBLo = depthLo;
    double slopeBHi = depthHi;
    for (int i = 0; i < 3 * rays; i += 3) {
      double x = points[i] - frame.center[0];
      double y = points[i + 1] - frame.center[1];
      double z = points[i + 2] - frame.center[2];
      double depth = x * f[0] + y * f[1] + z * f[2];
      double a = x * f[3] + y * f[4] + z * f[5];
      double b = x * f[6] + y * f[7] + z * f[8];
      double toDepth = 1 / dot(normals, i, f, 0);
      double slopeA = dot(normals, i, f, 3) * toDepth;
      double slopeB = dot(normals, i, f, 6) * toDepth;
      depthLo = depth < depthLo ? depth : depthLo;
      depthHi = depth > depthHi ? depth : depthHi;
      aLo = a < aLo ? a : aLo;
      aHi = a > aHi ? a : aHi;
      bLo = b < bLo ? b : bLo;
      bHi = b > bHi ? b : bHi;
      slopeALo = slopeA < slopeALo ? slopeA : slopeALo;
      slopeAHi = slopeA > slopeAHi ? slopeA : slopeAHi;
      slopeBLo = slopeB < slopeBLo ? slopeB : slopeBLo;
      slopeBHi = slopeB > slopeBHi ? slopeB : slopeBHi;
    }
    double lo = Math.max(zLo, depthLo - back - frame.slack);
    double hi = Math.min(zHi, depthHi + ahead + frame.slack);
    // Interval arithmetic: slope times the depth between the point and what is met.
    double fore = hi - depthLo;
    double aft = lo - depthHi;
    out[0] = aLo + least(slopeALo * fore, slopeAHi * fore, slopeALo * aft, slopeAHi * aft) - frame.slack;
    out[1] = aHi + most(slopeALo * fore, slopeAHi * fore, slopeALo * aft, slopeAHi * aft) + frame.slack;
    out[2] = bLo + least(slopeBLo * fore, slopeBHi * fore, slopeBLo * aft, slopeBHi * aft) - frame.slack;
    out[3] = bHi + most(slopeBLo * fore, slopeBHi * fore, slopeBLo * aft, slopeBHi * aft) + frame.slack;
    out[4] = lo;
    out[5] = hi;
  }

  /** Compared and not Math.min, which Java's first compiler calls as a method; none is NaN. */
  private static double least(double a, double b, double c, double d) {
    double ab = a < b ? a : b;
    double cd = c < d ? c : d;
    return ab < cd ? ab : cd;
  }

  private static double most(double a, double b, double c, double d) {
    double ab = a > b ? a : b;
    double cd = c > d ? c : d;
    return ab > cd ? ab : cd;
  }
}
