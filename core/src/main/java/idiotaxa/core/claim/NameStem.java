package idiotaxa.core.claim;

import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;

/**
 * What two names of the same thing have in common: lower case, without the suffixes and prefixes
 * that tell low from high poly, and on request without trailing numbers.
 */
public final class NameStem {
  private static final List<String> AFFIXES =
      List.of("low", "lo", "lp", "high", "hi", "hp", "geo");
  private static final Pattern TRAILING_NUMBER = Pattern.compile("[\\s_.\\-]*\\d+$");

  private NameStem() {}

  /** Without case and affixes: {@code Hull_LOW} and {@code hi_hull} both give {@code hull}. */
  public static String of(String name) {
    return of(name, List.of());
  }

  /**
   * @param houseAffixes further suffixes and prefixes, in lower case, without the underscore
   */
  public static String of(String name, List<String> houseAffixes) {
    return strip(strip(name.strip().toLowerCase(Locale.ROOT), houseAffixes), AFFIXES);
  }

  private static String strip(String name, List<String> affixes) {
    String stem = name;
    for (String affix : affixes) {
      if (stem.endsWith("_" + affix)) {
        stem = stem.substring(0, stem.length() - affix.length() - 1);
      }
      if (stem.startsWith(affix + "_")) {
        stem = stem.substring(affix.length() + 1);
      }
    }
    return stem;
  }

  /** {@link #of} without a trailing number: {@code bolt_07} gives {@code bolt}. */
  public static String withoutNumber(String name) {
    return withoutNumber(name, List.of());
  }

  /**
   * @param houseAffixes as in {@link #of(String, List)}
   */
  public static String withoutNumber(String name, List<String> houseAffixes) {
    String stem = of(name, houseAffixes);
    String shorter = TRAILING_NUMBER.matcher(stem).replaceFirst("");
    return shorter.isEmpty() ? stem : shorter;
  }
}
