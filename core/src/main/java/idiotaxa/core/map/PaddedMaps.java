package idiotaxa.core.map;

import com.carrotsearch.hppc.IntArrayList;
import java.util.Arrays;

/**
 * The maps of a sheet with padding: every uncovered texel within the radius is as its nearest covered
 * one. Rows can be read by several threads. Two bytes a texel and three bits.
 */
public final class PaddedMaps {
  private final int width;
  private final int height;
  private final char[] groups;
  private final Coverage coverage;
  /** Texels with shares of several groups, one bit each. */
  private final long[] sharedBits;
  /** Shared texels before each word of the bits. */
  private final int[] rank;
  /** Entry of {@link Coverage} of every shared texel; null where they are numbered as in it. */
  private final int[] entry;

  private final RowRuns runs;

  private PaddedMaps(
      int width,
      int height,
      char[] groups,
      Coverage coverage,
      long[] sharedBits,
      int[] entry,
      RowRuns runs) {
    this.runs = runs;
    this.width = width;
    this.height = height;
    this.groups = groups;
    this.coverage = coverage;
    this.sharedBits = sharedBits;
    this.entry = entry;
    rank = new int[sharedBits.length];
    for (int w = 1; w < rank.length; w++) {
      rank[w] = rank[w - 1] + Long.bitCount(sharedBits[w - 1]);
    }
  }

  /**
   * @param radius texels, 0 for no padding, or {@link NearestCovered#EVERYWHERE}
   */
  static PaddedMaps of(SheetMaps maps, int radius, int threads) {
    long[] bits = new long[(maps.groups().length + 63) / 64];
    for (int texel : maps.coverage().texels()) {
      bits[texel >> 6] |= 1L << texel;
    }
    RowRuns runs =
        radius == 0 ? RowRuns.of(maps.groups(), maps.width(), maps.height(), threads) : null;
    PaddedMaps unpadded =
        new PaddedMaps(
            maps.width(), maps.height(), maps.groups(), maps.coverage(), bits, null, runs);
    return radius == 0 ? unpadded : unpadded.pad(radius, threads);
  }

  private PaddedMaps pad(int radius, int threads) {
    char[] padded = new char[groups.length];
    long[] bits = new long[sharedBits.length];
    IntArrayList[] entriesOfBand = new IntArrayList[(height + NearestCovered.BAND - 1) / NearestCovered.BAND];
    NearestCovered.search(
        groups,
        width,
        height,
        radius,
        threads,
        (y, nearest) -> {
          int band = y / NearestCovered.BAND;
          if (entriesOfBand[band] == null) {
            entriesOfBand[band] = new IntArrayList();
          }
          padRow(y, nearest, padded, bits, entriesOfBand[band]);
        });
    IntArrayList entries = new IntArrayList(coverage.mixedCount() + 16);
    for (IntArrayList band : entriesOfBand) {
      entries.addAll(band);
    }
    return new PaddedMaps(
        width,
        height,
        padded,
        coverage,
        bits,
        entries.toArray(),
        RowRuns.of(padded, width, height, threads));
  }

  private void padRow(int y, int[] nearest, char[] padded, long[] bits, IntArrayList entries) {
    for (int x = 0, at = y * width; x < width; x++, at++) {
      int from = nearest[x];
      if (from == NearestCovered.NONE) {
        padded[at] = SheetMaps.UNCOVERED;
        continue;
      }
      padded[at] = groups[from];
      if (isShared(from)) {
        bits[at >> 6] |= 1L << at;
        entries.add(entryOf(from));
      }
    }
  }

  /** Whether several groups share a texel. */
  public boolean isShared(int texel) {
    return (sharedBits[texel >> 6] & 1L << texel) != 0;
  }

  /** Only of shared texels. */
  private int entryOf(int texel) {
    int before = Long.bitCount(sharedBits[texel >> 6] & (1L << texel) - 1);
    int index = rank[texel >> 6] + before;
    return entry == null ? index : entry[index];
  }

  public int width() {
    return width;
  }

  public int height() {
    return height;
  }

  /** Writes the group numbers of a row to {@code out}; unclaimed, missed and uncovered give 0. */
  public void groupRow(int y, char[] out) {
    int from = y * width;
    runs.visit(
        y,
        (begin, end) -> {
          char group = groups[from + begin];
          Arrays.fill(out, begin, end, group >= SheetMaps.MISSED ? 0 : group);
        });
  }

  /**
   * Writes the coverage (0 … 255) that a set of groups has of a row's texels.
   *
   * @param isInSet by group number
   * @param out filled from index {@code offset}
   */
  public void coverageRow(int y, boolean[] isInSet, byte[] out, int offset) {
    int from = y * width;
    runs.visit(
        y,
        (begin, end) -> {
          char group = groups[from + begin];
          boolean isIn = group < isInSet.length && isInSet[group];
          Arrays.fill(out, offset + begin, offset + end, isIn ? (byte) Coverage.FULL : 0);
        });
    visitShared(y, texel -> out[offset + texel - from] = (byte) coverage.sumOf(entryOf(texel), isInSet));
  }

  /** What is done with a texel that several groups share. */
  private interface Shared {
    void at(int texel);
  }

  /** Bit by bit of those that are set: nearly all words hold none. */
  private void visitShared(int y, Shared visitor) {
    int from = y * width;
    int to = from + width;
    for (int word = from >> 6; word << 6 < to; word++) {
      for (long bits = sharedBits[word]; bits != 0; bits &= bits - 1) {
        int texel = (word << 6) + Long.numberOfTrailingZeros(bits);
        if (texel >= from && texel < to) {
          visitor.at(texel);
        }
      }
    }
  }

  /**
   * Writes the colours of a row as {@link #blendAt} tells them.
   *
   * @param rgb three bytes a texel, filled from index {@code offset}
   */
  void blendRow(int y, int[] colorOfGroup, byte[] rgb, int offset) {
    int from = y * width;
    for (int x = 0, at = offset; x < width; x++, at += 3) {
      putColor(colorOfGroup[groupAt(from + x)], rgb, at);
    }
    visitShared(
        y, texel -> putColor(coverage.blend(entryOf(texel), colorOfGroup), rgb, offset + 3 * (texel - from)));
  }

  private static void putColor(int color, byte[] rgb, int at) {
    rgb[at] = (byte) (color >> 16);
    rgb[at + 1] = (byte) (color >> 8);
    rgb[at + 2] = (byte) color;
  }

  /** Writes the coverage (0 … 255) that no group has of a row's covered texels: unclaimed or missed. */
  public void nobodyRow(int y, byte[] out) {
    boolean[] nobody = {true};
    coverageRow(y, nobody, out, 0);
    int from = y * width;
    for (int x = 0; x < width; x++) {
      if (groups[from + x] == SheetMaps.MISSED && !isShared(from + x)) {
        out[x] = (byte) Coverage.FULL;
      }
    }
  }

  /** Group number of a texel; unclaimed, missed and uncovered give 0. */
  public int groupAt(int texel) {
    char group = groups[texel];
    return group >= SheetMaps.MISSED ? 0 : group;
  }

  /** The colour of a texel when every group adds as much of its own as it covers, 0xRRGGBB. */
  public int blendAt(int texel, int[] colorOfGroup) {
    if (!isShared(texel)) {
      return colorOfGroup[groupAt(texel)];
    }
    return coverage.blend(entryOf(texel), colorOfGroup);
  }

  /** Coverage 0 … 255 of a set of groups in one texel. */
  public int coverageAt(int texel, boolean[] isInSet) {
    if (isShared(texel)) {
      return coverage.sumOf(entryOf(texel), isInSet);
    }
    char group = groups[texel];
    return group < isInSet.length && isInSet[group] ? Coverage.FULL : 0;
  }
}
