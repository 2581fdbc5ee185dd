package idiotaxa.core.bake;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.map.Coverage;
import java.util.Arrays;

/**
 * Collects shared texels tile by tile; tiles may be filled by different threads. On a sheet whose borders lie closer
 * than texels nearly every texel is shared, so a texel takes four bytes here and each of its groups four.
 */
final class CoverageBuilder {
  /** In the last entry of a texel; group and share take the bits below. Texels are never negative. */
  private static final int LAST = 1 << 31;

  private static final int SHARE_BITS = 8;

  private final IntArrayList[] ofTile;
  private final int columns;

  /**
   * @param columns tiles beside each other
   * @param tiles in all, row by row
   */
  CoverageBuilder(int columns, int tiles) {
    this.columns = columns;
    ofTile = new IntArrayList[tiles];
  }

  /**
   * Adds a texel with its votes.
   *
   * @param votes of one group at least
   */
  void add(int tile, int texel, TexelVotes votes) {
    if (ofTile[tile] == null) {
      ofTile[tile] = new IntArrayList();
    }
    IntArrayList list = ofTile[tile];
    int[] shares = votes.shares();
    list.add(texel);
    for (int i = 0; i < votes.size(); i++) {
      list.add(votes.group(i) << SHARE_BITS | shares[i] | (i == votes.size() - 1 ? LAST : 0));
    }
  }

  /** Puts them in the order of their texels; what was collected is gone then. */
  Coverage build() {
    int count = 0;
    int entries = 0;
    for (IntArrayList list : ofTile) {
      int texels = list == null ? 0 : texelsIn(list.buffer, list.size());
      count += texels;
      entries += list == null ? 0 : list.size() - texels;
    }
    Ordered ordered = new Ordered(count, entries);
    // Rows of tiles lie below each other: only within one do texels have to be sorted.
    for (int tile = 0; tile < ofTile.length; tile += columns) {
      ordered.addAll(join(tile, Math.min(ofTile.length, tile + columns)));
    }
    return new Coverage(ordered.texels, ordered.start, ordered.groups, ordered.shares);
  }

  private int[] join(int from, int to) {
    int size = 0;
    for (int tile = from; tile < to; tile++) {
      size += ofTile[tile] == null ? 0 : ofTile[tile].size();
    }
    int[] joined = new int[size];
    int at = 0;
    for (int tile = from; tile < to; tile++) {
      if (ofTile[tile] != null) {
        System.arraycopy(ofTile[tile].buffer, 0, joined, at, ofTile[tile].size());
        at += ofTile[tile].size();
        ofTile[tile] = null;
      }
    }
    return joined;
  }

  private static int texelsIn(int[] collected, int size) {
    int count = 0;
    for (int i = 0; i < size; i++) {
      count += collected[i] >>> 31;
    }
    return count;
  }

  private static final class Ordered {
    private final int[] texels;
    private final int[] start;
    private final char[] groups;
    private final byte[] shares;
    private int count;

    Ordered(int texels, int entries) {
      this.texels = new int[texels];
      start = new int[texels + 1];
      groups = new char[entries];
      shares = new byte[entries];
    }

    void addAll(int[] collected) {
      for (long key : sortedKeys(collected)) {
        texels[count] = (int) (key >>> 32);
        int entry = start[count];
        int at = (int) key;
        do {
          at++;
          groups[entry] = (char) (collected[at] >>> SHARE_BITS);
          shares[entry++] = (byte) collected[at];
        } while (collected[at] >= 0);
        start[++count] = entry;
      }
    }

    /** Texel in the upper half, its position in the lower. */
    private static long[] sortedKeys(int[] collected) {
      long[] keys = new long[texelsIn(collected, collected.length)];
      int at = 0;
      for (int n = 0; n < keys.length; n++) {
        keys[n] = (long) collected[at] << 32 | at;
        do {
          at++;
        } while (collected[at] >= 0);
        at++;
      }
      Arrays.sort(keys);
      return keys;
    }
  }
}
