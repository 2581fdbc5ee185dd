package idiotaxa.core.mask;

import idiotaxa.core.work.Parallel;

/**
 * How far a texel lies inside a mask: 1 at its rim (a neighbour has less, belongs to another island or is not there), 2 for the next, and so on,
 * by king's moves, up to {@value #MOST}. Two passes over the rows (Rosenfeld, Pfaltz 1966).
 */
final class RimDistance {
  static final int MOST = 120;

  private RimDistance() {}

  /**
   * @return one a texel, 0 where the plane has nothing
   */
  static byte[] of(TexelIslands islands, char[] plane, int threads) {
    int width = islands.width();
    int height = islands.height();
    byte[] out = new byte[plane.length];
    Parallel.run(height, threads, (y, worker) -> markRim(islands, plane, y, out));
    for (int y = 1; y + 1 < height; y++) {
      for (int i = y * width + 1; i < (y + 1) * width - 1; i++) {
        if (out[i] > 1) {
          out[i] = (byte) Math.min(MOST, 1 + least(out, i - width - 1, i - width, i - width + 1, i - 1));
        }
      }
    }
    for (int y = height - 2; y > 0; y--) {
      for (int x = width - 2; x > 0; x--) {
        int i = y * width + x;
        if (out[i] > 1) {
          out[i] = (byte) Math.min(out[i], 1 + least(out, i + width - 1, i + width, i + width + 1, i + 1));
        }
      }
    }
    return out;
  }

  private static void markRim(TexelIslands islands, char[] plane, int y, byte[] out) {
    int width = islands.width();
    boolean isEdge = y == 0 || y == islands.height() - 1;
    for (int x = 0; x < width; x++) {
      int i = y * width + x;
      if (plane[i] > 0) {
        boolean isRim = isEdge || x == 0 || x == width - 1 || isRim(islands.labels(), plane, i, width);
        out[i] = isRim ? 1 : (byte) MOST;
      }
    }
  }

  private static int least(byte[] values, int a, int b, int c, int d) {
    return Math.min(Math.min(values[a], values[b]), Math.min(values[c], values[d]));
  }

  private static boolean isRim(char[] labels, char[] plane, int texel, int width) {
    for (int row = texel - width; row <= texel + width; row += width) {
      for (int n = row - 1; n <= row + 1; n++) {
        if (labels[n] != labels[texel] || plane[n] < plane[texel]) {
          return true;
        }
      }
    }
    return false;
  }
}
