package idiotaxa.core.carry;

/**
 * Where a new part lies over the old model: a matrix, then a shift. Shared by threads; nothing of it
 * changes.
 */
final class Placement {
  private static final double[] ONE = {1, 0, 0, 0, 1, 0, 0, 0, 1};

  static final Placement SAME = new Placement(ONE, new double[3], false);

  private final double[] matrix;
  private final double[] inverse;
  private final double[] shift;
  private final boolean isTurnedOver;
  private final double determinant;

  /**
   * @param matrix nine by rows, not singular
   * @param shift metres an axis
   * @param isTurnedOver whether its faces look to the other side than before
   */
  Placement(double[] matrix, double[] shift, boolean isTurnedOver) {
    this.matrix = matrix;
    this.shift = shift;
    this.isTurnedOver = isTurnedOver;
    double[] m = matrix;
    double[] cofactors = new double[9];
    for (int row = 0; row < 3; row++) {
      for (int column = 0; column < 3; column++) {
        int r1 = 3 * ((row + 1) % 3);
        int r2 = 3 * ((row + 2) % 3);
        int c1 = (column + 1) % 3;
        int c2 = (column + 2) % 3;
        cofactors[3 * row + column] = m[r1 + c1] * m[r2 + c2] - m[r1 + c2] * m[r2 + c1];
      }
    }
    determinant = m[0] * cofactors[0] + m[1] * cofactors[1] + m[2] * cofactors[2];
    inverse = new double[9];
    for (int i = 0; i < 9; i++) {
      inverse[i] = cofactors[3 * (i % 3) + i / 3] / determinant;
    }
  }

  /** The axis mirrored and a new centre laid over an old one; no axis when −1. */
  static Placement of(int mirroredAxis, double[] newCenter, double[] oldCenter) {
    double[] factor = {1, 1, 1};
    if (mirroredAxis >= 0) {
      factor[mirroredAxis] = -1;
    }
    return scaled(factor, newCenter, oldCenter);
  }

  /** Grown or shrunk by a factor an axis, never 0, with the centres together. */
  static Placement scaled(double[] factor, double[] newCenter, double[] oldCenter) {
    double[] matrix = {factor[0], 0, 0, 0, factor[1], 0, 0, 0, factor[2]};
    return about(matrix, newCenter, oldCenter, false);
  }

  /** By a matrix, a new point laid over an old one. */
  static Placement about(double[] matrix, double[] newPoint, double[] oldPoint, boolean isTurnedOver) {
    double[] shift = new double[3];
    for (int axis = 0; axis < 3; axis++) {
      shift[axis] =
          oldPoint[axis]
              - matrix[3 * axis] * newPoint[0]
              - matrix[3 * axis + 1] * newPoint[1]
              - matrix[3 * axis + 2] * newPoint[2];
    }
    return new Placement(matrix, shift, isTurnedOver);
  }

  Placement turnedOver() {
    return new Placement(matrix, shift, !isTurnedOver);
  }

  boolean isTurnedOver() {
    return isTurnedOver;
  }

  boolean isMirrored() {
    return determinant < 0;
  }

  /** Radians of the turn about its axis, 0 … π; of a mirrored placement, of what the mirror leaves. */
  double turn() {
    double scale = Math.cbrt(Math.abs(determinant)) * Math.signum(determinant);
    double cosine = ((matrix[0] + matrix[4] + matrix[8]) / scale - 1) / 2;
    return Math.acos(Math.max(-1, Math.min(1, cosine)));
  }

  /** Coordinate of a new point over the old model, metres. */
  double point(int axis, double x, double y, double z) {
    int row = 3 * axis;
    return matrix[row] * x + matrix[row + 1] * y + matrix[row + 2] * z + shift[axis];
  }

  /** Coordinate of an old point over the new model, metres. */
  double back(int axis, double x, double y, double z) {
    int row = 3 * axis;
    return inverse[row] * (x - shift[0]) + inverse[row + 1] * (y - shift[1]) + inverse[row + 2] * (z - shift[2]);
  }

  /** Part of a new outward direction over the old model; its length does not stay. */
  double direction(int axis, double x, double y, double z) {
    return side() * (inverse[axis] * x + inverse[3 + axis] * y + inverse[6 + axis] * z);
  }

  /** Part of an old outward direction over the new model. */
  double directionBack(int axis, double x, double y, double z) {
    return side() * (matrix[axis] * x + matrix[3 + axis] * y + matrix[6 + axis] * z);
  }

  private int side() {
    return isTurnedOver ? -1 : 1;
  }
}
