package idiotaxa.core.format;

import tools.jackson.databind.JsonNode;

/** An affine transform in double precision, three rows of four. Immutable. */
final class Transform {
  static final Transform IDENTITY = new Transform(1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0);

  private final double[] m;
  private final double[] cofactor;

  private Transform(double... rows) {
    m = rows;
    cofactor = cofactors(rows);
  }

  /** A glTF node's matrix, or its translation, rotation and scale (glTF 2.0, 3.5.3). */
  static Transform ofNode(GltfDocument document, String place, JsonNode node) {
    if (node.has("matrix")) {
      double[] m = document.vector(place, node, "matrix", new double[16]);
      double[] rows = new double[12];
      for (int row = 0; row < 3; row++) {
        for (int column = 0; column < 4; column++) {
          rows[4 * row + column] = m[4 * column + row];
        }
      }
      return new Transform(rows);
    }
    return of(
        document.vector(place, node, "translation", 0, 0, 0),
        document.vector(place, node, "rotation", 0, 0, 0, 1),
        document.vector(place, node, "scale", 1, 1, 1));
  }

  /** Of sixteen values, column by column, as an accessor has them; the last row is taken for 0, 0, 0, 1. */
  static Transform ofColumns(float[] values, int first) {
    double[] rows = new double[12];
    for (int row = 0; row < 3; row++) {
      for (int column = 0; column < 4; column++) {
        rows[4 * row + column] = values[first + 4 * column + row];
      }
    }
    return new Transform(rows);
  }

  /**
   * @param t translation
   * @param r rotation, a unit quaternion x, y, z, w
   * @param s scale along the axes, which goes first
   */
  static Transform of(double[] t, double[] r, double[] s) {
    double x = r[0];
    double y = r[1];
    double z = r[2];
    double w = r[3];
    return new Transform(
        (1 - 2 * (y * y + z * z)) * s[0],
        2 * (x * y - z * w) * s[1],
        2 * (x * z + y * w) * s[2],
        t[0],
        2 * (x * y + z * w) * s[0],
        (1 - 2 * (x * x + z * z)) * s[1],
        2 * (y * z - x * w) * s[2],
        t[1],
        2 * (x * z - y * w) * s[0],
        2 * (y * z + x * w) * s[1],
        (1 - 2 * (x * x + y * y)) * s[2],
        t[2]);
  }

  /** Writes its three rows of four. */
  void rows(double[] out, int at) {
    System.arraycopy(m, 0, out, at, m.length);
  }

  /** First {@code inner}, then this. */
  Transform times(Transform inner) {
    double[] out = new double[12];
    for (int row = 0; row < 3; row++) {
      for (int column = 0; column < 4; column++) {
        double sum = column == 3 ? m[4 * row + 3] : 0;
        for (int k = 0; k < 3; k++) {
          sum += m[4 * row + k] * inner.m[4 * k + column];
        }
        out[4 * row + column] = sum;
      }
    }
    return new Transform(out);
  }

  /** The point at an index of three values each. */
  double[] point(float[] xyz, int at) {
    double[] out = new double[3];
    for (int row = 0; row < 3; row++) {
      out[row] = m[4 * row] * xyz[at] + m[4 * row + 1] * xyz[at + 1] + m[4 * row + 2] * xyz[at + 2] + m[4 * row + 3];
    }
    return out;
  }

  /** Where a point goes. */
  void point(double x, double y, double z, double[] out) {
    for (int row = 0; row < 3; row++) {
      out[row] = m[4 * row] * x + m[4 * row + 1] * y + m[4 * row + 2] * z + m[4 * row + 3];
    }
  }

  /** Of sixteen values row by row that points stand before, as USD has them; the last column is taken for 0, 0, 0, 1. */
  static Transform ofRowVectors(double[] values) {
    double[] rows = new double[12];
    for (int row = 0; row < 3; row++) {
      for (int column = 0; column < 4; column++) {
        rows[4 * row + column] = values[4 * column + row];
      }
    }
    return new Transform(rows);
  }

  /** Back again; the identity where nothing leads back. */
  Transform inverse() {
    double det = m[0] * cofactor[0] + m[1] * cofactor[1] + m[2] * cofactor[2];
    if (det == 0) {
      return IDENTITY;
    }
    double[] rows = new double[12];
    for (int row = 0; row < 3; row++) {
      for (int column = 0; column < 3; column++) {
        rows[4 * row + column] = cofactor[3 * column + row] / det;
      }
      rows[4 * row + 3] = -(rows[4 * row] * m[3] + rows[4 * row + 1] * m[7] + rows[4 * row + 2] * m[11]);
    }
    return new Transform(rows);
  }

  /** First this, then off an origin. */
  Transform off(double x, double y, double z) {
    double[] rows = m.clone();
    rows[3] -= x;
    rows[7] -= y;
    rows[11] -= z;
    return new Transform(rows);
  }

  /** Moves points {@code from} up to and without {@code to} of three values each, in place. */
  void points(float[] xyz, int from, int to) {
    for (int i = 3 * from; i < 3 * to; i += 3) {
      double x = xyz[i];
      double y = xyz[i + 1];
      double z = xyz[i + 2];
      for (int row = 0; row < 3; row++) {
        xyz[i + row] = (float) (m[4 * row] * x + m[4 * row + 1] * y + m[4 * row + 2] * z + m[4 * row + 3]);
      }
    }
  }

  /** Turns normals in place, to unit length: by the cofactors, which mirroring turns. */
  void normals(float[] xyz, int from, int to) {
    double sign = isMirrored() ? -1 : 1;
    for (int i = 3 * from; i < 3 * to; i += 3) {
      double x = xyz[i];
      double y = xyz[i + 1];
      double z = xyz[i + 2];
      double nx = sign * (cofactor[0] * x + cofactor[1] * y + cofactor[2] * z);
      double ny = sign * (cofactor[3] * x + cofactor[4] * y + cofactor[5] * z);
      double nz = sign * (cofactor[6] * x + cofactor[7] * y + cofactor[8] * z);
      double length = Math.sqrt(nx * nx + ny * ny + nz * nz);
      double scale = length > 0 ? 1 / length : 0;
      xyz[i] = (float) (nx * scale);
      xyz[i + 1] = (float) (ny * scale);
      xyz[i + 2] = (float) (nz * scale);
    }
  }

  boolean isMirrored() {
    return m[0] * cofactor[0] + m[1] * cofactor[1] + m[2] * cofactor[2] < 0;
  }

  private static double[] cofactors(double[] m) {
    return new double[] {
      m[5] * m[10] - m[6] * m[9],
      m[6] * m[8] - m[4] * m[10],
      m[4] * m[9] - m[5] * m[8],
      m[2] * m[9] - m[1] * m[10],
      m[0] * m[10] - m[2] * m[8],
      m[1] * m[8] - m[0] * m[9],
      m[1] * m[6] - m[2] * m[5],
      m[2] * m[4] - m[0] * m[6],
      m[0] * m[5] - m[1] * m[4]
    };
  }
}
