package idiotaxa.core.bake;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.group.Group;
import idiotaxa.core.map.Coverage;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.origin.SurfaceGroups;
import idiotaxa.core.raster.UvTriangles;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;

/**
 * Groups that have surface on a sheet but win no texel by majority. Each takes the texels that it covers
 * most, so that no group vanishes from the crisp map; it never takes another group's last texel while
 * there is a choice. Coverages stay as they were.
 */
final class ThinGroups {
  private final int width;
  private final int height;
  private final char[] groups;
  private final Coverage coverage;
  private final long[] texelsOfGroup;
  private final List<Integer> found = new ArrayList<>();

  /**
   * @param maps whose crisp plane is changed
   */
  ThinGroups(SheetMaps maps) {
    width = maps.width();
    height = maps.height();
    groups = maps.groups();
    coverage = maps.coverage();
    texelsOfGroup = maps.texelsOfValue();
  }

  /**
   * @param own the target's own surface, null when IDs come from elsewhere: then only what samples met is
   *     known to be there
   * @return the numbers of the groups, ascending
   */
  List<Integer> rescue(UvTriangles triangles, SurfaceGroups own) {
    mostCovered().forEach(this::take);
    if (own != null) {
      largestTriangles(triangles, own).forEach((group, i) -> takeMiddle(group, triangles, i));
    }
    return found.stream().sorted().toList();
  }

  private boolean isMissing(int group) {
    return group != Group.UNCLAIMED
        && group < SheetMaps.MISSED
        && texelsOfGroup[group] == 0;
  }

  /** Texels of the greatest coverage of each group that has no texel. */
  private TreeMap<Integer, IntArrayList> mostCovered() {
    TreeMap<Integer, IntArrayList> texels = new TreeMap<>();
    int[] best = new int[texelsOfGroup.length];
    int[] start = coverage.start();
    for (int t = 0; t < coverage.mixedCount(); t++) {
      for (int e = start[t]; e < start[t + 1]; e++) {
        int group = coverage.groups()[e];
        int share = coverage.shares()[e] & 0xFF;
        if (share > 0 && share >= best[group] && isMissing(group)) {
          IntArrayList list = texels.computeIfAbsent(group, g -> new IntArrayList());
          if (share > best[group]) {
            best[group] = share;
            list.clear();
          }
          list.add(coverage.texels()[t]);
        }
      }
    }
    return texels;
  }

  private void take(int group, IntArrayList texels) {
    for (int i = 0; i < texels.size(); i++) {
      if (texelsOfGroup[groups[texels.get(i)]] > 1) {
        give(texels.get(i), group);
      }
    }
    if (texelsOfGroup[group] == 0) {
      give(texels.get(0), group);
    }
    found.add(group);
  }

  private void give(int texel, int group) {
    texelsOfGroup[groups[texel]]--;
    groups[texel] = (char) group;
    texelsOfGroup[group]++;
  }

  /** For each group that no sample met its longest triangle on the sheet. */
  private TreeMap<Integer, Integer> largestTriangles(UvTriangles triangles, SurfaceGroups own) {
    TreeMap<Integer, Integer> largest = new TreeMap<>();
    for (int i = 0; i < triangles.count(); i++) {
      int group = own.label(triangles.meshTriangle(i));
      if (isMissing(group) && isOnSheet(triangles, i)) {
        Integer known = largest.get(group);
        if (known == null || extent(triangles, i) > extent(triangles, known)) {
          largest.put(group, i);
        }
      }
    }
    return largest;
  }

  private static long extent(UvTriangles triangles, int i) {
    return (long) triangles.maxX(i) - triangles.minX(i) + triangles.maxY(i) - triangles.minY(i);
  }

  private boolean isOnSheet(UvTriangles triangles, int i) {
    int x = middle(triangles.x(i, 0), triangles.x(i, 1), triangles.x(i, 2));
    int y = middle(triangles.y(i, 0), triangles.y(i, 1), triangles.y(i, 2));
    return x >= 0 && x < width && y >= 0 && y < height;
  }

  private void takeMiddle(int group, UvTriangles triangles, int i) {
    int x = middle(triangles.x(i, 0), triangles.x(i, 1), triangles.x(i, 2));
    int y = middle(triangles.y(i, 0), triangles.y(i, 1), triangles.y(i, 2));
    give(y * width + x, group);
    found.add(group);
  }

  /** Texel of the mean of three places in fixed point. */
  private static int middle(long a, long b, long c) {
    return (int) Math.floorDiv(a + b + c, 3L * UvTriangles.STEPS);
  }
}
