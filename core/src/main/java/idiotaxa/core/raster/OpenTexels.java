package idiotaxa.core.raster;

import java.util.BitSet;

/**
 * Texels of a sheet of which something is still to be learnt, walked triangle by triangle. Of every row it knows between
 * which columns such texels lie, so that a triangle beside them costs three products a row, and of all rows which have
 * none: thousands of triangles that lie on each other cost little more than their rows. Scratch of one thread.
 */
final class OpenTexels {
  private final int size;
  private final int words;
  private final long[] done;
  /** First open column of every row and the one behind the last; equal in rows that are done. */
  private final int[] from;

  private final int[] to;
  private final BitSet rowsDone;

  /** Takes a word of open texels of one row. */
  interface Visitor {
    /**
     * @param word of the bits, {@code y · words a row + x / 64}
     * @return whether the walk goes on
     */
    boolean visit(int word, long bits);
  }

  /**
   * @param size side of the sheet in texels
   * @param done a bit a texel, rows of whole words: set where nothing is to be learnt; the visitor may set more
   */
  OpenTexels(int size, long[] done) {
    this.size = size;
    this.done = done;
    words = (size + 63) / 64;
    from = new int[size];
    to = new int[size];
    rowsDone = new BitSet(size);
    for (int y = 0; y < size; y++) {
      reopen(y);
    }
  }

  /** Whether nothing is to be learnt anywhere. */
  boolean isEmpty() {
    return rowsDone.nextClearBit(0) >= size;
  }

  /** Looks at a row anew, of which bits may have been cleared. */
  void reopen(int y) {
    from[y] = 0;
    to[y] = size;
    rowsDone.clear(y);
    shrink(y);
  }

  private void shrink(int y) {
    int row = y * words;
    while (from[y] < to[y]) {
      long open = ~done[row + from[y] / 64] >>> from[y];
      if (open != 0) {
        from[y] += Long.numberOfTrailingZeros(open);
        break;
      }
      from[y] = (from[y] | 63) + 1;
    }
    while (from[y] < to[y]) {
      int last = to[y] - 1;
      long open = ~done[row + last / 64] << 63 - last;
      if (open != 0) {
        to[y] = last + 1 - Long.numberOfLeadingZeros(open);
        break;
      }
      to[y] = last & ~63;
    }
    if (from[y] >= to[y]) {
      rowsDone.set(y);
    }
  }

  /** Tells the open texels whose centres a triangle owns. */
  void walk(UvTriangles triangles, int i, Visitor visitor) {
    int steps = UvTriangles.STEPS;
    int toY = Math.min(size - 1, Math.floorDiv(triangles.maxY(i), steps));
    int fromY = Math.max(0, Math.floorDiv(triangles.minY(i) - steps / 2, steps));
    for (int y = rowsDone.nextClearBit(fromY); y <= toY; y = rowsDone.nextClearBit(y + 1)) {
      if (triangles.mayOwnCenter(i, y, from[y], to[y]) && !walkRow(triangles, i, y, visitor)) {
        return;
      }
    }
  }

  private boolean walkRow(UvTriangles triangles, int i, int y, Visitor visitor) {
    long span = triangles.ownedSpan(i, y, from[y], to[y]);
    int end = (int) span;
    boolean isVisited = false;
    for (int x = (int) (span >>> 32); x < end; x = (x | 63) + 1) {
      int word = y * words + x / 64;
      long bits = -1L << x;
      bits &= end - (x & ~63) >= 64 ? -1L : (1L << end) - 1;
      bits &= ~done[word];
      if (bits != 0) {
        isVisited = true;
        if (!visitor.visit(word, bits)) {
          return false;
        }
      }
    }
    if (isVisited) {
      shrink(y);
    }
    return true;
  }
}
