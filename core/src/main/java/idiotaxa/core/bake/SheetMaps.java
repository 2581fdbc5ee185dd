package idiotaxa.core.bake;

import java.util.Arrays;

/**
 * A baked sheet before it becomes images: the crisp group of every texel and the shares of the texels
 * that several groups have. Rows run down. Immutable.
 */
public final class SheetMaps {
  /** In the crisp plane: no target here. */
  public static final char UNCOVERED = 0xFFFF;

  /** In the crisp plane: target, but no source within reach. */
  public static final char MISSED = 0xFFFE;

  private final int width;
  private final int height;
  private final char[] groups;
  private final Coverage coverage;

  SheetMaps(int width, int height, char[] groups, Coverage coverage) {
    this.width = width;
    this.height = height;
    this.groups = groups;
    this.coverage = coverage;
  }

  public int width() {
    return width;
  }

  public int height() {
    return height;
  }

  /** One value a texel: a group number (0 unclaimed), {@link #MISSED} or {@link #UNCOVERED}. */
  public char[] groups() {
    return groups;
  }

  public Coverage coverage() {
    return coverage;
  }

  /** For every texel the one to copy from, see {@link NearestCovered}. */
  public int[] padding(int radius, int threads) {
    return NearestCovered.of(groups, width, height, radius, threads);
  }

  /**
   * Writes the group numbers of a row to {@code out}; unclaimed, missed and uncovered give 0.
   *
   * @param nearest from {@link #padding}, or null for the unpadded map
   */
  public void groupRow(int y, int[] nearest, char[] out) {
    for (int x = 0; x < width; x++) {
      int texel = from(y * width + x, nearest);
      char group = texel < 0 ? UNCOVERED : groups[texel];
      out[x] = group >= MISSED ? 0 : group;
    }
  }

  /**
   * Writes the coverage (0 … 255) that a set of groups has of a row's texels to {@code out}.
   *
   * @param isInSet by group number
   * @param nearest from {@link #padding}, or null for the unpadded mask
   */
  public void coverageRow(int y, boolean[] isInSet, int[] nearest, byte[] out) {
    for (int x = 0; x < width; x++) {
      int texel = from(y * width + x, nearest);
      out[x] = (byte) (texel < 0 ? 0 : coverageAt(texel, isInSet));
    }
  }

  private static int from(int texel, int[] nearest) {
    return nearest == null ? texel : nearest[texel];
  }

  /** Coverage 0 … 255 of a set of groups in one texel. */
  public int coverageAt(int texel, boolean[] isInSet) {
    int shared = coverage.find(texel);
    if (shared >= 0) {
      return coverage.sumOf(shared, isInSet);
    }
    char group = groups[texel];
    return group < isInSet.length && isInSet[group] ? TexelVotes.FULL : 0;
  }

  /** Texels of every group number, 0 for unclaimed; missed ones are not among them. */
  public long[] texelsOfGroup(int maxNumber) {
    long[] texels = new long[maxNumber + 1];
    for (char group : groups) {
      if (group <= maxNumber) {
        texels[group]++;
      }
    }
    return texels;
  }

  public long countCovered() {
    return groups.length - count(UNCOVERED);
  }

  public long countMissed() {
    return count(MISSED);
  }

  private long count(char value) {
    long n = 0;
    for (char group : groups) {
      if (group == value) {
        n++;
      }
    }
    return n;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof SheetMaps that
        && width == that.width
        && height == that.height
        && Arrays.equals(groups, that.groups)
        && Arrays.equals(coverage.texels(), that.coverage.texels())
        && Arrays.equals(coverage.start(), that.coverage.start())
        && Arrays.equals(coverage.groups(), that.coverage.groups())
        && Arrays.equals(coverage.shares(), that.coverage.shares());
  }

  @Override
  public int hashCode() {
    return 31 * Arrays.hashCode(groups) + coverage.mixedCount();
  }
}
