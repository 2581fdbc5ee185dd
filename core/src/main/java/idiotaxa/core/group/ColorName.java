package idiotaxa.core.group;

/** A name to say a colour by: {@code deep blue}, {@code pale orange}, {@code grey}. */
public final class ColorName {
  /** Each from its hue in degrees on. */
  private static final String[] HUES = {
    "red", "orange", "yellow", "yellow green", "green", "sea green", "cyan", "sky blue", "blue",
    "violet", "magenta", "rose"
  };

  private static final double LEAST_CHROMA = 26;

  private ColorName() {}

  /**
   * @param rgb 0xRRGGBB
   */
  public static String of(int rgb) {
    int high = Math.max(Rgb.red(rgb), Math.max(Rgb.green(rgb), Rgb.blue(rgb)));
    int low = Math.min(Rgb.red(rgb), Math.min(Rgb.green(rgb), Rgb.blue(rgb)));
    if (high - low < LEAST_CHROMA) {
      return grey((high + low) / 2);
    }
    int sector = (int) Math.floor((hue(rgb, high, high - low) + 15) / 30) % HUES.length;
    String hue = HUES[sector];
    if (sector == 1 && high < 190) {
      return high < 110 ? "deep brown" : "brown";
    }
    if (high < 200) {
      return "deep " + hue;
    }
    return low > 100 ? "pale " + hue : hue;
  }

  private static String grey(int level) {
    if (level < 40) {
      return "black";
    }
    if (level > 225) {
      return "white";
    }
    return level < 100 ? "dark grey" : level > 170 ? "light grey" : "grey";
  }

  /** Degrees, 0 … 360, red at 0. */
  private static double hue(int rgb, int high, int chroma) {
    double r = Rgb.red(rgb);
    double g = Rgb.green(rgb);
    double b = Rgb.blue(rgb);
    double sixth;
    if (high == r) {
      sixth = (g - b) / chroma + (g < b ? 6 : 0);
    } else if (high == g) {
      sixth = (b - r) / chroma + 2;
    } else {
      sixth = (r - g) / chroma + 4;
    }
    return 60 * sixth;
  }
}
