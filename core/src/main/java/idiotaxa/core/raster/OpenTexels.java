package idiotaxa.core.raster;

import java.util.BitSet;

/**
 * Texels of a sheet of which something is still to be learnt, walked triangle by triangle. It knows between which columns
 * of a row such texels lie, and which squares of 64 texels hold any, so that thousands of triangles that lie on each other
 * cost little more than a look at the squares that they reach, or at their rows. Scratch of one thread.
 */
final class OpenTexels {
  private static final int SIDE = 64;

  private final int size;
  private final int words;
  private final long[] done;
  /** First open column of every row and the one behind the last; equal in rows that are done. */
  private final int[] from;

  private final int[] to;
  /** Words of a row that hold open texels: bit {@code y · words + x / 64}. */
  private final BitSet openWords;
  /** Rows of every square in which it holds open texels, and squares that hold any: {@code y / 64 · words + x / 64}. */
  private final byte[] rowsOfSquare;

  private final BitSet openSquares;

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
    words = (size + SIDE - 1) / SIDE;
    from = new int[size];
    to = new int[size];
    openWords = new BitSet(size * words);
    rowsOfSquare = new byte[words * words];
    openSquares = new BitSet(words * words);
    for (int y = 0; y < size; y++) {
      reopen(y);
    }
  }

  /** Whether nothing is to be learnt anywhere. */
  boolean isEmpty() {
    return openSquares.isEmpty();
  }

  /** Looks at a row anew, of which bits may have been cleared. */
  void reopen(int y) {
    from[y] = 0;
    to[y] = size;
    for (int w = 0; w < words; w++) {
      set(y, w, openOf(y, w) != 0);
    }
    shrink(y);
  }

  private long openOf(int y, int w) {
    long inside = w == words - 1 && size % SIDE != 0 ? (1L << size % SIDE) - 1 : -1L;
    return ~done[y * words + w] & inside;
  }

  private void set(int y, int w, boolean isOpen) {
    if (openWords.get(y * words + w) != isOpen) {
      openWords.flip(y * words + w);
      int square = y / SIDE * words + w;
      rowsOfSquare[square] += (byte) (isOpen ? 1 : -1);
      openSquares.set(square, rowsOfSquare[square] > 0);
    }
  }

  private void shrink(int y) {
    int first = openWords.nextSetBit(y * words);
    if (first < 0 || first >= (y + 1) * words) {
      from[y] = to[y];
      return;
    }
    int last = openWords.previousSetBit((y + 1) * words - 1);
    from[y] = (first - y * words) * SIDE + Long.numberOfTrailingZeros(openOf(y, first - y * words));
    to[y] = (last - y * words + 1) * SIDE - Long.numberOfLeadingZeros(openOf(y, last - y * words));
  }

  /** Tells the open texels whose centres a triangle owns. */
  void walk(UvTriangles triangles, int i, Visitor visitor) {
    int steps = UvTriangles.STEPS;
    int toY = Math.min(size - 1, Math.floorDiv(triangles.maxY(i), steps));
    int fromX = Math.max(0, Math.floorDiv(triangles.minX(i) - steps / 2, steps));
    int toX = Math.min(size - 1, Math.floorDiv(triangles.maxX(i), steps));
    int y = Math.max(0, Math.floorDiv(triangles.minY(i) - steps / 2, steps));
    while (y <= toY) {
      int end = (y / SIDE + 1) * SIDE;
      int square = openSquares.nextSetBit(y / SIDE * words + fromX / SIDE);
      if (square < 0) {
        return;
      }
      if (square <= y / SIDE * words + toX / SIDE) {
        for (; y < end && y <= toY; y++) {
          boolean mayMeet =
              from[y] <= fromX && to[y] > toX || from[y] < to[y] && triangles.mayOwnCenter(i, y, from[y], to[y]);
          if (mayMeet && !walkRow(triangles, i, y, visitor)) {
            return;
          }
        }
      }
      y = end;
    }
  }

  private boolean walkRow(UvTriangles triangles, int i, int y, Visitor visitor) {
    long span = triangles.ownedSpan(i, y, from[y], to[y]);
    int end = (int) span;
    int begin = (int) (span >>> 32);
    boolean isClosed = false;
    int last = y * words + (end - 1) / SIDE;
    for (int word = openWords.nextSetBit(y * words + begin / SIDE);
        word >= 0 && word <= last && begin < end;
        word = openWords.nextSetBit(word + 1)) {
      int x = Math.max(begin, (word - y * words) * SIDE);
      long bits = -1L << x;
      bits &= end - (x & -SIDE) >= SIDE ? -1L : (1L << end) - 1;
      bits &= ~done[word];
      if (bits != 0) {
        if (!visitor.visit(word, bits)) {
          return false;
        }
        if (openOf(y, word - y * words) == 0) {
          set(y, word - y * words, false);
          isClosed = true;
        }
      }
    }
    if (isClosed || end > begin && (begin == from[y] || end == to[y])) {
      shrink(y);
    }
    return true;
  }
}
