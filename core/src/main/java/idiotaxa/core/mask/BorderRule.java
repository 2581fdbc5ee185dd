package idiotaxa.core.mask;

/**
 * A rule on the map itself: one group takes the texels of another within a distance of its own.
 *
 * @param from number of the group that takes
 * @param into number of the group that gives
 * @param px 0 … 512
 */
public record BorderRule(int from, int into, double px) {
  public BorderRule {
    if (from < 1 || into < 0 || from == into) {
      throw new IllegalArgumentException(
          "a border rule needs two different groups, got %d and %d".formatted(from, into));
    }
    if (!(px >= 0 && px <= DiskGrowth.LARGEST)) {
      throw new IllegalArgumentException(
          "a border is moved by 0 … %.0f px, got %s".formatted(DiskGrowth.LARGEST, px));
    }
  }
}
