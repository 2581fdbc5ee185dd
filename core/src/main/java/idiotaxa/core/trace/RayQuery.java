package idiotaxa.core.trace;

/**
 * First hit of a ray on a {@link Bvh}: scratch and result of one thread.
 *
 * <p>The triangle test is watertight (Woop, Benthin, Wald 2013, "Watertight ray/triangle
 * intersection"): a ray never slips between two triangles that share an edge. We evaluate the edge
 * functions in double precision, so the paper's fallback for zero results is not needed; edges belong
 * to both neighbours. Box tests are conservative (Ize 2013, "Robust BVH ray traversal"). Triangles
 * seen edge-on and triangles without area are never hit. Both sides of a triangle count.
 */
public final class RayQuery {
  private static final int STACK_SIZE = 128;
  private static final float NEARLY_ZERO = 1e-30f;
  /** Ize 2013: far distances grow by 2·γ(3) so that rounding never loses a box. */
  private static final float FAR_SLACK = 1.0000004f;

  private final Bvh bvh;
  private final SurfaceFilter filter;
  private final int[] stack = new int[STACK_SIZE];
  private final float[] stackNear = new float[STACK_SIZE];

  private float originX;
  private float originY;
  private float originZ;
  private float inverseX;
  private float inverseY;
  private float inverseZ;
  private int nearX;
  private int nearY;
  private int nearZ;
  private int axisX;
  private int axisY;
  private int axisZ;
  private double shearX;
  private double shearY;
  private double shearZ;
  private double originKx;
  private double originKy;
  private double originKz;

  /** Whether a traversal ends at the first hit that it comes upon. */
  private boolean isAnyEnough;

  private int hitSlot;
  private double hitDistance;
  private double hitU;
  private double hitV;

  public RayQuery(Bvh bvh) {
    this(bvh, null);
  }

  /**
   * @param filter what may be hit, null for everything
   */
  public RayQuery(Bvh bvh, SurfaceFilter filter) {
    this.bvh = bvh;
    this.filter = filter;
  }

  /**
   * Looks for the first hit along origin + t·direction with 0 ≤ t ≤ {@code maxT}. Of several hits at
   * the same t the triangle with the smallest index wins, so the answer does not depend on the order
   * of traversal.
   *
   * @param direction need not be of unit length, must not be zero
   * @param allowedParts bit p set where part p may be hit, or null for all
   * @return whether something was hit; then the other getters hold
   */
  public boolean first(
      float[] origin, float[] direction, double maxT, long[] allowedParts) {
    begin(origin, direction, maxT);
    if (!bvh.isEmpty()) {
      prepareBoxes(direction);
      traverse(0, allowedParts);
    }
    return hitSlot >= 0;
  }

  /**
   * Whether a ray hits anything of some subtrees; of the getters only {@link #triangle} holds then, and
   * tells any of those that are hit.
   *
   * @param boxes where in the nodes the boxes of the subtrees stand; the one that was hit is put in front
   */
  boolean any(
      int[] boxes, int count, float[] origin, float[] direction, double maxT, long[] allowedParts) {
    begin(origin, direction, maxT);
    prepareBoxes(direction);
    float limit = limit();
    isAnyEnough = true;
    for (int i = 0; i < count && hitSlot < 0; i++) {
      int box = boxes[i];
      if (!isBoxEntered(box, limit)) {
        continue;
      }
      int side = box % Bvh.NODE == 0 ? 0 : 1;
      traverse(bvh.ref(box - 6 * side, side), allowedParts);
      if (hitSlot >= 0) {
        boxes[i] = boxes[0];
        boxes[0] = box;
      }
    }
    isAnyEnough = false;
    return hitSlot >= 0;
  }

  /** {@link #blocker} where nothing lies along the ray. */
  public static final int NOTHING = -1;

  /**
   * Something along origin + t·direction with 0 ≤ t ≤ {@code maxT}, whatever is found first; the getters do
   * not hold.
   *
   * @param likely what blocked a ray near by, which is tried first, or {@link #NOTHING}
   * @return what blocks, to be handed in for the next ray, or {@link #NOTHING}
   */
  public int blocker(float[] origin, float[] direction, double maxT, int likely) {
    begin(origin, direction, maxT);
    if (bvh.isEmpty()) {
      return NOTHING;
    }
    if (likely >= 0 && test(likely)) {
      return likely;
    }
    prepareBoxes(direction);
    isAnyEnough = true;
    traverse(0, null);
    isAnyEnough = false;
    return hitSlot;
  }

  private boolean isBoxEntered(int at, float limit) {
    float[] b = bvh.nodes;
    float near =
        largest(
            (b[at + nearX] - originX) * inverseX,
            (b[at + nearY] - originY) * inverseY,
            (b[at + nearZ] - originZ) * inverseZ);
    float far =
        smallest(
            (b[at + 3 - nearX] - originX) * inverseX,
            (b[at + 5 - nearY] - originY) * inverseY,
            (b[at + 7 - nearZ] - originZ) * inverseZ);
    return isEntered(near, far, limit);
  }

  /** Begins a ray whose triangles are then told one by one. */
  void begin(float[] origin, float[] direction, double maxT) {
    prepare(origin, direction);
    hitSlot = -1;
    hitDistance = maxT;
  }

  boolean hasHit() {
    return hitSlot >= 0;
  }

  /** The mesh's triangle that was hit. */
  public int triangle() {
    return bvh.triangleOfSlot[hitSlot];
  }

  /** Distance in units of the direction's length. */
  public double distance() {
    return hitDistance;
  }

  /** Barycentric weight of the hit triangle's corner 0. */
  public double weight0() {
    return hitU;
  }

  /** Barycentric weight of the hit triangle's corner 1. */
  public double weight1() {
    return hitV;
  }

  /** What tests of triangles need. */
  private void prepare(float[] origin, float[] direction) {
    originX = origin[0];
    originY = origin[1];
    originZ = origin[2];
    axisZ = longestAxis(direction);
    axisX = axisZ == 2 ? 0 : axisZ + 1;
    axisY = axisZ == 0 ? 2 : axisZ - 1;
    shearZ = 1.0 / direction[axisZ];
    shearX = direction[axisX] * shearZ;
    shearY = direction[axisY] * shearZ;
    originKx = origin[axisX];
    originKy = origin[axisY];
    originKz = origin[axisZ];
  }

  /** What tests of boxes need. */
  private void prepareBoxes(float[] direction) {
    inverseX = inverse(direction[0]);
    inverseY = inverse(direction[1]);
    inverseZ = inverse(direction[2]);
    nearX = inverseX < 0 ? 3 : 0;
    nearY = inverseY < 0 ? 4 : 1;
    nearZ = inverseZ < 0 ? 5 : 2;
  }

  private static float inverse(float component) {
    return Math.abs(component) < NEARLY_ZERO
        ? Math.copySign(1 / NEARLY_ZERO, component)
        : 1 / component;
  }

  private static int longestAxis(float[] v) {
    float x = Math.abs(v[0]);
    float y = Math.abs(v[1]);
    float z = Math.abs(v[2]);
    if (x >= y && x >= z) {
      return 0;
    }
    return y >= z ? 1 : 2;
  }

  /**
   * Depth first, the nearer child first. Ray and arrays are held in locals: read from fields they
   * would be loaded again at every node.
   */
  private void traverse(int from, long[] allowedParts) {
    float[] nodes = bvh.nodes;
    float ox = originX;
    float oy = originY;
    float oz = originZ;
    float ix = inverseX;
    float iy = inverseY;
    float iz = inverseZ;
    int nx = nearX;
    int ny = nearY;
    int nz = nearZ;
    int fx = 3 - nx;
    int fy = 5 - ny;
    int fz = 7 - nz;
    int top = 0;
    int ref = from;
    float limit = limit();
    while (true) {
      if (LeafRef.isLeaf(ref)) {
        testLeaf(ref, allowedParts);
        if (isAnyEnough && hitSlot >= 0) {
          return;
        }
        limit = limit();
      } else {
        int l = ref;
        int r = ref + 6;
        float nearLeft =
            largest(
                (nodes[l + nx] - ox) * ix, (nodes[l + ny] - oy) * iy, (nodes[l + nz] - oz) * iz);
        float farLeft =
            smallest(
                (nodes[l + fx] - ox) * ix, (nodes[l + fy] - oy) * iy, (nodes[l + fz] - oz) * iz);
        float nearRight =
            largest(
                (nodes[r + nx] - ox) * ix, (nodes[r + ny] - oy) * iy, (nodes[r + nz] - oz) * iz);
        float farRight =
            smallest(
                (nodes[r + fx] - ox) * ix, (nodes[r + fy] - oy) * iy, (nodes[r + fz] - oz) * iz);
        boolean isLeftHit = isEntered(nearLeft, farLeft, limit);
        boolean isRightHit = isEntered(nearRight, farRight, limit);
        int left = Float.floatToRawIntBits(nodes[ref + Bvh.REFS]);
        int right = Float.floatToRawIntBits(nodes[ref + Bvh.REFS + 1]);
        if (isLeftHit && isRightHit) {
          boolean isLeftFirst = nearLeft <= nearRight;
          stack[top] = isLeftFirst ? right : left;
          stackNear[top++] = isLeftFirst ? nearRight : nearLeft;
          ref = isLeftFirst ? left : right;
          continue;
        }
        if (isLeftHit || isRightHit) {
          ref = isLeftHit ? left : right;
          continue;
        }
      }
      do {
        if (top == 0) {
          return;
        }
        top--;
      } while (stackNear[top] > limit);
      ref = stack[top];
    }
  }

  private float limit() {
    return Math.nextUp((float) hitDistance) * FAR_SLACK;
  }

  /** Plain comparisons: none of the values is NaN, and Math.max would look for that. */
  private static float largest(float a, float b, float c) {
    float ab = a > b ? a : b;
    return ab > c ? ab : c;
  }

  private static float smallest(float a, float b, float c) {
    float ab = a < b ? a : b;
    return ab < c ? ab : c;
  }

  private static boolean isEntered(float near, float far, float limit) {
    return near <= far * FAR_SLACK && far >= 0 && near <= limit;
  }

  private void testLeaf(int ref, long[] allowedParts) {
    int slot = LeafRef.firstSlot(ref);
    int end = slot + LeafRef.count(ref);
    for (; slot < end; slot++) {
      if (allowedParts == null || PartFilter.isAllowed(allowedParts, bvh.partOfSlot[slot])) {
        test(slot);
      }
    }
  }

  /** Tests a triangle; whether it is the nearest so far. */
  boolean test(int slot) {
    float[] p = bvh.vertices;
    int a = 9 * slot;
    double az = p[a + axisZ] - originKz;
    double bz = p[a + 3 + axisZ] - originKz;
    double cz = p[a + 6 + axisZ] - originKz;
    double ax = p[a + axisX] - originKx - shearX * az;
    double ay = p[a + axisY] - originKy - shearY * az;
    double bx = p[a + 3 + axisX] - originKx - shearX * bz;
    double by = p[a + 3 + axisY] - originKy - shearY * bz;
    double cx = p[a + 6 + axisX] - originKx - shearX * cz;
    double cy = p[a + 6 + axisY] - originKy - shearY * cz;
    double u = cx * by - cy * bx;
    double v = ax * cy - ay * cx;
    double w = bx * ay - by * ax;
    if ((u < 0 || v < 0 || w < 0) && (u > 0 || v > 0 || w > 0)) {
      return false;
    }
    double det = u + v + w;
    if (det == 0) {
      return false;
    }
    double t = shearZ * (u * az + v * bz + w * cz) / det;
    if (!(t >= 0 && (t < hitDistance || (t == hitDistance && isPreferred(slot))))) {
      return false;
    }
    if (filter != null && !filter.isThere(bvh.triangleOfSlot[slot], u / det, v / det)) {
      return false;
    }
    hitSlot = slot;
    hitDistance = t;
    hitU = u / det;
    hitV = v / det;
    return true;
  }

  private boolean isPreferred(int slot) {
    return hitSlot < 0 || bvh.triangleOfSlot[slot] < bvh.triangleOfSlot[hitSlot];
  }
}
