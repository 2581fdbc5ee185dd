package idiotaxa.core.reach;

import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * How far a source lies outside and inside of a target.
 *
 * @param proposed encloses 99.9 % of the measured distances of all parts with 5 % margin
 * @param parts one a target part, in the target's order
 * @param whole the distances of all parts in one count; its part has no name
 * @param farthest places of the source that lie farthest outside and inside, the farthest of either side
 *     first
 */
public record ReachSurvey(
    Reach proposed, List<PartReach> parts, PartReach whole, List<Place> farthest) {
  /** Number of classes that distances are counted in. */
  public static final int CLASSES = 48;

  /** Fewer points say nothing of a part. */
  private static final int ENOUGH_POINTS = 100;

  /** The same with the whole counted from the parts. */
  public ReachSurvey(Reach proposed, List<PartReach> parts, List<Place> farthest) {
    this(proposed, parts, joined(proposed, parts), farthest);
  }

  /** Points of a class are put where the middle of that class falls. */
  private static PartReach joined(Reach proposed, List<PartReach> parts) {
    double from = -proposed.inward();
    double to = proposed.outward();
    for (PartReach part : parts) {
      from = Math.min(from, part.from());
      to = Math.max(to, part.to());
    }
    int[] counts = new int[CLASSES];
    int points = 0;
    int unmatched = 0;
    for (PartReach part : parts) {
      double step = (part.to() - part.from()) / part.counts().length;
      for (int i = 0; i < part.counts().length; i++) {
        double middle = part.from() + (i + 0.5) * step;
        int at = to > from ? (int) ((middle - from) / (to - from) * CLASSES) : 0;
        counts[Math.min(CLASSES - 1, at)] += part.counts()[i];
      }
      points += part.points();
      unmatched += part.unmatched();
    }
    return new PartReach("", points, unmatched, proposed, from, to, counts);
  }

  /** The proposed reach of every part that enough points lie on, and of the whole. */
  public Reaches reaches() {
    Map<String, Reach> ofPart = new HashMap<>();
    for (PartReach part : parts) {
      if (part.points() >= ENOUGH_POINTS) {
        ofPart.merge(part.part(), part.proposed(), Reach::around);
      }
    }
    return new Reaches(proposed, ofPart);
  }

  /** How much longer a proposed reach is than what it encloses. */
  public static final double MARGIN = 1.05;

  /**
   * The distances at one target part.
   *
   * @param points that found the source near by
   * @param unmatched points of the part that found no source facing the same way
   * @param proposed as for the whole
   * @param from metres, lower end of the first class; negative is inward
   * @param to metres, upper end of the last class
   * @param counts points by distance in {@link #CLASSES} classes of one width
   */
  public record PartReach(
      String part,
      int points,
      int unmatched,
      Reach proposed,
      double from,
      double to,
      int[] counts) {}

  /**
   * A point of the source.
   *
   * @param part target part that it lies nearest to
   * @param x metres
   * @param y metres
   * @param z metres
   * @param distance metres along the target's normal, negative inside
   */
  public record Place(String part, double x, double y, double z, double distance) {}
}
