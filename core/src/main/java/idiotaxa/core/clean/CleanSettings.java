package idiotaxa.core.clean;

/**
 * How an image is cleaned.
 *
 * @param tolerance 8-bit RGB distance within which colours are one, 0 … 128
 * @param groupCount how many groups there are, 0 to find out
 */
public record CleanSettings(double tolerance, int groupCount) {
  /** Takes in 8-bit noise and the grain of a JPEG of good quality. */
  public static final double USUAL_TOLERANCE = 24;

  public CleanSettings {
    if (!(tolerance >= 0 && tolerance <= 128)) {
      throw new IllegalArgumentException("the tolerance must be in 0 … 128, got " + tolerance);
    }
    if (groupCount < 0 || groupCount > 4096) {
      throw new IllegalArgumentException(
          "an image is cleaned to 1 … 4096 groups, got " + groupCount);
    }
  }
}
