package idiotaxa.core.bake;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.map.Coverage;
import java.util.Arrays;

/** Collects shared texels tile by tile; tiles may be filled by different threads. */
final class CoverageBuilder {
  private final IntArrayList[] ofTile;

  CoverageBuilder(int tiles) {
    ofTile = new IntArrayList[tiles];
  }

  /** Adds a texel with its votes: texel, number of groups, then group and share each. */
  void add(int tile, int texel, TexelVotes votes) {
    if (ofTile[tile] == null) {
      ofTile[tile] = new IntArrayList();
    }
    IntArrayList list = ofTile[tile];
    int[] shares = votes.shares();
    list.add(texel);
    list.add(votes.size());
    for (int i = 0; i < votes.size(); i++) {
      list.add(votes.group(i));
      list.add(shares[i]);
    }
  }

  Coverage build() {
    long[] keys = keys();
    Arrays.sort(keys);
    int[] joined = join();
    int[] texels = new int[keys.length];
    int[] start = new int[keys.length + 1];
    for (int i = 0; i < keys.length; i++) {
      texels[i] = (int) (keys[i] >>> 32);
      start[i + 1] = start[i] + joined[(int) keys[i] + 1];
    }
    char[] groups = new char[start[keys.length]];
    byte[] shares = new byte[groups.length];
    for (int i = 0; i < keys.length; i++) {
      int from = (int) keys[i] + 2;
      for (int e = start[i]; e < start[i + 1]; e++) {
        groups[e] = (char) joined[from++];
        shares[e] = (byte) joined[from++];
      }
    }
    return new Coverage(texels, start, groups, shares);
  }

  private int[] join() {
    int size = 0;
    for (IntArrayList list : ofTile) {
      size += list == null ? 0 : list.size();
    }
    int[] joined = new int[size];
    int at = 0;
    for (IntArrayList list : ofTile) {
      if (list != null) {
        System.arraycopy(list.buffer, 0, joined, at, list.size());
        at += list.size();
      }
    }
    return joined;
  }

  /** Texel in the upper half, position in the joined list in the lower. */
  private long[] keys() {
    int count = 0;
    for (IntArrayList list : ofTile) {
      for (int i = 0; list != null && i < list.size(); i += 2 + 2 * list.get(i + 1)) {
        count++;
      }
    }
    long[] keys = new long[count];
    int n = 0;
    int base = 0;
    for (IntArrayList list : ofTile) {
      if (list == null) {
        continue;
      }
      for (int i = 0; i < list.size(); i += 2 + 2 * list.get(i + 1)) {
        keys[n++] = (long) list.get(i) << 32 | (base + i);
      }
      base += list.size();
    }
    return keys;
  }
}
