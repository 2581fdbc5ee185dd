package idiotaxa.core.bake;

import idiotaxa.core.work.Parallel;
import java.util.Arrays;

/** Texels that need more than one sample, one bit each. */
final class TexelMarks {
  /** Rows of a band; 64 of them fill whole words whatever the width, so that bands do not meet. */
  private static final int BAND = 64;

  private final int width;
  private final int height;
  private final long[] bits;

  TexelMarks(int width, int height) {
    this.width = width;
    this.height = height;
    bits = new long[(width * height + 63) / 64];
  }

  void mark(int texel) {
    bits[texel >> 6] |= 1L << texel;
  }

  boolean isMarked(int texel) {
    return (bits[texel >> 6] & 1L << texel) != 0;
  }

  /** Whether any texel of a rectangle is marked. */
  boolean isAnyMarked(int fromX, int fromY, int toX, int toY) {
    for (int y = fromY; y < toY; y++) {
      int from = y * width + fromX;
      int to = y * width + toX - 1;
      long first = bits[from >> 6] >>> from;
      if (from >> 6 == to >> 6 ? first << 63 - (to - from) != 0 : first != 0 || bits[to >> 6] << ~to != 0) {
        return true;
      }
    }
    return false;
  }

  void markAll() {
    Arrays.fill(bits, -1L);
  }

  /** Marks every texel of which one of the eight neighbours has another value. */
  void markDisagreement(char[] groups, int threads) {
    Parallel.run(
        (height + BAND - 1) / BAND,
        threads,
        (band, worker) -> {
          int from = band * BAND;
          int to = Math.min(height, from + BAND);
          for (int y = from; y < to; y++) {
            markAlongRow(groups, y);
            if (y > 0) {
              markBetween(groups, y - 1, y, y == from, false);
            }
            if (y == to - 1 && to < height) {
              markBetween(groups, y, to, false, true);
            }
          }
        });
  }

  private void markAlongRow(char[] groups, int y) {
    int end = (y + 1) * width;
    for (int i = y * width; i < end - 1; i++) {
      // Each texel beside its neighbour: up to the next border all are equal.
      int equal = Arrays.mismatch(groups, i, end - 1, groups, i + 1, end);
      if (equal < 0) {
        return;
      }
      i += equal;
      mark(i);
      mark(i + 1);
    }
  }

  /**
   * Compares two rows upright and across, and marks in those that belong to the band. Where they are equal, what
   * differs across differs along the row too, and is marked there.
   */
  private void markBetween(
      char[] groups, int upper, int lower, boolean isUpperForeign, boolean isLowerForeign) {
    int up = upper * width;
    int low = lower * width;
    int done = 0;
    for (int x = 0; x < width; x++) {
      int equal = Arrays.mismatch(groups, up + x, up + width, groups, low + x, low + width);
      if (equal < 0) {
        return;
      }
      x += equal;
      for (int at = Math.max(done, x - 1); at <= x; at++) {
        compare(groups, up, low, at, isUpperForeign, isLowerForeign);
      }
      done = x + 1;
    }
  }

  private void compare(
      char[] groups, int up, int low, int x, boolean isUpperForeign, boolean isLowerForeign) {
    boolean isUpright = groups[up + x] != groups[low + x];
    boolean hasNext = x + 1 < width;
    boolean isDown = hasNext && groups[up + x] != groups[low + x + 1];
    boolean isUp = hasNext && groups[up + x + 1] != groups[low + x];
    if (!isUpperForeign) {
      markIf(isUpright || isDown, up + x);
      markIf(isUp, up + x + 1);
    }
    if (!isLowerForeign) {
      markIf(isUpright || isUp, low + x);
      markIf(isDown, low + x + 1);
    }
  }

  private void markIf(boolean isMeant, int texel) {
    if (isMeant) {
      mark(texel);
    }
  }
}
