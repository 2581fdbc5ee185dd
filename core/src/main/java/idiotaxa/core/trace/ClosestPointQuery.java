package idiotaxa.core.trace;

import java.util.function.IntPredicate;

/**
 * Closest point of a {@link Bvh}'s triangles to a given point: scratch and result of one thread.
 * Point against triangle by Voronoi regions (Ericson 2005, Real-Time Collision Detection, 5.1.5), in
 * double precision.
 */
public final class ClosestPointQuery {
  private static final int STACK_SIZE = 128;

  private final Bvh bvh;
  private final double enoughSq;
  private final SurfaceFilter filter;
  private final int[] stack = new int[STACK_SIZE];
  private final double[] stackDistanceSq = new double[STACK_SIZE];
  private double px;
  private double py;
  private double pz;
  private int bestSlot = -1;
  private double bestDistanceSq;
  private double best0;
  private double best1;
  private double w0;
  private double w1;
  private IntPredicate takes;
  /** Triangles that have the label are left out; none are where there are no labels. */
  private NodeLabels labels;
  private int leftOut;

  public ClosestPointQuery(Bvh bvh) {
    this(bvh, 0);
  }

  /**
   * @param enough metres: what is found as near as that is taken for the closest. Where thousands of triangles lie on
   *     each other, all of them are as near but for rounding
   */
  public ClosestPointQuery(Bvh bvh, double enough) {
    this(bvh, enough, null);
  }

  /**
   * @param filter what counts, null for everything; a triangle whose closest point does not is passed over
   */
  public ClosestPointQuery(Bvh bvh, double enough, SurfaceFilter filter) {
    this.bvh = bvh;
    this.filter = filter;
    // Ties go to the triangle of the smaller number, so nothing is near enough unless somebody says so.
    enoughSq = enough > 0 ? enough * enough : Double.NEGATIVE_INFINITY;
  }

  /**
   * @param maxDistance metres; what is farther away is not found
   * @param allowedParts bit p set where part p counts, or null for all
   * @return whether something lies within the distance; then the other getters hold
   */
  public boolean find(double x, double y, double z, double maxDistance, long[] allowedParts) {
    return find(x, y, z, maxDistance, allowedParts, null);
  }

  /**
   * The same among some triangles only.
   *
   * @param takes asked for triangles that would be the closest so far, null for all
   */
  public boolean find(
      double x, double y, double z, double maxDistance, long[] allowedParts, IntPredicate takes) {
    this.takes = takes;
    labels = null;
    return search(x, y, z, maxDistance, allowedParts);
  }

  /**
   * The same among the triangles that have another label, or none that is theirs alone.
   *
   * @param labelsOfNodes of the hierarchy's triangles
   * @param label that triangles must not have, 0 … 65534
   */
  boolean findOther(
      double x,
      double y,
      double z,
      double maxDistance,
      long[] allowedParts,
      NodeLabels labelsOfNodes,
      int label) {
    takes = null;
    labels = labelsOfNodes;
    leftOut = label;
    return search(x, y, z, maxDistance, allowedParts);
  }

  private boolean search(double x, double y, double z, double maxDistance, long[] allowedParts) {
    px = x;
    py = y;
    pz = z;
    int before = bestSlot;
    bestSlot = -1;
    bestDistanceSq = maxDistance * maxDistance;
    if (before >= 0 && isMeant(before, allowedParts)) {
      // Points mostly come side by side: what was closest before leaves little to look for.
      testTriangle(before);
    }
    if (!bvh.isEmpty()) {
      traverse(allowedParts);
    }
    return bestSlot >= 0;
  }

  private boolean isMeant(int slot, long[] allowedParts) {
    return (labels == null || labels.ofSlot(slot) != leftOut)
        && (allowedParts == null || PartFilter.isAllowed(allowedParts, bvh.partOfSlot[slot]));
  }

  /** Where the hierarchy holds the triangle that is closest. */
  int slot() {
    return bestSlot;
  }

  /** The mesh's triangle that is closest. */
  public int triangle() {
    return bvh.triangleOfSlot[bestSlot];
  }

  /** Metres. */
  public double distance() {
    return Math.sqrt(bestDistanceSq);
  }

  /** Barycentric weight of the triangle's corner 0. */
  public double weight0() {
    return best0;
  }

  /** Barycentric weight of the triangle's corner 1. */
  public double weight1() {
    return best1;
  }

  private void traverse(long[] allowedParts) {
    // Held in locals: read from fields they would be loaded again at every node.
    int[] refs = stack;
    double[] distances = stackDistanceSq;
    boolean isAll = labels == null;
    int top = 1;
    refs[0] = 0;
    distances[0] = 0;
    while (top > 0 && !(bestSlot >= 0 && bestDistanceSq <= enoughSq)) {
      top--;
      int ref = refs[top];
      if (distances[top] > bestDistanceSq) {
        continue;
      }
      if (LeafRef.isLeaf(ref)) {
        testLeaf(ref, allowedParts);
        continue;
      }
      double left = isAll || !isLeftOut(ref, 0) ? boxDistanceSq(ref) : Double.POSITIVE_INFINITY;
      double right = isAll || !isLeftOut(ref, 1) ? boxDistanceSq(ref + 6) : Double.POSITIVE_INFINITY;
      int nearer = left <= right ? 0 : 1;
      double near = nearer == 0 ? left : right;
      double far = nearer == 0 ? right : left;
      if (!(far > bestDistanceSq)) {
        refs[top] = bvh.ref(ref, 1 - nearer);
        distances[top++] = far;
      }
      if (!(near > bestDistanceSq)) {
        refs[top] = bvh.ref(ref, nearer);
        distances[top++] = near;
      }
    }
  }

  private boolean isLeftOut(int node, int side) {
    return labels.ofChild(node, side) == leftOut;
  }

  private double boxDistanceSq(int box) {
    float[] b = bvh.nodes;
    double dx = outside(b[box], b[box + 3], px);
    double dy = outside(b[box + 1], b[box + 4], py);
    double dz = outside(b[box + 2], b[box + 5], pz);
    return dx * dx + dy * dy + dz * dz;
  }

  private static double outside(double lo, double hi, double x) {
    return x < lo ? lo - x : x > hi ? x - hi : 0;
  }

  private void testLeaf(int ref, long[] allowedParts) {
    boolean isAll = labels == null && allowedParts == null;
    int slot = LeafRef.firstSlot(ref);
    int end = slot + LeafRef.count(ref);
    for (; slot < end; slot++) {
      if (isAll || isMeant(slot, allowedParts)) {
        testTriangle(slot);
      }
    }
  }

  private void testTriangle(int slot) {
    closestWeights(9 * slot);
    float[] p = bvh.vertices;
    int a = 9 * slot;
    double w2 = 1 - w0 - w1;
    double dx = w0 * p[a] + w1 * p[a + 3] + w2 * p[a + 6] - px;
    double dy = w0 * p[a + 1] + w1 * p[a + 4] + w2 * p[a + 7] - py;
    double dz = w0 * p[a + 2] + w1 * p[a + 5] + w2 * p[a + 8] - pz;
    double distanceSq = dx * dx + dy * dy + dz * dz;
    boolean isCloser = distanceSq < bestDistanceSq;
    boolean isTie =
        distanceSq == bestDistanceSq
            && (bestSlot < 0 || bvh.triangleOfSlot[slot] < bvh.triangleOfSlot[bestSlot]);
    if ((isCloser || isTie) && isTaken(bvh.triangleOfSlot[slot])) {
      bestSlot = slot;
      bestDistanceSq = distanceSq;
      best0 = w0;
      best1 = w1;
    }
  }

  private boolean isTaken(int triangle) {
    return (takes == null || takes.test(triangle)) && (filter == null || filter.isThere(triangle, w0, w1));
  }

  /** Writes the closest point's weights of corners 0 and 1 to {@link #w0} and {@link #w1}. */
  private void closestWeights(int a) {
    float[] p = bvh.vertices;
    double abx = (double) p[a + 3] - p[a];
    double aby = (double) p[a + 4] - p[a + 1];
    double abz = (double) p[a + 5] - p[a + 2];
    double acx = (double) p[a + 6] - p[a];
    double acy = (double) p[a + 7] - p[a + 1];
    double acz = (double) p[a + 8] - p[a + 2];
    double apx = px - p[a];
    double apy = py - p[a + 1];
    double apz = pz - p[a + 2];
    double d1 = abx * apx + aby * apy + abz * apz;
    double d2 = acx * apx + acy * apy + acz * apz;
    if (d1 <= 0 && d2 <= 0) {
      set(1, 0);
      return;
    }
    double abab = abx * abx + aby * aby + abz * abz;
    double abac = abx * acx + aby * acy + abz * acz;
    double acac = acx * acx + acy * acy + acz * acz;
    double d3 = d1 - abab;
    double d4 = d2 - abac;
    if (d3 >= 0 && d4 <= d3) {
      set(0, 1);
      return;
    }
    double vc = d1 * d4 - d3 * d2;
    if (vc <= 0 && d1 >= 0 && d3 <= 0) {
      double v = d1 / (d1 - d3);
      set(1 - v, v);
      return;
    }
    double d5 = d1 - abac;
    double d6 = d2 - acac;
    if (d6 >= 0 && d5 <= d6) {
      set(0, 0);
      return;
    }
    double vb = d5 * d2 - d1 * d6;
    if (vb <= 0 && d2 >= 0 && d6 <= 0) {
      set(1 - d2 / (d2 - d6), 0);
      return;
    }
    double va = d3 * d6 - d5 * d4;
    if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) {
      set(0, 1 - (d4 - d3) / ((d4 - d3) + (d5 - d6)));
      return;
    }
    double denominator = va + vb + vc;
    set(va / denominator, vb / denominator);
  }

  private void set(double weight0, double weight1) {
    w0 = weight0;
    w1 = weight1;
  }
}
