package idiotaxa.core.mask;

import com.carrotsearch.hppc.LongDoubleHashMap;
import com.carrotsearch.hppc.cursors.LongDoubleCursor;
import idiotaxa.core.map.SheetMaps;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Moves borders of a map, and lists which groups touch. */
public final class Borders {
  private Borders() {}

  /**
   * Two groups that touch inside islands.
   *
   * @param one the smaller number
   * @param px how long their border is, to within a twentieth
   */
  public record Touching(int one, int other, double px) {}

  /**
   * The pairs that touch, those with the longest border first. Lengths by counting crossings of lines in
   * four directions (Cauchy and Crofton).
   */
  public static List<Touching> of(MaskSheet sheet) {
    SheetMaps maps = sheet.maps();
    int width = maps.width();
    LongDoubleHashMap lengths = new LongDoubleHashMap();
    double straight = Math.PI / 8;
    double askew = straight / Math.sqrt(2);
    for (int y = 0; y < maps.height(); y++) {
      boolean hasNext = y + 1 < maps.height();
      for (int x = 0; x < width; x++) {
        int i = y * width + x;
        if (x + 1 < width) {
          count(sheet, i, i + 1, straight, lengths);
        }
        if (hasNext) {
          count(sheet, i, i + width, straight, lengths);
          if (x + 1 < width) {
            count(sheet, i, i + width + 1, askew, lengths);
          }
          if (x > 0) {
            count(sheet, i, i + width - 1, askew, lengths);
          }
        }
      }
    }
    List<Touching> pairs = new ArrayList<>();
    for (LongDoubleCursor pair : lengths) {
      pairs.add(new Touching((int) (pair.key >>> 16), (int) (pair.key & 0xFFFF), pair.value));
    }
    pairs.sort(
        Comparator.comparingDouble(Touching::px)
            .reversed()
            .thenComparing(Touching::one)
            .thenComparing(Touching::other));
    return pairs;
  }

  private static void count(
      MaskSheet sheet, int i, int n, double length, LongDoubleHashMap lengths) {
    char[] groups = sheet.maps().groups();
    char a = groups[i];
    char b = groups[n];
    if (a != b
        && a < SheetMaps.MISSED
        && b < SheetMaps.MISSED
        && sheet.islands().labels()[i] == sheet.islands().labels()[n]) {
      lengths.addTo((long) Math.min(a, b) << 16 | Math.max(a, b), length);
    }
  }

  /** The map after one group took what another has within a distance of it, in its island. */
  static SheetMaps moved(SheetMaps maps, TexelIslands islands, BorderRule rule, int threads) {
    char[] taker = new char[maps.groups().length];
    boolean isThere = false;
    for (int i = 0; i < taker.length; i++) {
      if (maps.groups()[i] == rule.from()) {
        taker[i] = Planes.FULL;
        isThere = true;
      }
    }
    if (!isThere) {
      return maps;
    }
    char[] reached = DiskGrowth.grow(taker, islands, rule.px(), threads);
    MapGiver giver = new MapGiver(maps);
    giver.give(i -> reached[i] != 0, rule.into(), rule.from());
    return giver.maps();
  }
}
