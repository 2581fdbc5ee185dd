package idiotaxa.core.spread;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.work.Progress;
import java.util.Arrays;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * Moves the borders between groups to where cutting costs least: every two groups that meet are parted anew among the
 * faces near their border, by a minimum cut whose links cost less the stronger the crease between their faces is.
 * Faces farther off, and those that a stroke touches, stay. Works on the groups that it was given.
 */
final class BorderMove {
  /** Faces from a border on that may change sides, beside the width of a cell. */
  private static final int LEAST_RINGS = 4;

  private static final double FACES_OF_WIDTH = 8192;

  /** Of the depth of a region, the share from its border that may change, so that none shrinks to its stroke. */
  private static final double OUTER = 0.5;

  /** Cost of a link of usual length on a flat surface. */
  private static final int UNIT = 100_000;

  /** Share of that which the strongest crease still costs, so that borders are short. */
  private static final double LEAST = 1e-4;

  /** How fast a link becomes cheaper with its strength; a few weak links must not outweigh a long crease. */
  private static final double FALL = 0.6;

  /** However long an edge is; sums of some stay whole numbers. */
  private static final int MOST = Integer.MAX_VALUE / 4;

  /** Strength from which a border is sure to be where it is: both angles nearly twice what is usual. */
  private static final double SURE = 2.5;

  private static final int FAR = Integer.MAX_VALUE;

  private final FaceLinks links;
  private final float[] strength;
  private final int[] seed;
  private final int[] group;
  private final double toUnit;
  private final int rings;
  private final int[] depth;
  private final int[] node;

  /**
   * @param seed group of every face that a stroke touches, else {@link Spread#NOBODY}
   * @param group of every face, changed by {@link #run}
   */
  BorderMove(Creases creases, int[] seed, int[] group) {
    links = creases.links();
    strength = creases.strength();
    this.seed = seed;
    this.group = group;
    double sum = 0;
    for (float l : links.length) {
      sum += l;
    }
    toUnit = sum > 0 ? (double) UNIT * links.count() / sum : 0;
    rings = LEAST_RINGS + (int) Math.sqrt(group.length / FACES_OF_WIDTH);
    depth = new int[group.length];
    Arrays.fill(depth, FAR);
    node = new int[group.length];
  }

  private boolean isBorder(int link) {
    int a = group[links.a[link]];
    int b = group[links.b[link]];
    return a != b && a >= 0 && b >= 0;
  }

  void run(Progress progress) {
    SortedMap<Long, IntArrayList> borders = new TreeMap<>();
    for (int link = 0; link < links.count(); link++) {
      if (isBorder(link)) {
        int a = group[links.a[link]];
        int b = group[links.b[link]];
        long pair = (long) Math.min(a, b) << Integer.SIZE | Math.max(a, b);
        borders.computeIfAbsent(pair, key -> new IntArrayList()).add(link);
      }
    }
    borders.forEach(
        (pair, border) -> {
          progress.checkCancelled();
          part((int) (pair >> Integer.SIZE), pair.intValue(), border);
        });
  }

  private void part(int a, int b, IntArrayList border) {
    IntArrayList near = new IntArrayList();
    int deepestA = gather(a, b, border, near);
    int split = near.size();
    int deepestB = gather(b, a, border, near);
    int count = 2;
    int mostA = Math.min(rings, (int) (OUTER * deepestA));
    int mostB = Math.min(rings, (int) (OUTER * deepestB));
    for (int i = 0; i < near.size(); i++) {
      int face = near.get(i);
      boolean isFree = seed[face] < 0 && depth[face] <= (i < split ? mostA : mostB);
      node[face] = isFree ? count++ : group[face] == a ? MinimumCut.SIDE_A : MinimumCut.SIDE_B;
    }
    if (count > 2) {
      MinimumCut cut = new MinimumCut(count);
      for (int i = 0; i < near.size(); i++) {
        addLinks(cut, near.get(i), a, b);
      }
      boolean[] isA = cut.sideA();
      for (int i = 0; i < near.size(); i++) {
        int face = near.get(i);
        if (node[face] >= 2) {
          group[face] = isA[node[face]] ? a : b;
        }
      }
    }
    for (int i = 0; i < near.size(); i++) {
      depth[near.get(i)] = FAR;
      node[near.get(i)] = 0;
    }
  }

  /** Every link between two faces near the border once, and those to the faces behind them. */
  private void addLinks(MinimumCut cut, int face, int a, int b) {
    if (node[face] < 2) {
      return;
    }
    for (int i = links.start[face]; i < links.start[face + 1]; i++) {
      int link = links.around[i];
      int other = links.other(link, face);
      int of = group[other];
      if (of != a && of != b) {
        continue;
      }
      int there = depth[other] == FAR ? of == a ? MinimumCut.SIDE_A : MinimumCut.SIDE_B : node[other];
      if (there < 2 || face < other) {
        cut.link(node[face], there, cost(link));
      }
    }
  }

  private int cost(int link) {
    double cost = links.length[link] * toUnit * (Math.exp(-FALL * strength[link]) + LEAST);
    return (int) Math.min(MOST, Math.max(1, Math.round(cost)));
  }

  /**
   * Adds the faces of a group within the rings from its border with another, nearest first.
   *
   * @param border links between the two before any was parted anew
   * @return depth of the deepest
   */
  private int gather(int of, int with, IntArrayList border, IntArrayList out) {
    int from = out.size();
    for (int n = 0; n < border.size(); n++) {
      int link = border.get(n);
      int a = links.a[link];
      int b = links.b[link];
      if (group[a] == of && group[b] == with) {
        add(a, 0, out);
      } else if (group[b] == of && group[a] == with) {
        add(b, 0, out);
      }
    }
    int deepest = 0;
    for (int i = from; i < out.size(); i++) {
      int face = out.get(i);
      deepest = depth[face];
      // Far enough to tell that all rings lie in the outer share of the region.
      if (deepest * OUTER >= rings) {
        continue;
      }
      for (int k = links.start[face]; k < links.start[face + 1]; k++) {
        int other = links.other(links.around[k], face);
        if (group[other] == of) {
          add(other, deepest + 1, out);
        }
      }
    }
    return deepest;
  }

  private void add(int face, int at, IntArrayList out) {
    if (depth[face] == FAR) {
      depth[face] = at;
      out.add(face);
    }
  }

  /** By face, 0 … 1: less than 1 beside a border that no crease holds, 0 where nothing follows. */
  float[] confidence() {
    float[] sum = new float[group.length];
    int[] count = new int[group.length];
    for (int link = 0; link < links.count(); link++) {
      if (isBorder(link)) {
        for (int face : new int[] {links.a[link], links.b[link]}) {
          sum[face] += strength[link];
          count[face]++;
        }
      }
    }
    float[] out = new float[group.length];
    for (int f = 0; f < out.length; f++) {
      if (group[f] >= 0) {
        boolean isAtBorder = count[f] > 0 && seed[f] < 0;
        out[f] = isAtBorder ? (float) (0.5 + 0.5 * Math.min(1, sum[f] / count[f] / SURE)) : 1;
      }
    }
    return out;
  }
}
