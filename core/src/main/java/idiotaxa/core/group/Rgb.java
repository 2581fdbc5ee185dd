package idiotaxa.core.group;

import java.util.Locale;
import java.util.regex.Pattern;

/** Helpers for 8-bit sRGB colours packed as {@code 0xRRGGBB}. */
public final class Rgb {
  private static final Pattern HEX = Pattern.compile("#?[0-9A-Fa-f]{6}");

  private Rgb() {}

  public static int red(int rgb) {
    return (rgb >> 16) & 0xFF;
  }

  public static int green(int rgb) {
    return (rgb >> 8) & 0xFF;
  }

  public static int blue(int rgb) {
    return rgb & 0xFF;
  }

  public static int of(int red, int green, int blue) {
    return red << 16 | green << 8 | blue;
  }

  /** {@code #RRGGBB} in capitals. */
  public static String toHex(int rgb) {
    return String.format(Locale.ROOT, "#%06X", rgb & 0xFFFFFF);
  }

  /**
   * Reads {@code #RRGGBB} or {@code RRGGBB}.
   *
   * @throws IllegalArgumentException for anything else, naming the value
   */
  public static int parse(String hex) {
    if (hex == null || !HEX.matcher(hex).matches()) {
      throw new IllegalArgumentException(
          "a colour is written as #RRGGBB, six hexadecimal digits, got \"" + hex + "\"");
    }
    return Integer.parseInt(hex.startsWith("#") ? hex.substring(1) : hex, 16);
  }

  /** Squared Euclidean distance in 8-bit RGB: what a pick with a tolerance compares. */
  public static int distanceSq(int a, int b) {
    int dr = red(a) - red(b);
    int dg = green(a) - green(b);
    int db = blue(a) - blue(b);
    return dr * dr + dg * dg + db * db;
  }

  /** Euclidean distance in 8-bit RGB, 0 … 441.7. */
  public static double distance(int a, int b) {
    return Math.sqrt(distanceSq(a, b));
  }

  /** Distance of {@code c} from the straight segment between {@code a} and {@code b}. */
  public static double distanceToBlend(int c, int a, int b) {
    int ux = red(b) - red(a);
    int uy = green(b) - green(a);
    int uz = blue(b) - blue(a);
    int vx = red(c) - red(a);
    int vy = green(c) - green(a);
    int vz = blue(c) - blue(a);
    int lengthSq = ux * ux + uy * uy + uz * uz;
    double along =
        lengthSq == 0
            ? 0
            : Math.max(0, Math.min(1, (ux * vx + uy * vy + uz * vz) / (double) lengthSq));
    double dx = vx - along * ux;
    double dy = vy - along * uy;
    double dz = vz - along * uz;
    return Math.sqrt(dx * dx + dy * dy + dz * dz);
  }

  /** Relative lightness as a person sees it, 0 … 255 (Rec. 709 weights on encoded values). */
  public static double lightness(int rgb) {
    return 0.2126 * red(rgb) + 0.7152 * green(rgb) + 0.0722 * blue(rgb);
  }
}
