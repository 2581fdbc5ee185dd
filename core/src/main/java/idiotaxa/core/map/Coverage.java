package idiotaxa.core.map;

import java.util.SortedMap;
import java.util.TreeMap;

/**
 * Shares of the texels that more than one group has, or wholly another than their crisp group, kept sparse: all
 * others belong wholly to their crisp group. The shares of a texel sum to 255.
 */
public final class Coverage {
  /** The whole of a texel. */
  public static final int FULL = 255;

  private final int[] texels;
  private final int[] start;
  private final char[] groups;
  private final byte[] shares;

  /**
   * @param texels ascending
   * @param start first entry of every texel, and the number of entries at the end
   * @param groups group number of every entry
   * @param shares 0 … 255, unsigned, of every entry
   */
  public Coverage(int[] texels, int[] start, char[] groups, byte[] shares) {
    this.texels = texels;
    this.start = start;
    this.groups = groups;
    this.shares = shares;
  }

  /** No texel is shared. */
  public static Coverage none() {
    return new Coverage(new int[0], new int[1], new char[0], new byte[0]);
  }

  /**
   * The same with further texels that belong wholly to others than their crisp group; those that are shared stay as they are.
   *
   * @param owners group number by texel
   */
  public Coverage withWhole(SortedMap<Integer, Character> owners) {
    SortedMap<Integer, Character> added = new TreeMap<>(owners);
    for (int texel : texels) {
      added.remove(texel);
    }
    if (added.isEmpty()) {
      return this;
    }
    int[] allTexels = new int[texels.length + added.size()];
    int[] allStart = new int[allTexels.length + 1];
    char[] allGroups = new char[groups.length + added.size()];
    byte[] allShares = new byte[allGroups.length];
    int t = 0;
    int at = 0;
    for (int next = 0; next < allTexels.length; next++) {
      allStart[next] = at;
      boolean isAdded = t == texels.length || !added.isEmpty() && added.firstKey() < texels[t];
      if (isAdded) {
        allTexels[next] = added.firstKey();
        allGroups[at] = added.remove(added.firstKey());
        allShares[at++] = (byte) FULL;
      } else {
        allTexels[next] = texels[t];
        int count = start[t + 1] - start[t];
        System.arraycopy(groups, start[t], allGroups, at, count);
        System.arraycopy(shares, start[t], allShares, at, count);
        at += count;
        t++;
      }
    }
    allStart[allTexels.length] = at;
    return new Coverage(allTexels, allStart, allGroups, allShares);
  }

  /** Number of texels with more than one group. */
  public int mixedCount() {
    return texels.length;
  }

  /** Coverage 0 … 255 of all groups of a set in the shared texel {@code index}. */
  int sumOf(int index, boolean[] isInSet) {
    int sum = 0;
    for (int e = start[index]; e < start[index + 1]; e++) {
      if (groups[e] < isInSet.length && isInSet[groups[e]]) {
        sum += shares[e] & 0xFF;
      }
    }
    return sum;
  }

  /** Colour of the shared texel {@code index} by shares, 0xRRGGBB; groups without colour count as 0. */
  int blend(int index, int[] colorOfGroup) {
    int red = 0;
    int green = 0;
    int blue = 0;
    for (int e = start[index]; e < start[index + 1]; e++) {
      int rgb = groups[e] < colorOfGroup.length ? colorOfGroup[groups[e]] : colorOfGroup[0];
      int share = shares[e] & 0xFF;
      red += share * (rgb >> 16);
      green += share * (rgb >> 8 & 0xFF);
      blue += share * (rgb & 0xFF);
    }
    int half = FULL / 2;
    return (red + half) / FULL << 16 | (green + half) / FULL << 8 | (blue + half) / FULL;
  }

  /** Index of the shared texel. */
  public int[] texels() {
    return texels;
  }

  public int[] start() {
    return start;
  }

  public char[] groups() {
    return groups;
  }

  public byte[] shares() {
    return shares;
  }
}
