package idiotaxa.receiver;

/** Colours of formats that keep linear intensities. */
final class LinearColors {
  private LinearColors() {}

  /**
   * sRGB as #RRGGBB (IEC 61966-2-1).
   *
   * @param linear red, green, blue 0 … 1 from index {@code at}
   */
  static String hex(double[] linear, int at) {
    int rgb = 0;
    for (int k = 0; k < 3; k++) {
      double value = linear[at + k];
      double encoded =
          value <= 0.0031308 ? 12.92 * value : 1.055 * Math.pow(value, 1 / 2.4) - 0.055;
      rgb = rgb << 8 | (int) Math.round(255 * encoded);
    }
    return "#%06X".formatted(rgb);
  }
}
