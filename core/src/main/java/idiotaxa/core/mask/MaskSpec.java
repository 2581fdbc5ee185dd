package idiotaxa.core.mask;

import java.util.List;

/**
 * A mask as it is asked for: what it is made of and the steps that follow, in order.
 *
 * @param name 1 … 80 characters
 * @param bits of the written image, 8 or 16
 */
public record MaskSpec(String name, List<MaskPart> parts, List<MaskStep> steps, int bits) {
  static final int MOST_NAME = 80;
  private static final int MOST_PARTS = 64;
  private static final int MOST_STEPS = 16;

  public MaskSpec {
    parts = List.copyOf(parts);
    steps = List.copyOf(steps);
    checkName("a mask", name);
    if (parts.size() > MOST_PARTS || steps.size() > MOST_STEPS) {
      throw new IllegalArgumentException(
          "the mask %s has more than %d parts or %d steps".formatted(name, MOST_PARTS, MOST_STEPS));
    }
    if (bits != 8 && bits != 16) {
      throw new IllegalArgumentException("the mask " + name + " has 8 or 16 bits, got " + bits);
    }
  }

  static void checkName(String of, String name) {
    if (name == null || name.isBlank() || name.length() > MOST_NAME) {
      throw new IllegalArgumentException(
          of + " needs a name of 1 … " + MOST_NAME + " characters, got \"" + name + "\"");
    }
  }

  /** Whether a step is measured on the surface, so that all sheets are needed at once. */
  boolean isOnSurface() {
    return steps.stream().anyMatch(MaskStep::isOnSurface);
  }
}
