package idiotaxa.core.mask;

import com.carrotsearch.hppc.ByteArrayList;
import com.carrotsearch.hppc.CharArrayList;
import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.map.Coverage;
import idiotaxa.core.map.SheetMaps;
import java.util.BitSet;

/**
 * Gives texels of a map from one group to another; the shares of every texel go on summing to 255. The
 * maps that it was made of stay as they are.
 */
final class MapGiver {
  /** Stands for whatever group a texel has. */
  static final int ANY = -1;

  private final SheetMaps before;
  private final char[] groups;
  private Coverage coverage;

  MapGiver(SheetMaps before) {
    this.before = before;
    groups = before.groups().clone();
    coverage = before.coverage();
  }

  char[] groups() {
    return groups;
  }

  SheetMaps maps() {
    return new SheetMaps(before.width(), before.height(), groups, coverage);
  }

  /** Which texels, and from whom to whom. */
  interface Change {
    boolean isMeant(int texel);
  }

  /**
   * Gives what a group has of the texels that are meant to another group.
   *
   * @param from a group's number, or {@link #ANY}
   */
  void give(Change change, int from, int to) {
    giveShares(change, from, to);
    for (int i = 0; i < groups.length; i++) {
      boolean isHeld = groups[i] != SheetMaps.UNCOVERED && (from == ANY || groups[i] == from);
      if (isHeld && change.isMeant(i)) {
        groups[i] = (char) to;
      }
    }
  }

  private void giveShares(Change change, int from, int to) {
    int[] texels = coverage.texels();
    IntArrayList newTexels = new IntArrayList(texels.length);
    IntArrayList newStart = new IntArrayList(texels.length + 1);
    CharArrayList newGroups = new CharArrayList(coverage.groups().length);
    ByteArrayList newShares = new ByteArrayList(coverage.groups().length);
    newStart.add(0);
    for (int m = 0; m < texels.length; m++) {
      int first = coverage.start()[m];
      int end = coverage.start()[m + 1];
      boolean isMeant = change.isMeant(texels[m]);
      int given = 0;
      int size = newGroups.size();
      for (int e = first; e < end; e++) {
        int group = coverage.groups()[e];
        if (isMeant && group != to && (from == ANY || group == from)) {
          given += coverage.shares()[e] & 0xFF;
        } else {
          newGroups.add((char) group);
          newShares.add(coverage.shares()[e]);
        }
      }
      if (given > 0) {
        addShare(newGroups, newShares, size, to, given);
      }
      if (newGroups.size() - size == 1 && (newShares.get(size) & 0xFF) == Coverage.FULL) {
        // Of one group now: its crisp group says it all.
        groups[texels[m]] = newGroups.get(size);
        newGroups.elementsCount = size;
        newShares.elementsCount = size;
      } else {
        newTexels.add(texels[m]);
        newStart.add(newGroups.size());
      }
    }
    coverage =
        new Coverage(
            newTexels.toArray(), newStart.toArray(), newGroups.toArray(), newShares.toArray());
  }

  private static void addShare(
      CharArrayList groups, ByteArrayList shares, int from, int to, int given) {
    for (int e = from; e < groups.size(); e++) {
      if (groups.get(e) == to) {
        shares.set(e, (byte) ((shares.get(e) & 0xFF) + given));
        return;
      }
    }
    groups.add((char) to);
    shares.add((byte) given);
  }

  /**
   * Gives a region with what its group has of the texels around it, so that no ghost of it stays in the
   * neighbours' shares.
   */
  void giveRegion(BitSet region, int from, int to, TexelIslands islands) {
    BitSet around = around(region, islands);
    give(region::get, ANY, to);
    give(i -> around.get(i) && groups[i] != from, from, to);
  }

  /** The eight neighbours of a region in its islands, without it. */
  private BitSet around(BitSet region, TexelIslands islands) {
    BitSet around = new BitSet();
    int width = before.width();
    char[] labels = islands.labels();
    for (int i = region.nextSetBit(0); i >= 0; i = region.nextSetBit(i + 1)) {
      int x = i % width;
      for (int dy = -1; dy <= 1; dy++) {
        for (int dx = -1; dx <= 1; dx++) {
          int n = i + dy * width + dx;
          boolean isOnSheet = x + dx >= 0 && x + dx < width && n >= 0 && n < labels.length;
          if (isOnSheet && labels[n] == labels[i] && !region.get(n)) {
            around.set(n);
          }
        }
      }
    }
    return around;
  }

}
