package idiotaxa.core.check;

import java.util.Locale;

/** Shares in words: none is rounded to 0 or to 100 % that is not. */
public final class ShareWords {
  private static final int MOST_DECIMALS = 9;

  private ShareWords() {}

  /**
   * @param share 0 … 1
   */
  public static String percent(double share) {
    if (share <= 0 || share >= 1) {
      return share <= 0 ? "0 %" : "100 %";
    }
    for (int decimals = 1; decimals < MOST_DECIMALS; decimals++) {
      String words = String.format(Locale.ROOT, "%." + decimals + "f", 100 * share);
      double said = Double.parseDouble(words);
      if (said > 0 && said < 100) {
        return words + " %";
      }
    }
    return share < 0.5 ? "less than a millionth" : "all but less than a millionth";
  }
}
