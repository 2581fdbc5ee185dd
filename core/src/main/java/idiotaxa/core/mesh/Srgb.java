package idiotaxa.core.mesh;

/** The sRGB transfer function of IEC 61966-2-1, exact to the last 8-bit step. */
public final class Srgb {
  private Srgb() {}

  /** 8-bit sRGB value of a linear intensity; what lies outside 0 … 1 is clamped. */
  public static int fromLinear(double linear) {
    double clamped = Math.max(0, Math.min(1, linear));
    double encoded =
        clamped <= 0.0031308 ? 12.92 * clamped : 1.055 * Math.pow(clamped, 1 / 2.4) - 0.055;
    return (int) Math.round(encoded * 255);
  }

  /** Linear intensity 0 … 1 of an 8-bit sRGB value. */
  public static double toLinear(int value) {
    double encoded = value / 255.0;
    return encoded <= 0.04045 ? encoded / 12.92 : Math.pow((encoded + 0.055) / 1.055, 2.4);
  }
}
