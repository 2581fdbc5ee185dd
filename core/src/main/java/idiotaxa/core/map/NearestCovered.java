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

  private static final int COLUMNS = 256;
  private static final char NO_ROW = 0xFFFF;

  private final int width;
  private final int height;
  private final int radius;
  private final char[] groups;
  private final char[] nearRow;
  private final RowSink sink;

  private NearestCovered(char[] groups, int width, int height, int radius, RowSink sink) {
    this.groups = groups;
    this.width = width;
    this.height = height;
    this.radius = radius;
    nearRow = new char[width * height];
    this.sink = sink;
  }

  /** Takes what was found, row by row; the rows of a {@link #BAND} come from one thread, in order. */
  interface RowSink {
    /**
     * @param nearest index of the covered texel to copy from; the texel itself where it is covered;
     *     {@link #NONE} beyond the radius. To be read before returning
     */
    void row(int y, int[] nearest);
  }

  /**
   * @param groups one value a texel, {@link SheetMaps#UNCOVERED} where nothing is
   * @param radius texels, at least 0, or {@link #EVERYWHERE}
   */
  static void search(
      char[] groups, int width, int height, int radius, int threads, RowSink sink) {
    if (radius < 0) {
      throw new IllegalArgumentException("padding must not be negative, got " + radius + " px");
    }
    NearestCovered search = new NearestCovered(groups, width, height, radius, sink);
    Parallel.run(
        (width + COLUMNS - 1) / COLUMNS,
        threads,
        (band, worker) -> search.sweepColumns(band * COLUMNS));
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

  private void sweepColumns(int fromX) {
    int toX = Math.min(width, fromX + COLUMNS);
    for (int y = 0; y < height; y++) {
      for (int x = fromX; x < toX; x++) {
        int i = y * width + x;
        boolean isCovered = groups[i] != SheetMaps.UNCOVERED;
        nearRow[i] = isCovered ? (char) y : y == 0 ? NO_ROW : nearRow[i - width];
      }
    }
    for (int y = height - 2; y >= 0; y--) {
      for (int x = fromX; x < toX; x++) {
        int i = y * width + x;
        char below = nearRow[i + width];
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
    /** The stretch of columns under way. */
    private int lo;

    private int hi;

    /** With a radius only what lies that near to an uncovered texel has a say. */
    void envelope(int y) {
      int base = y * width;
      for (int x = 0; x < width; x++) {
        nearest[x] = base + x;
      }
      int x = firstUncovered(y, 0);
      while (x < width) {
        lo = radius > x ? 0 : x - radius;
        hi = end(x);
        for (x = firstUncovered(y, x + 1); x < hi; x = firstUncovered(y, x + 1)) {
          hi = end(x);
        }
        envelopeOfStretch(y);
      }
      sink.row(y, nearest);
    }

    /** Column behind the last one that has a say on a texel. */
    private int end(int x) {
      return radius >= width - x ? width : x + radius + 1;
    }

    private int firstUncovered(int y, int from) {
      int base = y * width;
      int x = from;
      while (x < width && nearRow[base + x] == y) {
        x++;
      }
      return x;
    }

    private void envelopeOfStretch(int y) {
      int top = -1;
      int base = y * width;
      for (int x = lo; x < hi; x++) {
        char row = nearRow[base + x];
        int rise = Math.abs(row - y);
        if (row == NO_ROW || rise > radius) {
          continue;
        }
        top = push(top, x, (long) rise * rise);
      }
      write(y, top);
    }

    private int push(int topBefore, int x, long heightSq) {
      int top = topBefore;
      if (heightSq == 0 && top >= 0 && siteHeightSq[top] == 0 && site[top] == x - 1) {
        // Of covered texels side by side, which most are, each has its own column.
        return put(top + 1, x, 0, x);
      }
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

    private void write(int y, int lastSite) {
      int base = y * width;
      int s = lastSite;
      long radiusSq = radius == EVERYWHERE ? Long.MAX_VALUE : (long) radius * radius;
      for (int x = hi - 1; x >= lo; x--) {
        while (s > 0 && begin[s] > x) {
          s--;
        }
        boolean isFound = s >= 0 && valueAt(s, x) <= radiusSq;
        nearest[x] = isFound ? nearRow[base + site[s]] * width + site[s] : NONE;
      }
    }
  }
}
