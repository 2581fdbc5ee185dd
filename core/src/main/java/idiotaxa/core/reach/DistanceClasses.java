package idiotaxa.core.reach;

import java.util.Arrays;

/** Signed distances of one target part, or of all. */
final class DistanceClasses {
  private static final double ENCLOSED = 0.999;

  private final double[] fromTarget;
  private final double[] fromSource;
  private final int unmatched;
  private final Reach proposed;

  /**
   * @param floor metres, least reach
   * @param fromTarget metres, positive where the source lies outside; NaN where nothing was found
   * @param fromSource the same, measured from the source
   */
  DistanceClasses(double floor, double[] fromTarget, double[] fromSource) {
    this.fromTarget = found(fromTarget);
    this.fromSource = found(fromSource);
    unmatched = fromTarget.length - this.fromTarget.length;
    proposed = new Reach(reach(floor, 1), reach(floor, -1));
  }

  private static double[] found(double[] distances) {
    double[] out = new double[distances.length];
    int count = 0;
    for (double distance : distances) {
      if (!Double.isNaN(distance)) {
        out[count++] = distance;
      }
    }
    return Arrays.copyOf(out, count);
  }

  int points() {
    return fromTarget.length + fromSource.length;
  }

  Reach proposed() {
    return proposed;
  }

  private double reach(double floor, int side) {
    double enclosing = Math.max(enclosing(fromTarget, side), enclosing(fromSource, side));
    return Math.max(floor, enclosing * ReachSurvey.MARGIN);
  }

  private static double enclosing(double[] distances, int side) {
    double[] onSide = sortedOn(distances, side);
    return onSide.length == 0 ? 0 : onSide[(int) Math.floor((onSide.length - 1) * ENCLOSED)];
  }

  /** How far those of one side are, 0 included, ascending; {@code side} is 1 for outside and −1 for inside. */
  static double[] sortedOn(double[] distances, int side) {
    double[] out = new double[distances.length];
    int count = 0;
    for (double distance : distances) {
      if (distance * side >= 0) {
        out[count++] = Math.abs(distance);
      }
    }
    double[] onSide = Arrays.copyOf(out, count);
    Arrays.sort(onSide);
    return onSide;
  }

  ReachSurvey.PartReach of(String part) {
    double from = -proposed.inward();
    double to = proposed.outward();
    for (double[] distances : new double[][] {fromTarget, fromSource}) {
      for (double d : distances) {
        from = Math.min(from, d);
        to = Math.max(to, d);
      }
    }
    int[] counts = new int[ReachSurvey.CLASSES];
    for (double[] distances : new double[][] {fromTarget, fromSource}) {
      for (double d : distances) {
        int at = (int) ((d - from) / (to - from) * counts.length);
        counts[Math.min(counts.length - 1, at)]++;
      }
    }
    return new ReachSurvey.PartReach(part, points(), unmatched, proposed, from, to, counts);
  }
}
