package idiotaxa.core.trace;

/**
 * Boxes as six floats in an array: min xyz, max xyz. Plain comparisons, because none of the values is
 * NaN and Math.min would look for that.
 */
final class Boxes {
  private Boxes() {}

  static float[] empty() {
    float[] box = new float[6];
    reset(box, 0, 1);
    return box;
  }

  /** Empties {@code count} boxes. */
  static void reset(float[] boxes, int at, int count) {
    for (int i = at; i < at + 6 * count; i += 6) {
      for (int k = 0; k < 3; k++) {
        boxes[i + k] = Float.POSITIVE_INFINITY;
        boxes[i + 3 + k] = Float.NEGATIVE_INFINITY;
      }
    }
  }

  static void grow(float[] box, int at, float[] by, int byAt) {
    for (int k = 0; k < 3; k++) {
      float lo = by[byAt + k];
      float hi = by[byAt + 3 + k];
      if (lo < box[at + k]) {
        box[at + k] = lo;
      }
      if (hi > box[at + 3 + k]) {
        box[at + 3 + k] = hi;
      }
    }
  }

  static void growByPoint(float[] box, float x, float y, float z) {
    if (x < box[0]) {
      box[0] = x;
    }
    if (y < box[1]) {
      box[1] = y;
    }
    if (z < box[2]) {
      box[2] = z;
    }
    if (x > box[3]) {
      box[3] = x;
    }
    if (y > box[4]) {
      box[4] = y;
    }
    if (z > box[5]) {
      box[5] = z;
    }
  }

  /** Half the surface, 0 for an empty box. */
  static float area(float[] box, int at) {
    float dx = box[at + 3] - box[at];
    float dy = box[at + 4] - box[at + 1];
    float dz = box[at + 5] - box[at + 2];
    return dx < 0 ? 0 : dx * dy + dy * dz + dz * dx;
  }

  /**
   * Writes a box one step outward, so that a ray that runs exactly along a side of the box still
   * enters it.
   */
  static void write(float[] box, int at, float[] out, int outAt) {
    for (int k = 0; k < 3; k++) {
      out[outAt + k] = Math.nextDown(box[at + k]);
      out[outAt + 3 + k] = Math.nextUp(box[at + 3 + k]);
    }
  }
}
