package idiotaxa.core.raster;

import idiotaxa.core.mesh.Mesh;

/**
 * A sheet's triangles in fixed-point texel space, 4096 steps a texel, so that the question which
 * triangle owns a sample is decided exactly. Samples on an edge belong to one side by the top-left
 * rule: an edge owns its samples when it is a left edge or a horizontal top edge.
 *
 * <p>Triangles without area after rounding, or farther than 2^17 texels from the sheet, are left out.
 */
public final class UvTriangles {
  public static final int STEPS = 4096;
  private static final double FARTHEST = 1 << 17;

  private final int[] meshTriangle;
  private final int[] x;
  private final int[] y;
  private final boolean[] isTurned;
  private int count;

  private UvTriangles(int capacity) {
    meshTriangle = new int[capacity];
    x = new int[3 * capacity];
    y = new int[3 * capacity];
    isTurned = new boolean[capacity];
  }

  public static UvTriangles of(Mesh mesh, Sheet sheet, int width, int height) {
    UvTriangles out = new UvTriangles(sheet.triangles().length);
    for (int t : sheet.triangles()) {
      out.add(mesh, t, sheet, width, height);
    }
    return out;
  }

  private void add(Mesh mesh, int t, Sheet sheet, int width, int height) {
    float[] uv = mesh.cornerUv();
    for (int k = 0; k < 3; k++) {
      int corner = mesh.triangleCorner(t, k);
      double tx = ((double) uv[2 * corner] - sheet.tileU()) * width;
      double ty = (1 - ((double) uv[2 * corner + 1] - sheet.tileV())) * height;
      if (!(Math.abs(tx) < FARTHEST && Math.abs(ty) < FARTHEST)) {
        return;
      }
      x[3 * count + k] = (int) Math.round(tx * STEPS);
      y[3 * count + k] = (int) Math.round(ty * STEPS);
    }
    long area = edge(count, 0, 1, x[3 * count + 2], y[3 * count + 2]);
    if (area == 0) {
      return;
    }
    if (area < 0) {
      swap(x, 3 * count + 1, 3 * count + 2);
      swap(y, 3 * count + 1, 3 * count + 2);
      isTurned[count] = true;
    }
    meshTriangle[count++] = t;
  }

  private static void swap(int[] values, int i, int j) {
    int value = values[i];
    values[i] = values[j];
    values[j] = value;
  }

  public int count() {
    return count;
  }

  public int meshTriangle(int i) {
    return meshTriangle[i];
  }

  public int x(int i, int k) {
    return x[3 * i + k];
  }

  public int y(int i, int k) {
    return y[3 * i + k];
  }

  public int minX(int i) {
    return Math.min(x[3 * i], Math.min(x[3 * i + 1], x[3 * i + 2]));
  }

  public int maxX(int i) {
    return Math.max(x[3 * i], Math.max(x[3 * i + 1], x[3 * i + 2]));
  }

  public int minY(int i) {
    return Math.min(y[3 * i], Math.min(y[3 * i + 1], y[3 * i + 2]));
  }

  public int maxY(int i) {
    return Math.max(y[3 * i], Math.max(y[3 * i + 1], y[3 * i + 2]));
  }

  /** Twice the signed area of (corner from, corner to, point), positive inside. */
  long edge(int i, int from, int to, long px, long py) {
    long ax = x[3 * i + from];
    long ay = y[3 * i + from];
    return (x[3 * i + to] - ax) * (py - ay) - (y[3 * i + to] - ay) * (px - ax);
  }

  /** Area on the sheet, texels. */
  public double texelArea(int i) {
    return edge(i, 0, 1, x[3 * i + 2], y[3 * i + 2]) / (2.0 * STEPS * STEPS);
  }

  /** 0 for an edge that owns its samples, −1 for one that does not. */
  int bias(int i, int from, int to) {
    int dy = y[3 * i + to] - y[3 * i + from];
    int dx = x[3 * i + to] - x[3 * i + from];
    return dy < 0 || (dy == 0 && dx > 0) ? 0 : -1;
  }

  /** Change of {@link #edge} for one texel to the right. */
  long edgeStepX(int i, int from, int to) {
    return -(long) (y[3 * i + to] - y[3 * i + from]) * STEPS;
  }

  /** Whether the triangle owns the sample. */
  public boolean owns(int i, long px, long py) {
    return (edge(i, 0, 1, px, py) + bias(i, 0, 1)
            | edge(i, 1, 2, px, py) + bias(i, 1, 2)
            | edge(i, 2, 0, px, py) + bias(i, 2, 0))
        >= 0;
  }

  /**
   * Gives a triangle the samples of a texel that it owns and that are free.
   *
   * @param fromX place of the texel's first sample, in fixed point
   * @param grid samples a side of a texel; they lie evenly
   * @param free what stands in {@code owner} where a sample is free
   * @param owner of the grid² samples, row by row; gets the triangle
   * @return how many it took
   */
  public int own(int i, int fromX, int fromY, int grid, int free, int[] owner) {
    int step = STEPS / grid;
    long e0 = edge(i, 0, 1, fromX, fromY) + bias(i, 0, 1);
    long e1 = edge(i, 1, 2, fromX, fromY) + bias(i, 1, 2);
    long e2 = edge(i, 2, 0, fromX, fromY) + bias(i, 2, 0);
    long right0 = -(long) (y[3 * i + 1] - y[3 * i]) * step;
    long right1 = -(long) (y[3 * i + 2] - y[3 * i + 1]) * step;
    long right2 = -(long) (y[3 * i] - y[3 * i + 2]) * step;
    // From the last sample of a row to the first of the next.
    long down0 = (long) (x[3 * i + 1] - x[3 * i]) * step - grid * right0;
    long down1 = (long) (x[3 * i + 2] - x[3 * i + 1]) * step - grid * right1;
    long down2 = (long) (x[3 * i] - x[3 * i + 2]) * step - grid * right2;
    int taken = 0;
    for (int row = 0, s = 0; row < grid; row++) {
      for (int column = 0; column < grid; column++, s++) {
        if ((e0 | e1 | e2) >= 0 && owner[s] == free) {
          owner[s] = i;
          taken++;
        }
        e0 += right0;
        e1 += right1;
        e2 += right2;
      }
      e0 += down0;
      e1 += down1;
      e2 += down2;
    }
    return taken;
  }

  /** Whether a triangle may own a point of a rectangle, borders included; never wrong when it says no. */
  public boolean mayMeet(int i, int fromX, int fromY, int toX, int toY) {
    return minX(i) <= toX
        && maxX(i) >= fromX
        && minY(i) <= toY
        && maxY(i) >= fromY
        && reaches(i, 0, 1, fromX, fromY, toX, toY)
        && reaches(i, 1, 2, fromX, fromY, toX, toY)
        && reaches(i, 2, 0, fromX, fromY, toX, toY);
  }

  /** Whether any corner of a rectangle lies on an edge's inner side. */
  private boolean reaches(int i, int from, int to, int fromX, int fromY, int toX, int toY) {
    boolean isDown = y[3 * i + to] > y[3 * i + from];
    boolean isRight = x[3 * i + to] > x[3 * i + from];
    return edge(i, from, to, isDown ? fromX : toX, isRight ? toY : fromY) >= 0;
  }

  /** Writes the point's barycentric weights for the mesh triangle's corners 0, 1, 2 to {@code out}. */
  public void weights(int i, long px, long py, double[] out) {
    double w0 = edge(i, 1, 2, px, py);
    double w1 = edge(i, 2, 0, px, py);
    double w2 = edge(i, 0, 1, px, py);
    double sum = w0 + w1 + w2;
    out[0] = w0 / sum;
    out[1] = (isTurned[i] ? w2 : w1) / sum;
    out[2] = (isTurned[i] ? w1 : w2) / sum;
  }

  /** Whether a triangle may own the centre of a texel of a row, columns from … to−1; never wrong when it says no. */
  boolean mayOwnCenter(int i, int y, int from, int to) {
    long py = (long) y * STEPS + STEPS / 2;
    long left = (long) from * STEPS + STEPS / 2;
    long right = (long) (to - 1) * STEPS + STEPS / 2;
    for (int k = 0; k < 3; k++) {
      int next = k == 2 ? 0 : k + 1;
      boolean isRising = this.y[3 * i + next] < this.y[3 * i + k];
      if (edge(i, k, next, isRising ? right : left, py) + bias(i, k, next) < 0) {
        return false;
      }
    }
    return true;
  }

  /**
   * The texels of one row whose centres a triangle owns lie side by side.
   *
   * @return the first of them in the upper half and one past the last in the lower; both equal when there
   *     are none
   */
  long ownedSpan(int i, int y, int fromX, int toX) {
    long py = (long) y * STEPS + STEPS / 2;
    long px = (long) fromX * STEPS + STEPS / 2;
    long first = 0;
    long end = toX - (long) fromX;
    for (int k = 0; k < 3; k++) {
      int next = k == 2 ? 0 : k + 1;
      long step = edgeStepX(i, k, next);
      long value = edge(i, k, next, px, py) + bias(i, k, next);
      if (step > 0) {
        first = Math.max(first, value >= 0 ? 0 : (-value + step - 1) / step);
      } else if (step < 0) {
        end = Math.min(end, value < 0 ? 0 : value / -step + 1);
      } else if (value < 0) {
        end = 0;
      }
    }
    return end <= first ? 0 : fromX + first << 32 | fromX + end;
  }
}
