package idiotaxa.core.group;

/**
 * A plain look for previews.
 *
 * @param baseColor sRGB, 0xRRGGBB
 * @param roughness 0 … 1
 * @param metalness 0 … 1
 */
public record Look(int baseColor, double roughness, double metalness) {
  public Look {
    checkUnit("roughness", roughness);
    checkUnit("metalness", metalness);
  }

  /** A matt look of one colour. */
  public static Look matt(int baseColor) {
    return new Look(baseColor, 0.6, 0);
  }

  private static void checkUnit(String name, double value) {
    if (!(value >= 0 && value <= 1)) {
      throw new IllegalArgumentException(name + " must be in 0 … 1, got " + value);
    }
  }
}
