package idiotaxa.core.group;

import java.util.Collection;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;

/** Names for groups that are made from colours: spoken ones, each of them once. */
public final class SpokenColors {
  private final Set<String> taken = new HashSet<>();

  /**
   * @param names that groups have already, in any case
   */
  public SpokenColors(Collection<String> names) {
    names.forEach(name -> taken.add(name.toLowerCase(Locale.ROOT)));
  }

  /**
   * @param rgb 0xRRGGBB
   * @return {@code deep blue}; {@code deep blue 2} where another has that
   */
  public String name(int rgb) {
    String spoken = ColorName.of(rgb);
    String name = spoken;
    for (int i = 2; !taken.add(name); i++) {
      name = spoken + " " + i;
    }
    return name;
  }
}
