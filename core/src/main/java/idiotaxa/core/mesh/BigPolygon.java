package idiotaxa.core.mesh;

import java.util.Arrays;

/**
 * Cuts polygons of many corners: ears are clipped along a linked list, and whether a corner lies in an ear
 * is asked of a grid of the reflex corners only (after Held 2001, "FIST: fast industrial-strength
 * triangulation of polygons", section 4). n corners give n−2 triangles. Work is bounded by a multiple of n:
 * what no proper ear is found for within it, crossing itself or made to be slow, is cut as a fan.
 */
final class BigPolygon {
  private static final int NONE = -1;

  /** Corners looked at, for each corner of the polygon. */
  private static final int WORK_A_CORNER = 4000;

  private final double[] x;
  private final double[] y;
  private final int n;
  private final int[] next;
  private final int[] previous;
  private final boolean[] isReflex;
  private final int side;
  private final double minX;
  private final double minY;
  private final double scaleX;
  private final double scaleY;
  private final int[] firstOfCell;
  private final int[] nextInCell;
  private double from;
  private double to;
  private long work;

  /** Takes three corners, 0 … n−1 each. */
  interface Triangles {
    void add(int a, int b, int c);
  }

  /**
   * @param x of n corners in the polygon's plane, counter-clockwise as a whole
   */
  BigPolygon(double[] x, double[] y, int n) {
    this.x = x;
    this.y = y;
    this.n = n;
    next = new int[n];
    previous = new int[n];
    isReflex = new boolean[n];
    for (int i = 0; i < n; i++) {
      next[i] = (i + 1) % n;
      previous[i] = (i + n - 1) % n;
    }
    double[] boundsX = bounds(x, n);
    double[] boundsY = bounds(y, n);
    side = Math.max(1, (int) Math.sqrt(n));
    minX = boundsX[0];
    minY = boundsY[0];
    scaleX = boundsX[1] > minX ? side / (boundsX[1] - minX) : 0;
    scaleY = boundsY[1] > minY ? side / (boundsY[1] - minY) : 0;
    firstOfCell = new int[side * side];
    nextInCell = new int[n];
    Arrays.fill(firstOfCell, NONE);
    for (int i = 0; i < n; i++) {
      isReflex[i] = turn(previous[i], i, next[i]) <= 0;
      if (isReflex[i]) {
        int cell = row(y[i]) * side + column(x[i]);
        nextInCell[i] = firstOfCell[cell];
        firstOfCell[cell] = i;
      }
    }
  }

  private static double[] bounds(double[] values, int n) {
    double lo = Double.POSITIVE_INFINITY;
    double hi = Double.NEGATIVE_INFINITY;
    for (int i = 0; i < n; i++) {
      lo = Math.min(lo, values[i]);
      hi = Math.max(hi, values[i]);
    }
    return new double[] {lo, hi};
  }

  private int column(double value) {
    return Math.max(0, Math.min(side - 1, (int) ((value - minX) * scaleX)));
  }

  private int row(double value) {
    return Math.max(0, Math.min(side - 1, (int) ((value - minY) * scaleY)));
  }

  void cut(Triangles out) {
    int left = n;
    int at = 0;
    int tried = 0;
    while (left > 3) {
      boolean isForced = tried >= left || work > (long) WORK_A_CORNER * n;
      if (isForced || isEar(at)) {
        out.add(previous[at], at, next[at]);
        int behind = next[at];
        remove(at);
        left--;
        tried = 0;
        // Skipping one neighbour keeps the triangles from all meeting in one corner.
        at = isForced ? behind : next[behind];
      } else {
        at = next[at];
        tried++;
      }
    }
    out.add(previous[at], at, next[at]);
  }

  private void remove(int corner) {
    int before = previous[corner];
    int behind = next[corner];
    next[before] = behind;
    previous[behind] = before;
    isReflex[corner] = false;
    isReflex[before] = isReflex[before] && turn(previous[before], before, behind) <= 0;
    isReflex[behind] = isReflex[behind] && turn(before, behind, next[behind]) <= 0;
  }

  private boolean isEar(int corner) {
    int a = previous[corner];
    int c = next[corner];
    work++;
    if (turn(a, corner, c) <= 0) {
      return false;
    }
    int fromRow = row(Math.min(y[a], Math.min(y[corner], y[c])));
    int toRow = row(Math.max(y[a], Math.max(y[corner], y[c])));
    for (int r = fromRow; r <= toRow; r++) {
      // The first row takes all below, the last all above: rounding must not lose a strip of the ear.
      double bottom = r == fromRow ? Double.NEGATIVE_INFINITY : minY + (r - 1e-9) / scaleY;
      double top = r == toRow ? Double.POSITIVE_INFINITY : minY + (r + 1 + 1e-9) / scaleY;
      from = Double.POSITIVE_INFINITY;
      to = Double.NEGATIVE_INFINITY;
      stretchOver(a, corner, bottom, top);
      stretchOver(corner, c, bottom, top);
      stretchOver(c, a, bottom, top);
      int toColumn = column(to);
      for (int k = column(from); k <= toColumn; k++) {
        work++;
        for (int p = firstOfCell[r * side + k]; p != NONE; p = nextInCell[p]) {
          work++;
          if (isReflex[p] && isInside(a, corner, c, p)) {
            return false;
          }
        }
      }
    }
    return true;
  }

  /** Widens the stretch in x by what of an edge lies between two heights. */
  private void stretchOver(int a, int b, double bottom, double top) {
    int low = y[a] <= y[b] ? a : b;
    int high = low == a ? b : a;
    if (y[low] > top || y[high] < bottom) {
      return;
    }
    double slope = y[high] > y[low] ? (x[high] - x[low]) / (y[high] - y[low]) : 0;
    double atLow = y[low] >= bottom ? x[low] : x[low] + slope * (bottom - y[low]);
    double atHigh = y[high] <= top ? x[high] : x[low] + slope * (top - y[low]);
    from = Math.min(from, Math.min(atLow, atHigh));
    to = Math.max(to, Math.max(atLow, atHigh));
  }

  private boolean isInside(int a, int b, int c, int p) {
    boolean isCornerCopy = isSame(a, p) || isSame(b, p) || isSame(c, p);
    return !isCornerCopy && turn(a, b, p) >= 0 && turn(b, c, p) >= 0 && turn(c, a, p) >= 0;
  }

  private boolean isSame(int a, int b) {
    return x[a] == x[b] && y[a] == y[b];
  }

  /** Doubled area of a triangle, positive when it turns left. */
  private double turn(int a, int b, int c) {
    return (x[b] - x[a]) * (y[c] - y[a]) - (y[b] - y[a]) * (x[c] - x[a]);
  }
}
