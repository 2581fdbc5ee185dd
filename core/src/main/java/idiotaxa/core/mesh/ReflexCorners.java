package idiotaxa.core.mesh;

import java.util.Arrays;

/**
 * The reflex corners of a polygon, asked whether any of them lies in a triangle: a balanced k-d tree (Bentley 1975,
 * "Multidimensional binary search trees used for associative searching") whose nodes know how many of theirs are still
 * reflex. Building takes n log n; a question takes the nodes that the triangle's border meets, in the order of √n.
 */
final class ReflexCorners {
  static final int NONE = -1;

  /** Corners of a leaf at most. */
  private static final int LEAF = 8;

  private static final int MOST_DEPTH = 40;

  private final double[] x;
  private final double[] y;
  /** Corners in the order of the tree: a node is a range of it, and its children are its halves. */
  private final int[] order;
  /** Where in the order a corner stands; {@link #NONE} for what was never reflex. */
  private final int[] placeOf;
  /** Of every node, numbered as in a heap: how many of its corners are still reflex, and their box. */
  private final int[] left;

  private final double[] boxes;
  private final int[] stack = new int[3 * MOST_DEPTH];
  private long work;

  /**
   * @param x of all corners, as {@code y}; not copied
   * @param corners numbers of those that are reflex; taken over
   */
  ReflexCorners(double[] x, double[] y, int n, int[] corners) {
    this.x = x;
    this.y = y;
    order = corners;
    placeOf = new int[n];
    Arrays.fill(placeOf, NONE);
    int nodes = 1;
    for (int size = corners.length; size > LEAF; size = (size + 1) / 2) {
      nodes = 2 * nodes + 1;
    }
    left = new int[nodes];
    boxes = new double[4 * nodes];
    if (corners.length > 0) {
      build(0, 0, corners.length);
    }
    for (int place = 0; place < corners.length; place++) {
      placeOf[corners[place]] = place;
    }
  }

  /** Places and nodes looked at so far. */
  long work() {
    return work;
  }

  private void build(int node, int from, int to) {
    double minX = Double.POSITIVE_INFINITY;
    double minY = Double.POSITIVE_INFINITY;
    double maxX = Double.NEGATIVE_INFINITY;
    double maxY = Double.NEGATIVE_INFINITY;
    for (int i = from; i < to; i++) {
      int p = order[i];
      minX = Math.min(minX, x[p]);
      minY = Math.min(minY, y[p]);
      maxX = Math.max(maxX, x[p]);
      maxY = Math.max(maxY, y[p]);
    }
    left[node] = to - from;
    boxes[4 * node] = minX;
    boxes[4 * node + 1] = minY;
    boxes[4 * node + 2] = maxX;
    boxes[4 * node + 3] = maxY;
    if (to - from > LEAF) {
      int middle = middle(from, to);
      select(from, to, middle, maxX - minX >= maxY - minY ? x : y);
      build(2 * node + 1, from, middle);
      build(2 * node + 2, middle, to);
    }
  }

  /** The left half is never the smaller one, so that all leaves are told by their size. */
  private static int middle(int from, int to) {
    return from + (to - from + 1) / 2;
  }

  /** Puts the smaller values before a place and the larger ones from it on (Hoare 1961, "Find"). */
  private void select(int from, int to, int place, double[] value) {
    int lo = from;
    int hi = to - 1;
    while (lo < hi) {
      double pivot = value[order[lo + hi >>> 1]];
      int i = lo;
      int j = hi;
      while (i <= j) {
        while (value[order[i]] < pivot) {
          i++;
        }
        while (value[order[j]] > pivot) {
          j--;
        }
        if (i <= j) {
          int kept = order[i];
          order[i++] = order[j];
          order[j--] = kept;
        }
      }
      if (place <= j) {
        hi = j;
      } else if (place >= i) {
        lo = i;
      } else {
        return;
      }
    }
  }

  /** A corner that is cut off or no longer reflex is not found any more. */
  void remove(int corner) {
    int place = placeOf[corner];
    if (place == NONE) {
      return;
    }
    placeOf[corner] = NONE;
    int node = 0;
    int from = 0;
    int to = order.length;
    left[0]--;
    while (to - from > LEAF) {
      int middle = middle(from, to);
      boolean isLeft = place < middle;
      node = 2 * node + (isLeft ? 1 : 2);
      from = isLeft ? from : middle;
      to = isLeft ? middle : to;
      left[node]--;
    }
  }

  /**
   * A corner that lies in the triangle a, b, c or on its border and in none of its corners; {@link #NONE} where there is
   * none.
   *
   * @param a corner of the polygon, as b and c, turning left
   */
  int within(int a, int b, int c) {
    if (order.length == 0) {
      return NONE;
    }
    int top = 0;
    stack[top++] = 0;
    stack[top++] = 0;
    stack[top++] = order.length;
    while (top > 0) {
      int to = stack[--top];
      int from = stack[--top];
      int node = stack[--top];
      work++;
      if (left[node] == 0 || isApart(node, a, b, c)) {
        continue;
      }
      if (to - from > LEAF) {
        int middle = middle(from, to);
        stack[top++] = 2 * node + 2;
        stack[top++] = middle;
        stack[top++] = to;
        stack[top++] = 2 * node + 1;
        stack[top++] = from;
        stack[top++] = middle;
        continue;
      }
      for (int i = from; i < to; i++) {
        work++;
        if (placeOf[order[i]] == i && isWithin(a, b, c, order[i])) {
          return order[i];
        }
      }
    }
    return NONE;
  }

  /** Whether the triangle's box or one of its sides parts it from a node's box; never wrong when it says so. */
  private boolean isApart(int node, int a, int b, int c) {
    double minX = boxes[4 * node];
    double minY = boxes[4 * node + 1];
    double maxX = boxes[4 * node + 2];
    double maxY = boxes[4 * node + 3];
    return Math.max(x[a], Math.max(x[b], x[c])) < minX
        || Math.min(x[a], Math.min(x[b], x[c])) > maxX
        || Math.max(y[a], Math.max(y[b], y[c])) < minY
        || Math.min(y[a], Math.min(y[b], y[c])) > maxY
        || isOutside(a, b, minX, minY, maxX, maxY)
        || isOutside(b, c, minX, minY, maxX, maxY)
        || isOutside(c, a, minX, minY, maxX, maxY);
  }

  /** Whether the corner of a box that is farthest to the left of an edge still lies to its right. */
  private boolean isOutside(int a, int b, double minX, double minY, double maxX, double maxY) {
    double dx = x[b] - x[a];
    double dy = y[b] - y[a];
    return dx * ((dx > 0 ? maxY : minY) - y[a]) - dy * ((dy > 0 ? minX : maxX) - x[a]) < 0;
  }

  private boolean isWithin(int a, int b, int c, int p) {
    boolean isCornerCopy = isSame(a, p) || isSame(b, p) || isSame(c, p);
    return !isCornerCopy && turn(a, b, p) >= 0 && turn(b, c, p) >= 0 && turn(c, a, p) >= 0;
  }

  private boolean isSame(int a, int b) {
    return x[a] == x[b] && y[a] == y[b];
  }

  private double turn(int a, int b, int c) {
    return (x[b] - x[a]) * (y[c] - y[a]) - (y[b] - y[a]) * (x[c] - x[a]);
  }
}
