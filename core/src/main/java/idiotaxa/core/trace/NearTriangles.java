package idiotaxa.core.trace;

import java.util.Arrays;

/**
 * Answers many rays that lie close together: what a square of a sheet can meet is gathered from the
 * hierarchy once, squares in it filter the list of the square around them, and a ray is tested against the
 * few triangles that are left, with the same watertight test as by {@link RayQuery}. Scratch and result of
 * one thread.
 *
 * <p>Squares are nested in levels, 0 the outermost. Rays of a level lie in the region of every level before
 * it that was closed since. Where a region can't be enclosed, or meets too much, the next level asks the
 * hierarchy anew, and rays go through the hierarchy.
 */
public final class NearTriangles {
  /** Nothing can be met. */
  public static final int NOTHING = ShaftWalk.NOTHING;

  /** More than one label can be met, or nobody knows. */
  public static final int SEVERAL = ShaftWalk.SEVERAL;

  public static final int LEVELS = 4;

  private static final int MOST = 4096;
  private static final int NONE = -1;

  private final Bvh bvh;
  private final NodeLabels labels;
  private final RayQuery rays;
  private final Shaft root = new Shaft();
  private final Shaft inner = new Shaft();
  private final ShaftWalk walk;

  /** Level at which the hierarchy was asked; none when it is to be asked. */
  private int rootLevel = NONE;
  /** Whether the triangles were gathered, rather than subtrees only. */
  private boolean isGathered;

  private double back;
  private double ahead;

  private final int[] slots = new int[MOST];
  private final float[] loA = new float[MOST];
  private final float[] hiA = new float[MOST];
  private final float[] loB = new float[MOST];
  private final float[] hiB = new float[MOST];
  private final float[] loZ = new float[MOST];
  private final float[] hiZ = new float[MOST];
  private final int[][] list = new int[LEVELS][MOST];
  private final int[] size = new int[LEVELS];
  private final int[] label = new int[LEVELS];
  private final double[] depthLo = new double[LEVELS];
  private final double[] depthHi = new double[LEVELS];
  private final boolean[] isClosed = new boolean[LEVELS];
  private int level;
  private Shaft filled = root;
  private long[] allowed;
  private final double[] box = new double[6];

  /**
   * @param parts of the nodes, null when the source has one only
   * @param rays answers; its getters hold after a hit
   */
  public NearTriangles(Bvh bvh, NodeLabels labels, NodeLabels parts, RayQuery rays) {
    this.bvh = bvh;
    this.labels = labels;
    this.rays = rays;
    walk = new ShaftWalk(bvh, labels, parts, root);
  }

  /** Begins the region around all regions to come; points are added as to those. Until it is told it holds all. */
  public void beginAround() {
    walk.beginAtRoot();
    begin(0);
  }

  /** All regions until the next such one lie in the one that was begun: their search begins at what that can meet. */
  public void closeAround(double backward, double forward) {
    if (!root.isEmpty() && root.enclose(backward, forward)) {
      walk.beginWithin();
    }
  }

  /** Begins the region of a level; regions of this and deeper levels are forgotten. */
  public void begin(int ofLevel) {
    level = ofLevel;
    Arrays.fill(isClosed, level, LEVELS, false);
    if (level <= rootLevel) {
      rootLevel = NONE;
    }
    filled = rootLevel == NONE ? root : inner;
    filled.clear();
  }

  /**
   * Adds a corner of the region: rays lie in it whose point is a combination, with weights ≥ 0 that sum to
   * 1, of such points, and whose direction is that of the same combination of the normals.
   *
   * @param position metres, three values
   * @param normal as interpolated, not made of unit length; three values
   * @return false when there are too many already
   */
  public boolean add(double[] position, double[] normal) {
    if (!filled.hasRoom()) {
      return false;
    }
    filled.add(position, normal);
    return true;
  }

  /**
   * The one label that rays from point − {@code backward} · direction to point + {@code forward} · direction
   * can meet in the region, {@link #NOTHING} or {@link #SEVERAL}. A level inside of another must have the
   * same lengths and parts.
   *
   * @param allowedParts bit p set where part p may be hit, or null for all
   */
  public int close(double backward, double forward, long[] allowedParts) {
    if (filled.isEmpty()) {
      return SEVERAL;
    }
    if (rootLevel != NONE) {
      isClosed[level] = narrow();
      return label();
    }
    back = backward;
    ahead = forward;
    allowed = allowedParts;
    if (!root.enclose(back, ahead)) {
      return SEVERAL;
    }
    rootLevel = level;
    isGathered = false;
    label[level] = walk.label(allowed);
    isClosed[level] = label[level] != SEVERAL || gather();
    return label();
  }

  /** Lays the triangles of the root out in its frame; false when there are too many. */
  private boolean gather() {
    int count = walk.gather(slots);
    if (count < 0) {
      rootLevel = NONE;
      return false;
    }
    isGathered = true;
    int[] all = list[rootLevel];
    for (int i = 0; i < count; i++) {
      flatten(i);
      all[i] = i;
    }
    size[rootLevel] = count;
    root.boxIn(root, back, ahead, Double.NEGATIVE_INFINITY, Double.POSITIVE_INFINITY, box);
    summarize(rootLevel);
    return true;
  }

  private void flatten(int i) {
    float[] p = bvh.vertices;
    double[] f = root.axes;
    int at = 9 * slots[i];
    double ax = p[at] - root.center[0];
    double ay = p[at + 1] - root.center[1];
    double az = p[at + 2] - root.center[2];
    double bx = p[at + 3] - root.center[0];
    double by = p[at + 4] - root.center[1];
    double bz = p[at + 5] - root.center[2];
    double cx = p[at + 6] - root.center[0];
    double cy = p[at + 7] - root.center[1];
    double cz = p[at + 8] - root.center[2];
    double a = f[3] * ax + f[4] * ay + f[5] * az;
    double b = f[3] * bx + f[4] * by + f[5] * bz;
    double c = f[3] * cx + f[4] * cy + f[5] * cz;
    loA[i] = (float) least(a, b, c);
    hiA[i] = (float) most(a, b, c);
    a = f[6] * ax + f[7] * ay + f[8] * az;
    b = f[6] * bx + f[7] * by + f[8] * bz;
    c = f[6] * cx + f[7] * cy + f[8] * cz;
    loB[i] = (float) least(a, b, c);
    hiB[i] = (float) most(a, b, c);
    a = f[0] * ax + f[1] * ay + f[2] * az;
    b = f[0] * bx + f[1] * by + f[2] * bz;
    c = f[0] * cx + f[1] * cy + f[2] * cz;
    loZ[i] = (float) least(a, b, c);
    hiZ[i] = (float) most(a, b, c);
  }

  private static double least(double a, double b, double c) {
    double ab = a < b ? a : b;
    return ab < c ? ab : c;
  }

  private static double most(double a, double b, double c) {
    double ab = a > b ? a : b;
    return ab > c ? ab : c;
  }

  /** Filters the list of the level above; false when there is none. */
  private boolean narrow() {
    if (!isGathered && !gather()) {
      return false;
    }
    int above = level - 1;
    while (!isClosed[above]) {
      above--;
    }
    inner.boxIn(root, back, ahead, depthLo[above], depthHi[above], box);
    size[level] = filter(list[above], size[above], list[level]);
    summarize(level);
    return true;
  }

  /** Without branches: whether a triangle stays is as good as random. */
  private int filter(int[] from, int count, int[] to) {
    float aLo = (float) box[0];
    float aHi = (float) box[1];
    float bLo = (float) box[2];
    float bHi = (float) box[3];
    float zLo = (float) box[4];
    float zHi = (float) box[5];
    // Held in locals: read from fields they would be loaded again for every triangle.
    float[] aLeast = loA;
    float[] aMost = hiA;
    float[] bLeast = loB;
    float[] bMost = hiB;
    float[] zLeast = loZ;
    float[] zMost = hiZ;
    int kept = 0;
    for (int i = 0; i < count; i++) {
      int k = from[i];
      to[kept] = k;
      boolean isIn =
          (aMost[k] >= aLo)
              & (aLeast[k] <= aHi)
              & (bMost[k] >= bLo)
              & (bLeast[k] <= bHi)
              & (zMost[k] >= zLo)
              & (zLeast[k] <= zHi);
      kept += isIn ? 1 : 0;
    }
    return kept;
  }

  /** What the triangles of a level have in common. */
  private void summarize(int of) {
    int common = NOTHING;
    float lo = Float.POSITIVE_INFINITY;
    float hi = Float.NEGATIVE_INFINITY;
    int[] own = list[of];
    int count = size[of];
    float[] zLeast = loZ;
    float[] zMost = hiZ;
    for (int i = 0; i < count; i++) {
      int k = own[i];
      lo = zLeast[k] < lo ? zLeast[k] : lo;
      hi = zMost[k] > hi ? zMost[k] : hi;
      int labelOfSlot = labels.ofSlot(slots[k]);
      if (common != labelOfSlot) {
        common = common == NOTHING && labelOfSlot != NodeLabels.MIXED ? labelOfSlot : SEVERAL;
      }
    }
    label[of] = common;
    depthLo[of] = Math.max(lo - root.slack(), box[4]);
    depthHi[of] = Math.min(hi + root.slack(), box[5]);
  }

  /** Whether rays of the region that was closed last are answered here. */
  public boolean isKnown() {
    return isClosed[level];
  }

  /**
   * As {@link RayQuery#first}, for a ray of the region that was closed last. Where the region has one label
   * only, any hit is as good as the first and the first that is found is told.
   *
   * @param position where the ray meets the target, metres
   * @param normal unit length, against the ray
   */
  public boolean first(
      double[] position, double[] normal, float[] origin, float[] direction, double maxT) {
    if (!isGathered) {
      return rays.any(walk.entries(), walk.entryCount(), origin, direction, maxT, allowed);
    }
    rays.begin(origin, direction, maxT);
    double[] f = root.axes;
    double px = position[0] - root.center[0];
    double py = position[1] - root.center[1];
    double pz = position[2] - root.center[2];
    double along = 1 / (f[0] * normal[0] + f[1] * normal[1] + f[2] * normal[2]);
    double depth = f[0] * px + f[1] * py + f[2] * pz;
    double fore = (depthHi[level] - depth) * along;
    double aft = (depthLo[level] - depth) * along;
    double a = f[3] * px + f[4] * py + f[5] * pz;
    double b = f[6] * px + f[7] * py + f[8] * pz;
    double slopeA = f[3] * normal[0] + f[4] * normal[1] + f[5] * normal[2];
    double slopeB = f[6] * normal[0] + f[7] * normal[1] + f[8] * normal[2];
    double slack = root.slack();
    float aFore = (float) (a + slopeA * fore);
    float aAft = (float) (a + slopeA * aft);
    float bFore = (float) (b + slopeB * fore);
    float bAft = (float) (b + slopeB * aft);
    float aLo = (float) ((aFore < aAft ? aFore : aAft) - slack);
    float aHi = (float) ((aFore > aAft ? aFore : aAft) + slack);
    float bLo = (float) ((bFore < bAft ? bFore : bAft) - slack);
    float bHi = (float) ((bFore > bAft ? bFore : bAft) + slack);
    boolean isAnyEnough = label[level] >= 0;
    int[] own = list[level];
    int count = size[level];
    float[] aLeast = loA;
    float[] aMost = hiA;
    float[] bLeast = loB;
    float[] bMost = hiB;
    for (int i = 0; i < count; i++) {
      int k = own[i];
      if (aMost[k] < aLo || aLeast[k] > aHi || bMost[k] < bLo || bLeast[k] > bHi) {
        continue;
      }
      if (rays.test(slots[k]) && isAnyEnough) {
        // The next ray most likely hits it too.
        own[i] = own[0];
        own[0] = k;
        return true;
      }
    }
    return rays.hasHit();
  }

  /** The label of the region that was closed last, as {@link #close} told it. */
  public int label() {
    return isClosed[level] ? label[level] : SEVERAL;
  }
}
