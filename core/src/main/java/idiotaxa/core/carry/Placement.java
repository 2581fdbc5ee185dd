package idiotaxa.core.carry;

/**
 * Where a new part lies over the old model: each axis mirrored or not, then shifted.
 *
 * @param sign 1 or −1 an axis
 * @param shift metres an axis
 * @param isTurnedOver whether its faces look to the other side than before
 */
record Placement(double[] sign, double[] shift, boolean isTurnedOver) {
  static final Placement SAME = new Placement(new double[] {1, 1, 1}, new double[3], false);

  /** The axis mirrored and a new centre laid over an old one; no axis when −1. */
  static Placement of(int mirroredAxis, double[] newCenter, double[] oldCenter) {
    double[] sign = {1, 1, 1};
    double[] shift = new double[3];
    if (mirroredAxis >= 0) {
      sign[mirroredAxis] = -1;
    }
    for (int axis = 0; axis < 3; axis++) {
      shift[axis] = oldCenter[axis] - sign[axis] * newCenter[axis];
    }
    return new Placement(sign, shift, false);
  }

  Placement turnedOver() {
    return new Placement(sign, shift, !isTurnedOver);
  }

  boolean isMirrored() {
    return sign[0] * sign[1] * sign[2] < 0;
  }

  /** Coordinate of a new point over the old model, metres. */
  double point(int axis, double value) {
    return sign[axis] * value + shift[axis];
  }

  /** Coordinate of an old point over the new model, metres. */
  double back(int axis, double value) {
    return sign[axis] * (value - shift[axis]);
  }

  /** Part of an outward direction over the other model: mirrors and turns are their own inverses. */
  double direction(int axis, double value) {
    return (isTurnedOver ? -1 : 1) * sign[axis] * value;
  }
}
