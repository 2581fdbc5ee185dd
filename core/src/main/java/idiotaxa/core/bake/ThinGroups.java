package idiotaxa.core.bake;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.group.Group;
import idiotaxa.core.map.Coverage;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.origin.SurfaceGroups;
import idiotaxa.core.raster.UvTriangles;
import java.util.List;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Groups that have surface on a sheet but win no texel by majority. Each takes the texels that it covers
 * most, so that no group vanishes from the crisp map; nobody's last texel is ever taken, so that a group
 * whose surface lies in such texels alone has none and is named. Coverages stay as they were.
 */
final class ThinGroups {
  /** Places on each side of a triangle that are looked at. */
  private static final int STEPS = 64;

  private final int width;
  private final int height;
  private final char[] groups;
  private final Coverage coverage;
  private final long[] texelsOfGroup;
  private final TreeSet<Integer> found = new TreeSet<>();

  /** Texels that were taken without a sample, with the values of those who own them wholly. */
  private final TreeMap<Integer, Character> ownersOfTaken = new TreeMap<>();

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
    return List.copyOf(found);
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

  /** Shares of the texels, with those that were taken without a sample still wholly their owners'. */
  Coverage coverage() {
    return coverage.withWhole(ownersOfTaken);
  }

  private void take(int group, IntArrayList texels) {
    for (int i = 0; i < texels.size(); i++) {
      if (mayTake(texels.get(i))) {
        give(texels.get(i), group);
      }
    }
    if (texelsOfGroup[group] == 0) {
      takeNextBest(group);
    }
    found.add(group);
  }

  /** The last texel of a group is nobody else's. */
  private boolean mayTake(int texel) {
    char holder = groups[texel];
    boolean isGroup = holder != Group.UNCLAIMED && holder < SheetMaps.MISSED;
    return !isGroup || texelsOfGroup[holder] > 1;
  }

  /** Of the texels that it covers less, the one that it covers most. */
  private void takeNextBest(int group) {
    int[] start = coverage.start();
    int best = -1;
    int bestShare = 0;
    for (int t = 0; t < coverage.mixedCount(); t++) {
      for (int e = start[t]; e < start[t + 1]; e++) {
        int share = coverage.shares()[e] & 0xFF;
        if (coverage.groups()[e] == group && share > bestShare && mayTake(coverage.texels()[t])) {
          best = coverage.texels()[t];
          bestShare = share;
        }
      }
    }
    if (best >= 0) {
      give(best, group);
    }
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

  /** A texel that the triangle passes, its middle before others. */
  private void takeMiddle(int group, UvTriangles triangles, int i) {
    found.add(group);
    int x = middle(triangles.x(i, 0), triangles.x(i, 1), triangles.x(i, 2));
    int y = middle(triangles.y(i, 0), triangles.y(i, 1), triangles.y(i, 2));
    if (takeUnseen(group, x, y)) {
      return;
    }
    long meanX = ((long) triangles.x(i, 0) + triangles.x(i, 1) + triangles.x(i, 2)) / 3;
    long meanY = ((long) triangles.y(i, 0) + triangles.y(i, 1) + triangles.y(i, 2)) / 3;
    for (int k = 0; k < 3; k++) {
      int other = (k + 1) % 3;
      for (int step = 0; step < STEPS; step++) {
        int tx = inside(triangles.x(i, k), triangles.x(i, other), step, meanX);
        int ty = inside(triangles.y(i, k), triangles.y(i, other), step, meanY);
        if (tx >= 0 && tx < width && ty >= 0 && ty < height && takeUnseen(group, tx, ty)) {
          return;
        }
      }
    }
  }

  /** Texel of a place near a side, a little inwards: what a triangle only touches it does not cover. */
  private static int inside(long from, long to, int step, long mean) {
    long onSide = from + (to - from) * step / STEPS;
    return (int) Math.floorDiv((STEPS - 1) * onSide + mean, (long) STEPS * UvTriangles.STEPS);
  }

  private boolean takeUnseen(int group, int x, int y) {
    int texel = y * width + x;
    if (!mayTake(texel)) {
      return false;
    }
    if (groups[texel] < SheetMaps.MISSED) {
      ownersOfTaken.put(texel, groups[texel]);
    }
    give(texel, group);
    return true;
  }

  /** Texel of the mean of three places in fixed point. */
  private static int middle(long a, long b, long c) {
    return (int) Math.floorDiv(a + b + c, 3L * UvTriangles.STEPS);
  }
}
