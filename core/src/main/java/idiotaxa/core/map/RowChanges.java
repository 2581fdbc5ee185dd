package idiotaxa.core.map;

import com.carrotsearch.hppc.CharArrayList;
import idiotaxa.core.work.Parallel;
import java.util.Arrays;

/**
 * In which columns a row of a map may differ from the row above: few, since an ID map goes on as above nearly
 * everywhere. A dozen images of a sheet are made from what stands there alone.
 */
final class RowChanges {
  private static final int BAND = 64;

  /** Stretches that lie nearer to each other than this are one. */
  private static final int NEAR = 8;

  private final char[][] ofRow;

  private RowChanges(char[][] ofRow) {
    this.ofRow = ofRow;
  }

  /**
   * @param values of which there are runs
   * @param sharedBits texels that have more to them than their value, one bit each
   */
  static RowChanges of(char[] values, int width, RowRuns runs, long[] sharedBits, int threads) {
    char[][] ofRow = new char[runs.height()][];
    Parallel.ranges(
        ofRow.length,
        BAND,
        threads,
        (fromY, toY) -> {
          long[] changed = new long[(width + 63) / 64];
          for (int y = fromY; y < toY; y++) {
            Arrays.fill(changed, 0);
            if (y == 0) {
              set(changed, 0, width);
            } else {
              markRuns(values, width, runs, y, changed);
              markShared(sharedBits, (y - 1) * width, width, changed);
              markShared(sharedBits, y * width, width, changed);
            }
            ofRow[y] = stretches(changed, width);
          }
        });
    return new RowChanges(ofRow);
  }

  /** Begin and end of every stretch of a row in turn, ascending. */
  char[] of(int y) {
    return ofRow[y];
  }

  private static void markRuns(char[] values, int width, RowRuns runs, int y, long[] changed) {
    int above = (y - 1) * width;
    RowRuns.visitBoth(
        runs,
        y - 1,
        runs,
        y,
        (begin, end) -> {
          if (values[above + begin] != values[above + width + begin]) {
            set(changed, begin, end);
          }
        });
  }

  private static void markShared(long[] sharedBits, int from, int width, long[] changed) {
    int to = from + width;
    for (int word = from >> 6; word << 6 < to; word++) {
      for (long bits = sharedBits[word]; bits != 0; bits &= bits - 1) {
        int x = (word << 6) + Long.numberOfTrailingZeros(bits) - from;
        if (x >= 0 && x < width) {
          changed[x >> 6] |= 1L << x;
        }
      }
    }
  }

  private static void set(long[] bits, int from, int to) {
    for (int x = from; x < to; ) {
      int end = Math.min(to, (x | 63) + 1);
      bits[x >> 6] |= -1L >>> 64 - (end - x) << x;
      x = end;
    }
  }

  private static char[] stretches(long[] changed, int width) {
    CharArrayList found = new CharArrayList();
    for (int x = next(changed, 0, 0); x < width; ) {
      int end = Math.min(width, next(changed, x, -1));
      int last = found.size() - 1;
      if (last > 0 && x - found.get(last) < NEAR) {
        found.set(last, (char) end);
      } else {
        found.add((char) x);
        found.add((char) end);
      }
      x = next(changed, end, 0);
    }
    return found.toArray();
  }

  /**
   * First column from {@code x} on whose bit is set, or is not; 64 a word where there is none.
   *
   * @param flip 0 for bits that are set, −1 for those that are not
   */
  private static int next(long[] bits, int x, long flip) {
    int word = x >> 6;
    if (word >= bits.length) {
      return bits.length << 6;
    }
    long left = (bits[word] ^ flip) & -1L << x;
    while (left == 0) {
      if (++word == bits.length) {
        return word << 6;
      }
      left = bits[word] ^ flip;
    }
    return (word << 6) + Long.numberOfTrailingZeros(left);
  }
}
