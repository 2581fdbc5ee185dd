package idiotaxa.core.check;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.NoisyColors;
import idiotaxa.core.origin.Origins;
import java.util.List;
import java.util.Optional;

/** Vertex colours that look like fewer colours with noise. */
public final class NoiseFinding {
  private static final String CURE =
      "If they are few colours with noise, give a palette of these, or rules by colour with that tolerance.";

  private NoiseFinding() {}

  /**
   * @param colors 0xRRGGBB that were told apart
   */
  static Optional<Finding> of(int[] colors) {
    return NoisyColors.of(colors, Origins.COLOR_TOLERANCE)
        .map(
            joined ->
                new Finding(
                    "noisy-vertex-colors",
                    Severity.HARMLESS,
                    "Vertex colours: " + joined.words(),
                    "",
                    CURE,
                    joined.colors(),
                    new int[0]));
  }

  /** The same of groups that were made from vertex colours. */
  public static Optional<Finding> of(List<Group> groups) {
    return of(groups.stream().mapToInt(Group::color).toArray());
  }
}
