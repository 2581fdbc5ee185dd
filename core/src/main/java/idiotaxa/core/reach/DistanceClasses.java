package idiotaxa.core.reach;

import java.util.Arrays;

/** Signed distances of one target part, or of all. */
final class DistanceClasses {
  private static final double ENCLOSED = 0.999;

  private final double floor;
  private final double[] fromTarget;
  private final double[] fromSource;

  /**
   * @param floor metres, least reach
   * @param fromTarget metres, positive where the source lies outside; NaN where nothing was found
   * @param fromSource the same, measured from the source
   */
  DistanceClasses(double floor, double[] fromTarget, double[] fromSource) {
    this.floor = floor;
    this.fromTarget = found(fromTarget);
    this.fromSource = found(fromSource);
  }

  private static double[] found(double[] distances) {
    return Arrays.stream(distances).filter(d -> !Double.isNaN(d)).toArray();
  }

  int points() {
    return fromTarget.length + fromSource.length;
  }

  Reach proposed() {
    return new Reach(reach(1), reach(-1));
  }

  private double reach(int side) {
    double enclosing = Math.max(enclosing(fromTarget, side), enclosing(fromSource, side));
    return Math.max(floor, enclosing * ReachSurvey.MARGIN);
  }

  private static double enclosing(double[] distances, int side) {
    double[] onSide =
        Arrays.stream(distances).filter(d -> d * side >= 0).map(Math::abs).sorted().toArray();
    return onSide.length == 0 ? 0 : onSide[(int) Math.floor((onSide.length - 1) * ENCLOSED)];
  }

  ReachSurvey.PartReach of(String part, int unmatched) {
    Reach reach = proposed();
    double from = -reach.inward();
    double to = reach.outward();
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
    return new ReachSurvey.PartReach(part, points(), unmatched, reach, from, to, counts);
  }
}
