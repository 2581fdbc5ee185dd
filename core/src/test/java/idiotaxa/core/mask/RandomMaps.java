package idiotaxa.core.mask;

import idiotaxa.core.map.Coverage;
import idiotaxa.core.map.SheetMaps;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;

/** Small made-up maps with islands, gaps, several groups, shared texels and lone texels. */
final class RandomMaps {
  private RandomMaps() {}

  /** Blotches: every texel has what the nearest of some random seeds has. */
  static char[] blotches(SplittableRandom random, int width, int height, int seeds, int values) {
    int[] x = random.ints(seeds, 0, width).toArray();
    int[] y = random.ints(seeds, 0, height).toArray();
    int[] value = random.ints(seeds, 0, values).toArray();
    char[] out = new char[width * height];
    for (int i = 0; i < out.length; i++) {
      int best = 0;
      for (int s = 1; s < seeds; s++) {
        if (distanceSq(i, x[s], y[s], width) < distanceSq(i, x[best], y[best], width)) {
          best = s;
        }
      }
      out[i] = (char) value[best];
    }
    return out;
  }

  private static int distanceSq(int i, int x, int y, int width) {
    int dx = i % width - x;
    int dy = i / width - y;
    return dx * dx + dy * dy;
  }

  /** Labels 0 (nothing there) … islands. */
  static TexelIslands islands(SplittableRandom random, int width, int height, int islands) {
    return new TexelIslands(
        width, height, blotches(random, width, height, 3 * islands + 2, islands + 1));
  }

  /** Coverages of which most are whole or none. */
  static char[] plane(SplittableRandom random, TexelIslands islands) {
    char[] plane = blotches(random, islands.width(), islands.height(), 12, 2);
    for (int i = 0; i < plane.length; i++) {
      int whole = plane[i] * Planes.FULL;
      int value = random.nextInt(8) == 0 ? random.nextInt(Planes.FULL + 1) : whole;
      plane[i] = (char) (islands.labels()[i] == TexelIslands.NONE ? 0 : value);
    }
    return plane;
  }

  /** Maps of groups 0 … groups, some texels of which are shared. */
  static SheetMaps maps(SplittableRandom random, TexelIslands islands, int groups) {
    int width = islands.width();
    char[] crisp = blotches(random, width, islands.height(), 4 * groups, groups + 1);
    List<Integer> texels = new ArrayList<>();
    List<int[]> shares = new ArrayList<>();
    for (int i = 0; i < crisp.length; i++) {
      if (islands.labels()[i] == TexelIslands.NONE) {
        crisp[i] = SheetMaps.UNCOVERED;
      } else if (random.nextInt(25) == 0) {
        crisp[i] = (char) random.nextInt(groups + 1);
      } else if (random.nextInt(60) == 0) {
        crisp[i] = SheetMaps.MISSED;
      } else if (random.nextInt(6) == 0) {
        int other = (crisp[i] + 1 + random.nextInt(groups)) % (groups + 1);
        int share = 1 + random.nextInt(126);
        texels.add(i);
        shares.add(new int[] {crisp[i], 255 - share, other, share});
      }
    }
    return new SheetMaps(width, islands.height(), crisp, coverage(texels, shares));
  }

  static Coverage coverage(List<Integer> texels, List<int[]> shares) {
    int[] start = new int[texels.size() + 1];
    char[] groups = new char[2 * texels.size()];
    byte[] parts = new byte[2 * texels.size()];
    for (int m = 0; m < texels.size(); m++) {
      start[m + 1] = 2 * m + 2;
      for (int e = 0; e < 2; e++) {
        groups[2 * m + e] = (char) shares.get(m)[2 * e];
        parts[2 * m + e] = (byte) shares.get(m)[2 * e + 1];
      }
    }
    return new Coverage(texels.stream().mapToInt(Integer::intValue).toArray(), start, groups, parts);
  }

  static MaskSheet sheet(SheetMaps maps, TexelIslands islands) {
    return new MaskSheet("1001", maps, islands, null);
  }
}
