package idiotaxa.core.map;

import idiotaxa.core.work.Parallel;
import java.util.Arrays;
import java.util.Set;
import java.util.TreeSet;

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
  private volatile RowRuns runs;

  public SheetMaps(int width, int height, char[] groups, Coverage coverage) {
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

  /**
   * The maps with padding.
   *
   * @param radius texels, 0 for none, or {@link NearestCovered#EVERYWHERE}
   */
  public PaddedMaps padded(int radius, int threads) {
    return PaddedMaps.of(this, radius, threads);
  }

  /** Where the crisp group changes along the rows; looked up at the first question. */
  public RowRuns runs() {
    if (runs == null) {
      runs = RowRuns.of(groups, width, height, Parallel.cores());
    }
    return runs;
  }

  /** Texels of every group number, 0 for unclaimed; missed ones are not among them. */
  public long[] texelsOfGroup(int maxNumber) {
    return Arrays.copyOf(texelsOfValue(), maxNumber + 1);
  }

  /** Numbers of the groups that have a texel, or a share of one. */
  public Set<Integer> presentGroups() {
    long[] texels = texelsOfValue();
    for (char group : coverage.groups()) {
      texels[group]++;
    }
    Set<Integer> present = new TreeSet<>();
    for (int g = 1; g < MISSED; g++) {
      if (texels[g] > 0) {
        present.add(g);
      }
    }
    return present;
  }

  public long countCovered() {
    return groups.length - texelsOfValue()[UNCOVERED];
  }

  public long countMissed() {
    return texelsOfValue()[MISSED];
  }

  /** Texels of all 65,536 values that may stand in the crisp plane. */
  public long[] texelsOfValue() {
    long[] texels = new long[UNCOVERED + 1];
    for (int y = 0; y < height; y++) {
      int from = y * width;
      runs().visit(y, (begin, end) -> texels[groups[from + begin]] += end - begin);
    }
    return texels;
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
