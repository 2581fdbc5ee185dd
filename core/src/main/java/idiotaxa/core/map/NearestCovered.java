package idiotaxa.core.map;

import idiotaxa.core.work.Parallel;

/**
 * For every uncovered texel its nearest covered one: the exact Euclidean distance transform in linear
 * time (Meijster, Roerdink, Hesselink 2000), columns first, then the lower envelope along rows. Of
 * equally near texels the one with the smaller column wins, in a column the upper one.
 */
public final class NearestCovered {
  /** Radius that fills the whole sheet. */
  public static final int EVERYWHERE = Integer.MAX_VALUE;

  /** No covered texel within the radius. */
  public static final int NONE = -1;

  /** Rows that one thread does in a row: 64 of them fill whole words of bits, whatever the width. */
  static final int BAND = 64;

  private static final int LEAST_COLUMNS = 64;
  private static final char NO_ROW = 0xFFFF;

  private final int width;
  private final int height;
  private final int radius;
  private final char[] groups;
  private final Gaps gaps;

  /** Of uncovered texels the row of the nearest covered one in their column. */
  private final char[] nearRow;

  private final RowSink sink;

  private NearestCovered(char[] groups, Gaps gaps, int width, int height, int radius, RowSink sink) {
    this.groups = groups;
    this.gaps = gaps;
    this.width = width;
    this.height = height;
    this.radius = radius;
    nearRow = new char[width * height];
    this.sink = sink;
  }

  /** Takes what was found, row by row; the rows of a {@link #BAND} come from one thread, in order. */
  interface RowSink {
    /**
     * @param nearest of the row's uncovered texels, index of the covered one to copy from, {@link #NONE} beyond
     *     the radius; of covered ones nothing is told. To be read before returning
     */
    void row(int y, int[] nearest);
  }

  /**
   * @param groups one value a texel, {@link SheetMaps#UNCOVERED} where nothing is
   * @param gaps of the groups
   * @param radius texels, at least 0, or {@link #EVERYWHERE}
   */
  static void search(
      char[] groups, Gaps gaps, int width, int height, int radius, int threads, RowSink sink) {
    if (radius < 0) {
      throw new IllegalArgumentException("padding must not be negative, got " + radius + " px");
    }
    NearestCovered search = new NearestCovered(groups, gaps, width, height, radius, sink);
    int columns = Math.max(LEAST_COLUMNS, (width + 2 * threads - 1) / (2 * threads));
    Parallel.ranges(width, columns, threads, search::sweepColumns);
    RowScratch[] scratch = new RowScratch[threads];
    Parallel.run(
        (height + BAND - 1) / BAND,
        threads,
        (band, worker) -> {
          if (scratch[worker] == null) {
            scratch[worker] = search.new RowScratch();
          }
          for (int y = band * BAND; y < Math.min(height, (band + 1) * BAND); y++) {
            scratch[worker].envelope(y);
          }
        });
  }

  private void sweepColumns(int fromX, int toX) {
    for (int y = 0; y < height; y++) {
      sweepDown(y, fromX, toX);
    }
    for (int y = height - 2; y >= 0; y--) {
      sweepUp(y, fromX, toX);
    }
  }

  private void sweepDown(int y, int fromX, int toX) {
    char[] gapsOfRow = gaps.of(y);
    for (int g = gaps.firstBehind(y, fromX); g < gapsOfRow.length && gapsOfRow[g] < toX; g += 2) {
      int end = y * width + Math.min(toX, gapsOfRow[g + 1]);
      for (int i = y * width + Math.max(fromX, gapsOfRow[g]); i < end; i++) {
        nearRow[i] =
            y == 0 ? NO_ROW : groups[i - width] != SheetMaps.UNCOVERED ? (char) (y - 1) : nearRow[i - width];
      }
    }
  }

  private void sweepUp(int y, int fromX, int toX) {
    char[] gapsOfRow = gaps.of(y);
    for (int g = gaps.firstBehind(y, fromX); g < gapsOfRow.length && gapsOfRow[g] < toX; g += 2) {
      int end = y * width + Math.min(toX, gapsOfRow[g + 1]);
      for (int i = y * width + Math.max(fromX, gapsOfRow[g]); i < end; i++) {
        char below = groups[i + width] != SheetMaps.UNCOVERED ? (char) (y + 1) : nearRow[i + width];
        if (below != NO_ROW && (nearRow[i] == NO_ROW || below - y < y - nearRow[i])) {
          nearRow[i] = below;
        }
      }
    }
  }

  /** One thread's stack of parabolas. */
  private final class RowScratch {
    private final int[] site = new int[width];
    private final long[] siteHeightSq = new long[width];
    private final int[] begin = new int[width];
    private final int[] nearest = new int[width];

    /** Each gap by itself: beyond the covered texels at its ends nothing is nearer than they are. */
    void envelope(int y) {
      char[] gapsOfRow = gaps.of(y);
      for (int g = 0; g < gapsOfRow.length; g += 2) {
        envelopeOfGap(y, gapsOfRow[g], gapsOfRow[g + 1]);
      }
      sink.row(y, nearest);
    }

    private void envelopeOfGap(int y, int from, int to) {
      int lo = Math.max(0, from - 1);
      int hi = Math.min(width, to + 1);
      int top = from > 0 ? push(-1, from - 1, 0, lo, hi) : -1;
      for (int x = from; x < to; x++) {
        char row = nearRow[y * width + x];
        int rise = Math.abs(row - y);
        if (row != NO_ROW && rise <= radius) {
          top = push(top, x, (long) rise * rise, lo, hi);
        }
      }
      top = to < width ? push(top, to, 0, lo, hi) : top;
      write(y, from, to, top);
    }

    private int push(int topBefore, int x, long heightSq, int lo, int hi) {
      int top = topBefore;
      while (top >= 0 && valueAt(top, begin[top]) > valueOf(x, heightSq, begin[top])) {
        top--;
      }
      if (top < 0) {
        return put(0, x, heightSq, lo);
      }
      long takesOver = 1 + separation(top, x, heightSq);
      return takesOver < hi ? put(top + 1, x, heightSq, (int) takesOver) : top;
    }

    private int put(int at, int x, long heightSq, int from) {
      site[at] = x;
      siteHeightSq[at] = heightSq;
      begin[at] = from;
      return at;
    }

    private long valueAt(int s, int x) {
      return valueOf(site[s], siteHeightSq[s], x);
    }

    private long valueOf(int siteX, long heightSq, int x) {
      long dx = x - siteX;
      return dx * dx + heightSq;
    }

    /** Last column where the parabola on top is still not higher than the new one. */
    private long separation(int top, int x, long heightSq) {
      long u = x;
      long i = site[top];
      return Math.floorDiv(u * u - i * i + heightSq - siteHeightSq[top], 2 * (u - i));
    }

    private void write(int y, int from, int to, int lastSite) {
      int s = lastSite;
      long radiusSq = radius == EVERYWHERE ? Long.MAX_VALUE : (long) radius * radius;
      for (int x = to - 1; x >= from; x--) {
        while (s > 0 && begin[s] > x) {
          s--;
        }
        boolean isFound = s >= 0 && valueAt(s, x) <= radiusSq;
        // At a gap's ends the covered texels are of the row itself.
        int row = isFound && siteHeightSq[s] > 0 ? nearRow[y * width + site[s]] : y;
        nearest[x] = isFound ? row * width + site[s] : NONE;
      }
    }
  }
}
