package idiotaxa.core.group;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * Looks of common materials, chosen by words of a group's name and keywords. The figures are our own: base
 * colours in sRGB that are plausible under a neutral light.
 */
public final class ReadyLooks {
  private static final List<Ready> ALL =
      List.of(
          ready("steel", 0x8C9196, 0.42, 1, "iron", "galvanised", "galvanized", "metal", "chain", "bolt", "bolts"),
          ready("brass", 0xC79A4B, 0.3, 1, "bronze", "bell"),
          ready("copper", 0xBF7352, 0.34, 1),
          ready("aluminium", 0xB9BDC1, 0.36, 1, "aluminum", "tin", "zinc"),
          ready("lead", 0x5C6066, 0.62, 1),
          ready("rust", 0x7A4426, 0.92, 0.1, "rusty", "corroded"),
          ready("paint", 0xB43A2E, 0.48, 0, "painted", "lacquer", "enamel", "band"),
          ready("timber", 0x7C5E42, 0.8, 0, "wood", "wooden", "oak", "plank", "planks", "deck"),
          ready("rope", 0x8B7752, 0.95, 0, "hemp", "twine", "cordage", "net"),
          ready("rubber", 0x232425, 0.86, 0, "fender", "tyre", "gasket", "seal"),
          ready("glass", 0xD7E6E4, 0.05, 0, "lens", "window", "pane"),
          ready("leather", 0x5B3A26, 0.66, 0, "strap"),
          ready("cloth", 0x8A8478, 0.96, 0, "canvas", "fabric", "sail", "felt", "flag"),
          ready("plastic", 0x4E6E8E, 0.45, 0, "resin", "nylon"),
          ready("concrete", 0x8F8D88, 0.93, 0, "cement", "stone", "brick", "slate"),
          ready("ceramic", 0xE4DFD4, 0.22, 0, "porcelain", "tile", "tiles"),
          ready("solar cell", 0x16203A, 0.18, 0.2, "solar", "panel"));

  private ReadyLooks() {}

  /**
   * A look to begin from.
   *
   * @param words lower case; the first is its name
   */
  public record Ready(String name, Look look, Set<String> words) {}

  private static Ready ready(
      String name, int baseColor, double roughness, double metalness, String... others) {
    Set<String> words = new HashSet<>(Arrays.asList(others));
    words.addAll(Arrays.asList(name.split(" ")));
    return new Ready(name, new Look(baseColor, roughness, metalness), words);
  }

  public static List<Ready> all() {
    return ALL;
  }

  /**
   * The look that most words of a name and its keywords speak for, the later word of two; a matt one of the
   * ID colour where none does. "lamp glass" is glass, "glass holder brass" is brass.
   */
  public static Look of(String name, List<String> keywords, int idColor) {
    Look found = null;
    int most = 0;
    String[] words =
        (String.join(" ", keywords) + " " + name).toLowerCase(Locale.ROOT).split("[^\\p{L}]+");
    for (int w = words.length - 1; w >= 0; w--) {
      for (Ready ready : ALL) {
        int count = ready.words().contains(words[w]) ? count(words, ready) : 0;
        if (count > most) {
          most = count;
          found = ready.look();
        }
      }
    }
    return found == null ? Look.matt(idColor) : found;
  }

  private static int count(String[] words, Ready ready) {
    return (int) Arrays.stream(words).filter(ready.words()::contains).count();
  }
}
