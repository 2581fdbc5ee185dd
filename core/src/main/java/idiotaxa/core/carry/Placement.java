package idiotaxa.core.carry;

/**
 * Where a new part lies over the old model: a factor an axis, negative to mirror, then a shift.
 *
 * @param factor an axis, never 0
 * @param shift metres an axis
 * @param isTurnedOver whether its faces look to the other side than before
 */
record Placement(double[] factor, double[] shift, boolean isTurnedOver) {
  static final Placement SAME = new Placement(new double[] {1, 1, 1}, new double[3], false);

  /** The axis mirrored and a new centre laid over an old one; no axis when −1. */
  static Placement of(int mirroredAxis, double[] newCenter, double[] oldCenter) {
    double[] factor = {1, 1, 1};
    if (mirroredAxis >= 0) {
      factor[mirroredAxis] = -1;
    }
    return scaled(factor, newCenter, oldCenter);
  }

  /** Grown or shrunk by a factor an axis, with the centres together. */
  static Placement scaled(double[] factor, double[] newCenter, double[] oldCenter) {
    double[] shift = new double[3];
    for (int axis = 0; axis < 3; axis++) {
      shift[axis] = oldCenter[axis] - factor[axis] * newCenter[axis];
    }
    return new Placement(factor, shift, false);
  }

  Placement turnedOver() {
    return new Placement(factor, shift, !isTurnedOver);
  }

  boolean isMirrored() {
    return factor[0] * factor[1] * factor[2] < 0;
  }

  /** Coordinate of a new point over the old model, metres. */
  double point(int axis, double value) {
    return factor[axis] * value + shift[axis];
  }

  /** Coordinate of an old point over the new model, metres. */
  double back(int axis, double value) {
    return (value - shift[axis]) / factor[axis];
  }

  /** Part of a new outward direction over the old model; its length does not stay. */
  double direction(int axis, double value) {
    return (isTurnedOver ? -1 : 1) * value / factor[axis];
  }

  /** Part of an old outward direction over the new model. */
  double directionBack(int axis, double value) {
    return (isTurnedOver ? -1 : 1) * value * factor[axis];
  }
}
