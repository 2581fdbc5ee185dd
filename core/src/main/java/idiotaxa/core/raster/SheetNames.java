package idiotaxa.core.raster;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * Names of sheets, which come from files: bounded, and each another even where case does not count,
 * because they name images and rows of a database.
 */
final class SheetNames {
  /** Characters. */
  static final int MAX_LENGTH = 100;

  private static final String NAMELESS = "unnamed";

  private SheetNames() {}

  /** The same sheets; a name that another has already gets a number behind it. */
  static List<Sheet> distinct(List<Sheet> sheets) {
    Set<String> taken = new HashSet<>();
    List<Sheet> out = new ArrayList<>();
    for (Sheet sheet : sheets) {
      String wanted = bounded(sheet.name());
      String name = wanted;
      for (int n = 2; !taken.add(name.toUpperCase(Locale.ROOT).toLowerCase(Locale.ROOT)); n++) {
        name = wanted + " " + n;
      }
      out.add(new Sheet(name, sheet.triangles(), sheet.tileU(), sheet.tileV()));
    }
    return out;
  }

  private static String bounded(String name) {
    String stripped = name.strip();
    if (stripped.isEmpty()) {
      return NAMELESS;
    }
    return stripped.length() <= MAX_LENGTH
        ? stripped
        : stripped.substring(0, stripped.offsetByCodePoints(0, MAX_LENGTH / 2 - 1)) + "…";
  }
}
