package idiotaxa.core.group;

/**
 * How safely a set of ID colours can be told apart by a pick with a tolerance.
 *
 * @param separation smallest distance between two of the colours, in 8-bit RGB
 * @param blendClearance smallest distance of a colour from the straight line between two others,
 *     along which a filtered border between those two runs
 */
public record ColorQuality(double separation, double blendClearance) {

  /** The largest distance in the RGB cube: what fewer than two colours are apart. */
  private static final double NO_NEIGHBOUR = Rgb.distance(0x000000, 0xFFFFFF);

  /**
   * @param colors the ID colours and, as one more, the map's background; cubic in their number
   */
  public static ColorQuality of(int... colors) {
    double separation = NO_NEIGHBOUR;
    double clearance = NO_NEIGHBOUR;
    for (int i = 0; i < colors.length; i++) {
      for (int j = i + 1; j < colors.length; j++) {
        separation = Math.min(separation, Rgb.distance(colors[i], colors[j]));
        for (int k = 0; k < colors.length; k++) {
          if (k != i && k != j) {
            clearance = Math.min(clearance, Rgb.distanceToBlend(colors[k], colors[i], colors[j]));
          }
        }
      }
    }
    return new ColorQuality(separation, clearance);
  }

  /** The tolerance that is safe on both counts: the smaller of half separation and clearance. */
  public double score() {
    return Math.min(separation / 2, blendClearance);
  }
}
