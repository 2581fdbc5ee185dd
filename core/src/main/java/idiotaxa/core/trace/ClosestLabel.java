package idiotaxa.core.trace;

/**
 * Closest points of which only the label is asked. Where what is closest to a point lies at a distance d, and the
 * closest triangle of another label at a distance o, every point less than (o − d) / 2 away has the same label closest: a
 * step of length r takes the one no farther than d + r and leaves the other no nearer than o − r. So points that come side
 * by side, far from what they look for, are answered by the first of them. Scratch and result of one thread.
 */
public final class ClosestLabel {
  /** Other labels are looked for so much farther than what is closest, as a share of its distance. */
  private static final double AROUND = 0.5;

  /** The same at least, as a share of how far may be looked. */
  private static final double AROUND_NEAR = 1 / 32.0;

  /** Points after which it is tried again to answer for those around, where that was in vain. */
  private static final int LONGEST_PAUSE = 31;

  /** Above the rounding of distances. */
  private static final double INSIDE = 1 - 1e-6;

  private final ClosestPointQuery nearest;
  private final ClosestPointQuery others;
  private final NodeLabels labels;
  private double x;
  private double y;
  private double z;
  private double distance;
  /** Metres around x, y, z; negative where nothing is known. */
  private double radius = -1;
  private long[] allowed;
  /** Whether the last point that answered for those around it was asked for any. */
  private boolean isOfUse = true;
  private int pause;
  private int paused;

  /**
   * @param nearest holds the answers
   */
  public ClosestLabel(Bvh bvh, NodeLabels labels, ClosestPointQuery nearest) {
    this.labels = labels;
    this.nearest = nearest;
    others = new ClosestPointQuery(bvh);
  }

  /**
   * As {@link ClosestPointQuery#find}. Where the closest triangle has one label, any triangle that has it may be told
   * afterwards, with weights of its own.
   */
  public boolean find(double px, double py, double pz, double maxDistance, long[] allowedParts) {
    if (isAnswered(px, py, pz, maxDistance, allowedParts)) {
      isOfUse = true;
      return true;
    }
    radius = -1;
    if (!nearest.find(px, py, pz, maxDistance, allowedParts)) {
      return false;
    }
    if (paused < pause) {
      paused++;
      return true;
    }
    paused = 0;
    pause = isOfUse ? 0 : Math.min(LONGEST_PAUSE, 2 * pause + 1);
    int label = labels.ofSlot(nearest.slot());
    if (label != NodeLabels.MIXED) {
      answerAround(px, py, pz, maxDistance, allowedParts, label);
    }
    return true;
  }

  private void answerAround(
      double px, double py, double pz, double maxDistance, long[] allowedParts, int label) {
    x = px;
    y = py;
    z = pz;
    allowed = allowedParts;
    distance = nearest.distance();
    double farthest = distance + Math.max(AROUND * distance, AROUND_NEAR * maxDistance);
    boolean isThere = others.findOther(px, py, pz, farthest, allowedParts, labels, label);
    radius = INSIDE * ((isThere ? others.distance() : farthest) - distance) / 2;
    isOfUse = false;
  }

  private boolean isAnswered(
      double px, double py, double pz, double maxDistance, long[] allowedParts) {
    if (radius < 0 || allowed != allowedParts) {
      return false;
    }
    double dx = px - x;
    double dy = py - y;
    double dz = pz - z;
    double away = Math.sqrt(dx * dx + dy * dy + dz * dz);
    // Within what may be looked for there is something for sure.
    return away <= radius && away + distance <= maxDistance;
  }
}
