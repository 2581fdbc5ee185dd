package idiotaxa.core.alike;

import idiotaxa.core.mesh.TableSize;
import java.util.Arrays;

/** Finds the point of a piece at a place, within a tolerance, by a hashed grid. */
final class PointGrid {
  private static final int NONE = -1;

  private final PieceShape shape;
  private final double tolerance;
  private final double cell;
  private final int[] first;
  private final int[] next;

  /**
   * @param tolerance metres
   */
  PointGrid(PieceShape shape, double tolerance) {
    this.shape = shape;
    this.tolerance = tolerance;
    int count = shape.pointCount();
    cell = Math.max(4 * tolerance, 2 * shape.radius / Math.max(1, Math.cbrt(count)));
    first = new int[TableSize.of(count)];
    next = new int[count];
    Arrays.fill(first, NONE);
    for (int i = 0; i < count; i++) {
      int slot = slot(index(i, 0), index(i, 1), index(i, 2));
      next[i] = first[slot];
      first[slot] = i;
    }
  }

  private int index(int point, int axis) {
    return (int) Math.floor(shape.points[3 * point + axis] / cell);
  }

  private int slot(int x, int y, int z) {
    int h = (x * 0x9E3779B1 ^ y) * 0x85EBCA77 ^ z;
    h *= 0xC2B2AE3D;
    return (h ^ h >>> 15) & (first.length - 1);
  }

  /** The nearest point within the tolerance, −1 when there is none. */
  int find(double x, double y, double z) {
    int best = NONE;
    double bestSq = tolerance * tolerance;
    for (int i = low(x); i <= high(x); i++) {
      for (int j = low(y); j <= high(y); j++) {
        for (int k = low(z); k <= high(z); k++) {
          for (int p = first[slot(i, j, k)]; p != NONE; p = next[p]) {
            double dx = shape.points[3 * p] - x;
            double dy = shape.points[3 * p + 1] - y;
            double dz = shape.points[3 * p + 2] - z;
            double sq = dx * dx + dy * dy + dz * dz;
            if (sq <= bestSq) {
              best = p;
              bestSq = sq;
            }
          }
        }
      }
    }
    return best;
  }

  private int low(double value) {
    return (int) Math.floor((value - tolerance) / cell);
  }

  private int high(double value) {
    return (int) Math.floor((value + tolerance) / cell);
  }
}
