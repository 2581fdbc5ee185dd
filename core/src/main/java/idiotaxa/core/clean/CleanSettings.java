package idiotaxa.core.clean;

import idiotaxa.core.group.Rgb;

/**
 * How an image is cleaned.
 *
 * @param tolerance 8-bit RGB distance within which colours are one, 0 … 128
 * @param groupCount how many groups there are, 0 to find out
 * @param isClosed whether the palette's colours are the groups, and no others are
 * @param background 0xRRGGBB of what is no group; {@link #FIND_OUT}, or {@link #NO_BACKGROUND}
 */
public record CleanSettings(double tolerance, int groupCount, boolean isClosed, int background) {
  /** Takes in 8-bit noise and the grain of a JPEG of good quality. */
  public static final double USUAL_TOLERANCE = 24;

  /** What is transparent, else black at the border, else what most of the border has. */
  public static final int FIND_OUT = -1;

  /** Every colour is a group's. */
  public static final int NO_BACKGROUND = -2;

  public CleanSettings {
    if (!(tolerance >= 0 && tolerance <= 128)) {
      throw new IllegalArgumentException("the tolerance must be in 0 … 128, got " + tolerance);
    }
    if (groupCount < 0 || groupCount > 4096) {
      throw new IllegalArgumentException(
          "an image is cleaned to 1 … 4096 groups, got " + groupCount);
    }
    if (background < NO_BACKGROUND || background > 0xFFFFFF) {
      throw new IllegalArgumentException("the background must be 0xRRGGBB, got " + background);
    }
  }

  /**
   * A background as people write it.
   *
   * @param word #RRGGBB, {@code none}, or null or empty to find out
   */
  public static int background(String word) {
    if (word == null || word.isEmpty()) {
      return FIND_OUT;
    }
    return word.equalsIgnoreCase("none") ? NO_BACKGROUND : Rgb.parse(word);
  }

  /** Of an image about which nothing is known. */
  public CleanSettings(double tolerance, int groupCount) {
    this(tolerance, groupCount, false, FIND_OUT);
  }
}
