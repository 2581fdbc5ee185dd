package idiotaxa.core.mask;

/**
 * Points in space with a value and a direction each, in a tree that is halved along its longest side
 * (Friedman, Bentley, Finkel 1977); every node knows its box and its largest value. A point may stand for a disc
 * around it, square to its direction. Flat arrays, no object a point.
 */
final class PointTree {
  private static final int LEAF = 8;

  private final float[] points;
  private final float[] normals;
  private final float[] discs;
  private final char[] values;
  private final int[] order;
  /** Least and greatest x, y, z of every node; node n has the children 2 n + 1 and 2 n + 2. */
  private final float[] boxes;
  /** The same of the directions: whole nodes look away from a place that lies on the other side of a wall. */
  private final float[] directions;
  private final char[] top;

  /**
   * @param points x, y, z of each
   * @param normals of length 1, x, y, z of each
   * @param discs radius of the disc that each stands for, metres, 0 for the point alone
   */
  PointTree(float[] points, float[] normals, float[] discs, char[] values) {
    this.points = points;
    this.normals = normals;
    this.discs = discs;
    this.values = values;
    order = new int[values.length];
    for (int i = 0; i < order.length; i++) {
      order[i] = i;
    }
    int nodes = 1;
    for (int size = values.length; size > LEAF; size = (size + 1) / 2) {
      nodes = 2 * nodes + 1;
    }
    boxes = new float[6 * nodes];
    directions = new float[6 * nodes];
    top = new char[nodes];
    build(0, 0, order.length);
  }

  private boolean isLeaf(int from, int to) {
    return to - from <= LEAF;
  }

  private void build(int node, int from, int to) {
    int box = 6 * node;
    for (int axis = 0; axis < 3; axis++) {
      boxes[box + axis] = Float.POSITIVE_INFINITY;
      boxes[box + 3 + axis] = Float.NEGATIVE_INFINITY;
      directions[box + axis] = Float.POSITIVE_INFINITY;
      directions[box + 3 + axis] = Float.NEGATIVE_INFINITY;
    }
    for (int i = from; i < to; i++) {
      for (int axis = 0; axis < 3; axis++) {
        float v = points[3 * order[i] + axis];
        float disc = discs[order[i]];
        boxes[box + axis] = Math.min(boxes[box + axis], v - disc);
        boxes[box + 3 + axis] = Math.max(boxes[box + 3 + axis], v + disc);
        float n = normals[3 * order[i] + axis];
        directions[box + axis] = Math.min(directions[box + axis], n);
        directions[box + 3 + axis] = Math.max(directions[box + 3 + axis], n);
      }
      top[node] = (char) Math.max(top[node], values[order[i]]);
    }
    if (isLeaf(from, to)) {
      return;
    }
    int longest = 0;
    for (int axis = 1; axis < 3; axis++) {
      if (side(box, axis) > side(box, longest)) {
        longest = axis;
      }
    }
    int middle = (from + to + 1) >>> 1;
    select(from, to - 1, middle, longest);
    build(2 * node + 1, from, middle);
    build(2 * node + 2, middle, to);
  }

  private float side(int box, int axis) {
    return boxes[box + 3 + axis] - boxes[box + axis];
  }

  /** Quickselect (Hoare 1961): nothing left of the place is greater along the axis. */
  private void select(int first, int last, int place, int axis) {
    int left = first;
    int right = last;
    while (left < right) {
      float pivot = points[3 * order[(left + right) >>> 1] + axis];
      int i = left;
      int j = right;
      while (i <= j) {
        while (points[3 * order[i] + axis] < pivot) {
          i++;
        }
        while (points[3 * order[j] + axis] > pivot) {
          j--;
        }
        if (i <= j) {
          int swap = order[i];
          order[i++] = order[j];
          order[j--] = swap;
        }
      }
      if (place <= j) {
        right = j;
      } else if (place >= i) {
        left = i;
      } else {
        return;
      }
    }
  }

  /** Questions of one thread. */
  final class Query {
    private double x;
    private double y;
    private double z;
    private double nx;
    private double ny;
    private double nz;
    private double radius;
    private double radiusSq;
    private char best;
    /** What was found last is mostly what the next point finds, and is asked first. */
    private int last = -1;

    /**
     * The largest value within a distance of a point, of points whose directions agree with its own; at
     * least {@code own}.
     */
    char largest(double[] point, double[] normal, double within, char own) {
      x = point[0];
      y = point[1];
      z = point[2];
      nx = normal[0];
      ny = normal[1];
      nz = normal[2];
      radius = within;
      radiusSq = within * within;
      best = own;
      if (last >= 0) {
        take(last);
      }
      if (order.length > 0 && top[0] > best) {
        visit(0, 0, order.length);
      }
      return best;
    }

    /** Whether no point with more than a value is within a distance, whatever its direction. */
    boolean isFree(double[] point, double within, char own) {
      x = point[0];
      y = point[1];
      z = point[2];
      radius = within;
      radiusSq = within * within;
      return order.length == 0 || isFree(0, 0, order.length, own);
    }

    private boolean isFree(int node, int from, int to, char own) {
      if (top[node] <= own || gapSq(node) > radiusSq) {
        return true;
      }
      if (isLeaf(from, to)) {
        for (int i = from; i < to; i++) {
          double dx = points[3 * order[i]] - x;
          double dy = points[3 * order[i] + 1] - y;
          double dz = points[3 * order[i] + 2] - z;
          double reach = radius + discs[order[i]];
          if (values[order[i]] > own && dx * dx + dy * dy + dz * dz <= reach * reach) {
            return false;
          }
        }
        return true;
      }
      int middle = (from + to + 1) >>> 1;
      return isFree(2 * node + 1, from, middle, own) && isFree(2 * node + 2, middle, to, own);
    }

    /** Whether a box is within a distance of any point. */
    boolean isNear(float[] box, double radius) {
      return order.length > 0 && isNear(0, 0, order.length, box, radius * radius);
    }

    private boolean isNear(int node, int from, int to, float[] box, double sq) {
      double gap = 0;
      for (int axis = 0; axis < 3; axis++) {
        double d =
            Math.max(
                0,
                Math.max(
                    (double) boxes[6 * node + axis] - box[3 + axis],
                    (double) box[axis] - boxes[6 * node + 3 + axis]));
        gap += d * d;
      }
      if (gap > sq) {
        return false;
      }
      if (isLeaf(from, to)) {
        return true;
      }
      int middle = (from + to + 1) >>> 1;
      return isNear(2 * node + 1, from, middle, box, sq) || isNear(2 * node + 2, middle, to, box, sq);
    }

    private double gapSq(int node) {
      int box = 6 * node;
      double dx = Math.max(0, Math.max(boxes[box] - x, x - boxes[box + 3]));
      double dy = Math.max(0, Math.max(boxes[box + 1] - y, y - boxes[box + 4]));
      double dz = Math.max(0, Math.max(boxes[box + 2] - z, z - boxes[box + 5]));
      return dx * dx + dy * dy + dz * dz;
    }

    private void visit(int node, int from, int to) {
      if (isLeaf(from, to)) {
        for (int i = from; i < to; i++) {
          take(order[i]);
        }
        return;
      }
      int middle = (from + to + 1) >>> 1;
      double left = top[2 * node + 1] > best ? gapSq(2 * node + 1) : Double.POSITIVE_INFINITY;
      double right = top[2 * node + 2] > best ? gapSq(2 * node + 2) : Double.POSITIVE_INFINITY;
      if (left <= right) {
        visitIf(left, 2 * node + 1, from, middle);
        visitIf(right, 2 * node + 2, middle, to);
      } else {
        visitIf(right, 2 * node + 2, middle, to);
        visitIf(left, 2 * node + 1, from, middle);
      }
    }

    private void visitIf(double gap, int node, int from, int to) {
      if (gap <= radiusSq && top[node] > best && mayAgree(node)) {
        visit(node, from, to);
      }
    }

    /** Whether some direction of a node may be less than a right angle away. */
    private boolean mayAgree(int node) {
      int box = 6 * node;
      double most =
          Math.max(nx * directions[box], nx * directions[box + 3])
              + Math.max(ny * directions[box + 1], ny * directions[box + 4])
              + Math.max(nz * directions[box + 2], nz * directions[box + 5]);
      return most > 0;
    }

    /** The disc's nearest point lies off its middle by what the place lies aside, up to its radius. */
    private boolean isDiscNear(int i, double dx, double dy, double dz, double sq) {
      double reach = radius + discs[i];
      if (sq > reach * reach) {
        return false;
      }
      double height = dx * normals[3 * i] + dy * normals[3 * i + 1] + dz * normals[3 * i + 2];
      double aside = Math.max(0, Math.sqrt(Math.max(0, sq - height * height)) - discs[i]);
      return height * height + aside * aside <= radiusSq;
    }

    private void take(int i) {
      if (values[i] <= best) {
        return;
      }
      double dx = points[3 * i] - x;
      double dy = points[3 * i + 1] - y;
      double dz = points[3 * i + 2] - z;
      double sq = dx * dx + dy * dy + dz * dz;
      boolean isNear = sq <= radiusSq || discs[i] > 0 && isDiscNear(i, dx, dy, dz, sq);
      if (isNear && normals[3 * i] * nx + normals[3 * i + 1] * ny + normals[3 * i + 2] * nz > 0) {
        best = values[i];
        last = i;
      }
    }
  }
}
