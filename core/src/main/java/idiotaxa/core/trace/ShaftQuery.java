package idiotaxa.core.trace;

/**
 * Asks which labels a bundle of rays can meet at most: scratch and result of one thread.
 *
 * <p>The rays are gathered as points with directions and enclosed in a shaft: what lies between two
 * planes along each of six axes, the three of space and three of a frame whose first axis is the mean
 * direction. The shaft goes through the hierarchy; a subtree whose triangles all have the label that
 * was found already is not entered (after the idea of shaft culling, Haines and Wallace 1991, "Shaft
 * culling for efficient ray-cast radiosity", with boxes in place of a hull).
 *
 * <p>Conservative: what a ray of the bundle can hit is always found; what lies near may be found too.
 */
public final class ShaftQuery {
  /** Nothing in the shaft. */
  public static final int NOTHING = -1;

  /** More than one label in the shaft, or rays too far apart in direction to be enclosed. */
  public static final int SEVERAL = -2;

  private static final int STACK_SIZE = 128;
  private static final int MAX_RAYS = 64;
  /** Cosine of the largest angle between a ray and the mean that is still worth a shaft. */
  private static final double NARROWEST_COSINE = 0.8;
  /** Share of the coordinates by which a shaft is widened: rays and boxes are of single precision. */
  private static final double SLACK = 1e-6;

  private final Bvh bvh;
  private final NodeLabels labels;
  private final int[] stack = new int[STACK_SIZE];
  private final double[] points = new double[3 * MAX_RAYS];
  private final double[] directions = new double[3 * MAX_RAYS];
  private int rays;

  private final double[] lo = new double[3];
  private final double[] hi = new double[3];
  /** Frame axes, the mean direction first. */
  private final double[] axes = new double[9];
  private final double[] frameLo = new double[3];
  private final double[] frameHi = new double[3];

  public ShaftQuery(Bvh bvh, NodeLabels labels) {
    this.bvh = bvh;
    this.labels = labels;
  }

  /** Forgets the rays. */
  public void clear() {
    rays = 0;
  }

  /** Whether {@code count} more rays can be added. */
  public boolean hasRoomFor(int count) {
    return rays + count <= MAX_RAYS;
  }

  /**
   * Adds a ray. The shaft then encloses all rays whose point is a convex combination of the points and
   * whose direction is a normalised combination, with weights ≥ 0, of the directions.
   *
   * @param position metres, three values
   * @param direction unit length, three values
   */
  public void add(double[] position, double[] direction) {
    System.arraycopy(position, 0, points, 3 * rays, 3);
    System.arraycopy(direction, 0, directions, 3 * rays, 3);
    rays++;
  }

  /**
   * The one label that rays from point − {@code back} · direction to point + {@code ahead} · direction
   * can meet, or {@link #NOTHING}, or {@link #SEVERAL}.
   *
   * @param allowedParts bit p set where part p may be hit, or null for all
   */
  public int label(double back, double ahead, long[] allowedParts) {
    if (bvh.isEmpty() || rays == 0) {
      return NOTHING;
    }
    return enclose(back, ahead) ? traverse(allowedParts) : SEVERAL;
  }

  private boolean enclose(double back, double ahead) {
    double mx = 0;
    double my = 0;
    double mz = 0;
    for (int i = 0; i < 3 * rays; i += 3) {
      mx += directions[i];
      my += directions[i + 1];
      mz += directions[i + 2];
    }
    double norm = Math.sqrt(mx * mx + my * my + mz * mz);
    if (!(norm > 0.5 * rays)) {
      return false;
    }
    setFrame(mx / norm, my / norm, mz / norm);
    double cosine = 1;
    for (int i = 0; i < 3 * rays; i += 3) {
      cosine = Math.min(cosine, dot(directions, i, axes, 0));
    }
    if (cosine < NARROWEST_COSINE) {
      return false;
    }
    encloseInSpace(back, ahead, 1 / cosine);
    encloseInFrame(back, ahead, Math.sqrt(Math.max(0, 1 - cosine * cosine)));
    return true;
  }

  private void setFrame(double x, double y, double z) {
    axes[0] = x;
    axes[1] = y;
    axes[2] = z;
    // Duff and others 2017, "Building an orthonormal basis, revisited".
    double sign = Math.copySign(1, z);
    double a = -1 / (sign + z);
    double b = x * y * a;
    axes[3] = 1 + sign * x * x * a;
    axes[4] = sign * b;
    axes[5] = -sign * x;
    axes[6] = b;
    axes[7] = sign + y * y * a;
    axes[8] = -y;
  }

  /**
   * @param stretch how much longer than a mere combination of directions a normalised one can be
   */
  private void encloseInSpace(double back, double ahead, double stretch) {
    for (int axis = 0; axis < 3; axis++) {
      double pLo = Double.POSITIVE_INFINITY;
      double pHi = Double.NEGATIVE_INFINITY;
      double dLo = Double.POSITIVE_INFINITY;
      double dHi = Double.NEGATIVE_INFINITY;
      for (int i = axis; i < 3 * rays; i += 3) {
        pLo = Math.min(pLo, points[i]);
        pHi = Math.max(pHi, points[i]);
        dLo = Math.min(dLo, directions[i]);
        dHi = Math.max(dHi, directions[i]);
      }
      dLo = dLo < 0 ? dLo * stretch : dLo;
      dHi = dHi > 0 ? dHi * stretch : dHi;
      double reachLo = Math.min(Math.min(dLo * ahead, -dHi * back), 0);
      double reachHi = Math.max(Math.max(dHi * ahead, -dLo * back), 0);
      double slack = SLACK * (Math.abs(pLo) + Math.abs(pHi) + ahead + back);
      lo[axis] = pLo + reachLo - slack;
      hi[axis] = pHi + reachHi + slack;
    }
  }

  /** Across the mean direction a ray leaves its point by at most its length times the sine. */
  private void encloseInFrame(double back, double ahead, double sine) {
    double sideways = Math.max(back, ahead) * sine;
    for (int k = 0; k < 3; k++) {
      double pLo = Double.POSITIVE_INFINITY;
      double pHi = Double.NEGATIVE_INFINITY;
      double size = 0;
      for (int i = 0; i < 3 * rays; i += 3) {
        double along = dot(points, i, axes, 3 * k);
        pLo = Math.min(pLo, along);
        pHi = Math.max(pHi, along);
        size = Math.max(size, Math.abs(points[i]) + Math.abs(points[i + 1]) + Math.abs(points[i + 2]));
      }
      double slack = SLACK * (size + ahead + back);
      frameLo[k] = pLo - (k == 0 ? back : sideways) - slack;
      frameHi[k] = pHi + (k == 0 ? ahead : sideways) + slack;
    }
  }

  private static double dot(double[] a, int at, double[] b, int bt) {
    return a[at] * b[bt] + a[at + 1] * b[bt + 1] + a[at + 2] * b[bt + 2];
  }

  private int traverse(long[] allowedParts) {
    int found = NOTHING;
    int top = 0;
    stack[top++] = 0;
    while (top > 0) {
      int node = stack[--top];
      for (int side = 0; side < 2; side++) {
        char label = labels.ofChild(node, side);
        if (label == found || !meetsBox(node + 6 * side)) {
          continue;
        }
        int ref = bvh.ref(node, side);
        if (!LeafRef.isLeaf(ref)) {
          stack[top++] = ref;
          continue;
        }
        found = withLeaf(ref, found, allowedParts);
        if (found == SEVERAL) {
          return SEVERAL;
        }
      }
    }
    return found;
  }

  private int withLeaf(int ref, int foundBefore, long[] allowedParts) {
    int found = foundBefore;
    int first = LeafRef.firstSlot(ref);
    for (int slot = first; slot < first + LeafRef.count(ref); slot++) {
      char label = labels.ofSlot(slot);
      boolean isMet =
          label != found
              && (allowedParts == null || PartFilter.isAllowed(allowedParts, bvh.partOfSlot[slot]))
              && meetsTriangle(9 * slot);
      if (isMet) {
        if (found != NOTHING || label == NodeLabels.MIXED) {
          return SEVERAL;
        }
        found = label;
      }
    }
    return found;
  }

  private boolean meetsBox(int at) {
    float[] b = bvh.nodes;
    if (b[at] > hi[0]
        || b[at + 3] < lo[0]
        || b[at + 1] > hi[1]
        || b[at + 4] < lo[1]
        || b[at + 2] > hi[2]
        || b[at + 5] < lo[2]) {
      return false;
    }
    double cx = 0.5 * ((double) b[at] + b[at + 3]);
    double cy = 0.5 * ((double) b[at + 1] + b[at + 4]);
    double cz = 0.5 * ((double) b[at + 2] + b[at + 5]);
    double hx = b[at + 3] - cx;
    double hy = b[at + 4] - cy;
    double hz = b[at + 5] - cz;
    for (int k = 0; k < 9; k += 3) {
      double center = axes[k] * cx + axes[k + 1] * cy + axes[k + 2] * cz;
      double radius =
          Math.abs(axes[k]) * hx + Math.abs(axes[k + 1]) * hy + Math.abs(axes[k + 2]) * hz;
      if (center - radius > frameHi[k / 3] || center + radius < frameLo[k / 3]) {
        return false;
      }
    }
    return true;
  }

  private boolean meetsTriangle(int at) {
    float[] p = bvh.vertices;
    for (int axis = 0; axis < 3; axis++) {
      float a = p[at + axis];
      float b = p[at + 3 + axis];
      float c = p[at + 6 + axis];
      if ((a > hi[axis] && b > hi[axis] && c > hi[axis])
          || (a < lo[axis] && b < lo[axis] && c < lo[axis])) {
        return false;
      }
    }
    for (int k = 0; k < 9; k += 3) {
      double a = axes[k] * p[at] + axes[k + 1] * p[at + 1] + axes[k + 2] * p[at + 2];
      double b = axes[k] * p[at + 3] + axes[k + 1] * p[at + 4] + axes[k + 2] * p[at + 5];
      double c = axes[k] * p[at + 6] + axes[k + 1] * p[at + 7] + axes[k + 2] * p[at + 8];
      double hiK = frameHi[k / 3];
      double loK = frameLo[k / 3];
      if ((a > hiK && b > hiK && c > hiK) || (a < loK && b < loK && c < loK)) {
        return false;
      }
    }
    return meetsPlane(at);
  }

  /** Whether the shaft, as a box of its frame, lies on both sides of a triangle's plane. */
  private boolean meetsPlane(int at) {
    float[] p = bvh.vertices;
    double ux = (double) p[at + 3] - p[at];
    double uy = (double) p[at + 4] - p[at + 1];
    double uz = (double) p[at + 5] - p[at + 2];
    double vx = (double) p[at + 6] - p[at];
    double vy = (double) p[at + 7] - p[at + 1];
    double vz = (double) p[at + 8] - p[at + 2];
    double nx = uy * vz - uz * vy;
    double ny = uz * vx - ux * vz;
    double nz = ux * vy - uy * vx;
    double center = -(nx * p[at] + ny * p[at + 1] + nz * p[at + 2]);
    double radius = 0;
    for (int k = 0; k < 3; k++) {
      double along = nx * axes[3 * k] + ny * axes[3 * k + 1] + nz * axes[3 * k + 2];
      center += along * 0.5 * (frameLo[k] + frameHi[k]);
      radius += Math.abs(along) * 0.5 * (frameHi[k] - frameLo[k]);
    }
    return Math.abs(center) <= radius;
  }
}
