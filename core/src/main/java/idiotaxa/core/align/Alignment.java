package idiotaxa.core.align;

import idiotaxa.core.mesh.Mesh;
import java.util.Arrays;

/**
 * Puts a source onto its target: p becomes {@code stretch ∘ (scale · rotation · p) + offset}. Kept with the
 * source, never written into its file.
 *
 * @param rotation nine values row by row, a proper rotation
 * @param scale above 0
 * @param offset metres
 * @param stretch factors along the target's axes, above 0; null for none
 */
public record Alignment(double[] rotation, double scale, double[] offset, double[] stretch) {
  public static final Alignment NONE =
      new Alignment(new double[] {1, 0, 0, 0, 1, 0, 0, 0, 1}, 1, new double[3], null);

  private static final double TOLERANCE = 1e-6;

  public Alignment {
    if (rotation == null || offset == null) {
      throw new IllegalArgumentException("an alignment needs rotation, scale and offset");
    }
    stretch = stretch == null ? new double[] {1, 1, 1} : stretch;
    if (stretch.length != 3) {
      throw new IllegalArgumentException("stretch needs 3 factors, got " + stretch.length);
    }
    for (double factor : stretch) {
      if (!(factor > 0 && factor < Double.POSITIVE_INFINITY)) {
        throw new IllegalArgumentException("stretch must be above 0, got " + factor);
      }
    }
    if (rotation.length != 9 || offset.length != 3) {
      throw new IllegalArgumentException("an alignment needs 9 rotation and 3 offset values");
    }
    if (!(scale > 0 && scale < Double.POSITIVE_INFINITY)) {
      throw new IllegalArgumentException("scale must be above 0, got " + scale);
    }
    for (double value : offset) {
      if (!Double.isFinite(value)) {
        throw new IllegalArgumentException("offset must be finite, got " + value + " m");
      }
    }
    checkRotation(rotation);
  }

  /** Without stretch. */
  public Alignment(double[] rotation, double scale, double[] offset) {
    this(rotation, scale, offset, null);
  }

  /** Whether it keeps the proportions. */
  public boolean isUniform() {
    return stretch[0] == 1 && stretch[1] == 1 && stretch[2] == 1;
  }

  private static void checkRotation(double[] r) {
    for (int i = 0; i < 3; i++) {
      for (int j = 0; j < 3; j++) {
        double dot = r[3 * i] * r[3 * j] + r[3 * i + 1] * r[3 * j + 1] + r[3 * i + 2] * r[3 * j + 2];
        if (!(Math.abs(dot - (i == j ? 1 : 0)) < TOLERANCE)) {
          throw new IllegalArgumentException("rotation must hold unit rows at right angles");
        }
      }
    }
    double determinant =
        r[0] * (r[4] * r[8] - r[5] * r[7])
            - r[1] * (r[3] * r[8] - r[5] * r[6])
            + r[2] * (r[3] * r[7] - r[4] * r[6]);
    if (determinant < 0) {
      throw new IllegalArgumentException("rotation must not mirror");
    }
  }

  public boolean changesNothing() {
    return equals(NONE);
  }

  /** The moved mesh; this one when nothing is to be done. */
  public Mesh apply(Mesh mesh) {
    if (changesNothing()) {
      return mesh;
    }
    float[] p = mesh.positions();
    float[] moved = new float[p.length];
    for (int i = 0; i < p.length; i += 3) {
      for (int axis = 0; axis < 3; axis++) {
        moved[i + axis] = (float)
                (stretch[axis] * scale * rotated(axis, p[i], p[i + 1], p[i + 2]) + offset[axis]);
      }
    }
    float[] n = mesh.cornerNormal();
    float[] turned = n == null ? null : new float[n.length];
    for (int i = 0; n != null && i < n.length; i += 3) {
      for (int axis = 0; axis < 3; axis++) {
        turned[i + axis] = (float) (rotated(axis, n[i], n[i + 1], n[i + 2]) / stretch[axis]);
      }
      if (!isUniform()) {
        makeUnit(turned, i);
      }
    }
    return mesh.withPositions(moved, turned);
  }

  private static void makeUnit(float[] values, int at) {
    double sq = 0;
    for (int axis = 0; axis < 3; axis++) {
      sq += (double) values[at + axis] * values[at + axis];
    }
    for (int axis = 0; axis < 3 && sq > 0; axis++) {
      values[at + axis] /= (float) Math.sqrt(sq);
    }
  }

  /** Writes where a point goes to {@code out}. */
  void point(double x, double y, double z, double[] out) {
    for (int axis = 0; axis < 3; axis++) {
      out[axis] = stretch[axis] * scale * rotated(axis, x, y, z) + offset[axis];
    }
  }

  /** Writes where a point comes from to {@code out}. */
  void inversePoint(double x, double y, double z, double[] out) {
    double[] r = rotation;
    double a = (x - offset[0]) / (scale * stretch[0]);
    double b = (y - offset[1]) / (scale * stretch[1]);
    double c = (z - offset[2]) / (scale * stretch[2]);
    for (int axis = 0; axis < 3; axis++) {
      out[axis] = r[axis] * a + r[3 + axis] * b + r[6 + axis] * c;
    }
  }

  private double rotated(int axis, double x, double y, double z) {
    return rotation[3 * axis] * x + rotation[3 * axis + 1] * y + rotation[3 * axis + 2] * z;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Alignment that
        && scale == that.scale
        && Arrays.equals(rotation, that.rotation)
        && Arrays.equals(offset, that.offset)
        && Arrays.equals(stretch, that.stretch);
  }

  @Override
  public int hashCode() {
    return 31 * Arrays.hashCode(rotation) + Arrays.hashCode(offset) + Arrays.hashCode(stretch) + Double.hashCode(scale);
  }
}
