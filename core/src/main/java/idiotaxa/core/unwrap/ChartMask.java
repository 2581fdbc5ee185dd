package idiotaxa.core.unwrap;

/**
 * The cells of a coarse grid that a chart touches, grown upwards and to the right by a gap, as bits:
 * charts whose masks do not meet keep at least that gap between each other.
 */
final class ChartMask {
  final int width;
  final int height;
  /** Bit x of row y is set where the chart is. */
  final long[][] rows;

  private ChartMask(int width, int height) {
    this.width = width;
    this.height = height;
    rows = new long[height][(width + 63) / 64];
  }

  /**
   * @param xy x and y of the three corners of every triangle
   * @param turn how the chart is turned and scaled to cells
   * @param gap cells
   */
  static ChartMask of(double[] xy, Turn turn, int gap) {
    double[] cells = new double[xy.length];
    double maxX = 0;
    double maxY = 0;
    for (int i = 0; i < xy.length; i += 2) {
      cells[i] = turn.x(xy[i], xy[i + 1]);
      cells[i + 1] = turn.y(xy[i], xy[i + 1]);
      maxX = Math.max(maxX, cells[i]);
      maxY = Math.max(maxY, cells[i + 1]);
    }
    ChartMask mask = new ChartMask((int) Math.floor(maxX) + 1 + gap, (int) Math.floor(maxY) + 1 + gap);
    for (int t = 0; t < cells.length; t += 6) {
      mask.fill(cells, t);
    }
    for (int i = 0; i < gap; i++) {
      mask.grow();
    }
    return mask;
  }

  /** Sets every cell that a triangle touches: row by row the range between its edges. */
  private void fill(double[] p, int t) {
    double low = Math.min(p[t + 1], Math.min(p[t + 3], p[t + 5]));
    double high = Math.max(p[t + 1], Math.max(p[t + 3], p[t + 5]));
    for (int row = (int) Math.floor(low); row <= Math.floor(high); row++) {
      double from = Double.POSITIVE_INFINITY;
      double to = Double.NEGATIVE_INFINITY;
      for (int k = 0; k < 3; k++) {
        double ax = p[t + 2 * k];
        double ay = p[t + 2 * k + 1];
        double bx = p[t + (2 * k + 2) % 6];
        double by = p[t + (2 * k + 3) % 6];
        double bottom = Math.max(row, Math.min(ay, by));
        double top = Math.min(row + 1.0, Math.max(ay, by));
        if (bottom > top) {
          continue;
        }
        double atBottom = ay == by ? ax : ax + (bx - ax) * (bottom - ay) / (by - ay);
        double atTop = ay == by ? bx : ax + (bx - ax) * (top - ay) / (by - ay);
        from = Math.min(from, Math.min(atBottom, atTop));
        to = Math.max(to, Math.max(atBottom, atTop));
      }
      if (from <= to) {
        int first = Math.max(0, (int) Math.floor(from - 1e-9));
        set(row, first, Math.min(width - 1, (int) Math.floor(to + 1e-9)));
      }
    }
  }

  private void set(int row, int from, int to) {
    for (int x = from; x <= to; x++) {
      rows[row][x >> 6] |= 1L << x;
    }
  }

  private void grow() {
    for (int y = height - 1; y >= 0; y--) {
      for (int w = rows[y].length - 1; w >= 0; w--) {
        long carried = w > 0 ? rows[y][w - 1] >>> 63 : 0;
        rows[y][w] |= rows[y][w] << 1 | carried;
        if (y + 1 < height) {
          rows[y + 1][w] |= rows[y][w];
        }
      }
    }
  }
}
