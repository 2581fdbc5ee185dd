package idiotaxa.core.map;

import idiotaxa.core.work.Parallel;
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
  private volatile RowChanges changes;

  /**
   * @param entry of {@code coverage}, of every shared texel; null where they are numbered as in it
   */
  PaddedMaps(
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
    PaddedMaps unpadded =
        new PaddedMaps(
            maps.width(), maps.height(), maps.groups(), maps.coverage(), bits, null, maps.runs());
    return radius == 0 ? unpadded : new MapPadding(unpadded, radius, threads).pad();
  }

  /** Whether several groups share a texel. */
  public boolean isShared(int texel) {
    return (sharedBits[texel >> 6] & 1L << texel) != 0;
  }

  /** Entry of {@link Coverage}; only of shared texels. */
  int entryOf(int texel) {
    int before = Long.bitCount(sharedBits[texel >> 6] & (1L << texel) - 1);
    int index = rank[texel >> 6] + before;
    return entry == null ? index : entry[index];
  }

  /** As they lie, {@link SheetMaps#UNCOVERED} and {@link SheetMaps#MISSED} among them. */
  char[] groups() {
    return groups;
  }

  Coverage coverage() {
    return coverage;
  }

  RowRuns runs() {
    return runs;
  }

  public int width() {
    return width;
  }

  public int height() {
    return height;
  }

  /** Where rows may differ from those above; looked up at the first question. */
  RowChanges changes() {
    if (changes == null) {
      changes = RowChanges.of(groups, width, runs, sharedBits, Parallel.cores());
    }
    return changes;
  }

  /** Stretches of a row that have one group each, if they share no texel. */
  public void visitRuns(int y, RowRuns.Run run) {
    runs.visit(y, run);
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
  public interface Shared {
    void at(int texel);
  }

  /** Bit by bit of those that are set: nearly all words hold none. */
  public void visitShared(int y, Shared visitor) {
    visitBits(sharedBits, y, visitor);
  }

  void visitBits(long[] ofTexels, int y, Shared visitor) {
    int from = y * width;
    int to = from + width;
    for (int word = from >> 6; word << 6 < to; word++) {
      for (long bits = ofTexels[word]; bits != 0; bits &= bits - 1) {
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
    colorRow(y, colorOfGroup, rgb, offset);
    visitShared(
        y, texel -> putColor(coverage.blend(entryOf(texel), colorOfGroup), rgb, offset + 3 * (texel - from)));
  }

  /**
   * Writes the colours of the groups of a row.
   *
   * @param rgb three bytes a texel, filled from index {@code offset}
   */
  void colorRow(int y, int[] colorOfGroup, byte[] rgb, int offset) {
    int from = y * width;
    runs.visit(
        y,
        (begin, end) -> {
          int color = colorOfGroup[groupAt(from + begin)];
          for (int at = offset + 3 * begin; at < offset + 3 * end; at += 3) {
            putColor(color, rgb, at);
          }
        });
  }

  static void putColor(int color, byte[] rgb, int at) {
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
