package idiotaxa.core.known;

import java.util.List;
import java.util.Locale;

/**
 * A group that a piece was sorted into, as far as another palette can know it.
 *
 * @param palette name of the palette, empty where groups were made from what a model has
 * @param number of the group in it
 * @param name may be empty where only a colour was known
 * @param color 0xRRGGBB
 */
public record KnownGroup(String palette, int number, String name, int color, List<String> keywords) {
  public KnownGroup {
    keywords = List.copyOf(keywords);
  }

  /** What two groups have in common that are one: their name, or their colour where they have none. */
  public String key() {
    return name.isEmpty() ? "#%06X".formatted(color) : name.strip().toLowerCase(Locale.ROOT);
  }
}
