package idiotaxa.core.claim;

import java.util.List;
import java.util.Locale;

/**
 * What two names of the same thing have in common: lower case, without the suffixes and prefixes
 * that tell low from high poly, in whatever order and number they stand and on either side of a trailing
 * number, and on request without that number.
 */
public final class NameStem {
  private static final List<String> AFFIXES =
      List.of("low", "lo", "lp", "high", "hi", "hp", "geo");

  private static final List<String> HIGH = List.of("high", "hi", "hp");

  private static final String SEPARATORS = "_-. ";

  private NameStem() {}

  /** Without case and affixes: {@code Hull_LOW} and {@code hi_hull} both give {@code hull}. */
  public static String of(String name) {
    return of(name, List.of());
  }

  /**
   * A trailing number stays, behind an underscore: {@code bolt_low.07} gives {@code bolt_07}.
   *
   * @param houseAffixes further suffixes and prefixes, in lower case, without the underscore
   */
  public static String of(String name, List<String> houseAffixes) {
    String stem = strip(name.strip().toLowerCase(Locale.ROOT), houseAffixes);
    int digits = firstOfTrailingDigits(stem);
    int end = endBeforeSeparators(stem, digits);
    return digits == stem.length() || end == 0
        ? stem
        : strip(stem.substring(0, end), houseAffixes) + "_" + stem.substring(digits);
  }

  /** Whether a name begins or ends with a word for high poly, numbers aside. */
  public static boolean isHigh(String name) {
    String plain = name.strip().toLowerCase(Locale.ROOT);
    String unnumbered = plain.substring(0, endBeforeSeparators(plain, firstOfTrailingDigits(plain)));
    return HIGH.stream().anyMatch(word -> !strip(unnumbered, word).equals(unnumbered));
  }

  /** {@link #of} without a trailing number: {@code bolt_07} gives {@code bolt}. */
  public static String withoutNumber(String name) {
    return withoutNumber(name, List.of());
  }

  /**
   * Without every trailing number: {@code bolt_07_low.001} gives {@code bolt}.
   *
   * @param houseAffixes as in {@link #of(String, List)}
   */
  public static String withoutNumber(String name, List<String> houseAffixes) {
    String stem = of(name, houseAffixes);
    for (int digits = firstOfTrailingDigits(stem);
        digits < stem.length() && endBeforeSeparators(stem, digits) > 0;
        digits = firstOfTrailingDigits(stem)) {
      stem = strip(stem.substring(0, endBeforeSeparators(stem, digits)), houseAffixes);
    }
    return stem;
  }

  private static int firstOfTrailingDigits(String name) {
    int i = name.length();
    while (i > 0 && name.charAt(i - 1) >= '0' && name.charAt(i - 1) <= '9') {
      i--;
    }
    return i;
  }

  private static int endBeforeSeparators(String name, int from) {
    int i = from;
    while (i > 0 && isSeparator(name.charAt(i - 1))) {
      i--;
    }
    return i;
  }

  /** Affix after affix until none is left; never the whole of a name. */
  private static String strip(String name, List<String> houseAffixes) {
    String stem = name;
    String before;
    do {
      before = stem;
      for (String affix : houseAffixes) {
        stem = strip(stem, affix);
      }
      for (String affix : AFFIXES) {
        stem = strip(stem, affix);
      }
    } while (!stem.equals(before));
    return stem;
  }

  private static String strip(String name, String affix) {
    int rest = name.length() - affix.length() - 1;
    if (rest > 0 && name.endsWith(affix) && isSeparator(name.charAt(rest))) {
      return name.substring(0, rest);
    }
    if (rest > 0 && name.startsWith(affix) && isSeparator(name.charAt(affix.length()))) {
      return name.substring(affix.length() + 1);
    }
    return name;
  }

  private static boolean isSeparator(char c) {
    return SEPARATORS.indexOf(c) >= 0;
  }
}
