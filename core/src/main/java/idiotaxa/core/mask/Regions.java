package idiotaxa.core.mask;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.map.RowRuns;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.work.Parallel;
import java.util.BitSet;

/**
 * Connected regions of a crisp map: texels of one group in one island that hang together over sides or
 * corners, so that a line drawn askew is one region. Runs of rows are joined (after Rosenfeld, Pfaltz
 * 1966); memory goes with the borders, not with the texels.
 */
final class Regions {
  private final int width;
  private final int height;
  private final char[] groups;
  private final char[] labels;
  private final int[] runOfRow;
  private final int[] from;
  private final int[] to;
  private final int[] parent;
  private final long[] texels;

  Regions(SheetMaps maps, TexelIslands islands) {
    groups = maps.groups();
    labels = islands.labels();
    width = islands.width();
    height = islands.height();
    RowRuns ofLabels = RowRuns.of(labels, width, height, Parallel.cores());
    runOfRow = new int[height + 1];
    IntArrayList froms = new IntArrayList();
    IntArrayList tos = new IntArrayList();
    for (int y = 0; y < height; y++) {
      int row = y * width;
      RowRuns.visitBoth(
          maps.runs(),
          y,
          ofLabels,
          y,
          (begin, end) -> {
            if (isCovered(row + begin)) {
              froms.add(row + begin);
              tos.add(row + end);
            }
          });
      runOfRow[y + 1] = froms.size();
    }
    from = froms.toArray();
    to = tos.toArray();
    parent = new int[from.length];
    for (int r = 0; r < parent.length; r++) {
      parent[r] = r;
    }
    joinRows();
    texels = new long[from.length];
    for (int r = 0; r < from.length; r++) {
      texels[root(r)] += to[r] - from[r];
    }
  }

  private boolean isCovered(int texel) {
    return groups[texel] != SheetMaps.UNCOVERED && labels[texel] != TexelIslands.NONE;
  }

  private void joinRows() {
    for (int y = 1; y < height; y++) {
      int above = runOfRow[y - 1];
      for (int r = runOfRow[y]; r < runOfRow[y + 1]; r++) {
        int begin = from[r] - width;
        int end = to[r] - width;
        // Runs end at the row's ends: one that touches over a corner begins at the end of the other.
        while (above < runOfRow[y] && to[above] < begin) {
          above++;
        }
        for (int a = above; a < runOfRow[y] && from[a] <= end; a++) {
          if (groups[from[a]] == groups[from[r]] && labels[from[a]] == labels[from[r]]) {
            join(a, r);
          }
        }
      }
    }
  }

  private void join(int a, int b) {
    int one = root(a);
    int other = root(b);
    parent[Math.max(one, other)] = Math.min(one, other);
  }

  private int root(int run) {
    int r = run;
    while (parent[r] != r) {
      parent[r] = parent[parent[r]];
      r = parent[r];
    }
    return r;
  }

  int runCount() {
    return from.length;
  }

  /** The region of a run: the number of its first run. */
  int regionOf(int run) {
    return root(run);
  }

  /** Of a region, by its number. */
  long texels(int region) {
    return texels[region];
  }

  int group(int region) {
    return groups[from[region]];
  }

  int from(int run) {
    return from[run];
  }

  int to(int run) {
    return to[run];
  }

  /** The run that holds a texel, −1 where nothing is covered. */
  int runAt(int texel) {
    int y = texel / width;
    for (int r = runOfRow[y]; r < runOfRow[y + 1]; r++) {
      if (from[r] <= texel && texel < to[r]) {
        return r;
      }
    }
    return -1;
  }

  BitSet texelsOf(int region) {
    BitSet set = new BitSet();
    for (int r = region; r < from.length; r++) {
      if (root(r) == region) {
        set.set(from[r], to[r]);
      }
    }
    return set;
  }
}
