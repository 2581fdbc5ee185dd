package idiotaxa.core.format;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Identifiers of OpenUSD, which every version of it reads: ASCII letters, digits and underscores, not
 * beginning with a digit.
 */
final class UsdNames {
  private UsdNames() {}

  /**
   * @param otherwise begins what a name without any usable letter is called
   * @return one a name, all different
   */
  static List<String> of(List<String> names, String otherwise) {
    Set<String> taken = new HashSet<>();
    List<String> out = new ArrayList<>();
    for (String name : names) {
      String cleaned = name.replaceAll("[^A-Za-z0-9_]+", "_").replaceAll("^_+|_+$", "");
      String base = cleaned.isEmpty() ? otherwise : cleaned;
      base = Character.isDigit(base.charAt(0)) ? "_" + base : base;
      String free = base;
      for (int n = 2; !taken.add(free); n++) {
        free = base + "_" + n;
      }
      out.add(free);
    }
    return out;
  }

  /** Text between quotation marks. */
  static String quoted(String text) {
    return text.replaceAll("\\p{Cntrl}+", " ").replace("\\", "\\\\").replace("\"", "\\\"");
  }
}
