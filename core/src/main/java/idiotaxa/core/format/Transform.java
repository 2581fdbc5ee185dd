package idiotaxa.core.format;

import tools.jackson.databind.JsonNode;

/** An affine transform in double precision, three rows of four. Immutable. */
final class Transform {
  static final Transform IDENTITY = new Transform(1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0);

  private final double[] m;
  private final double[] cofactor;
  private final float[] normal = new float[3];

  private Transform(double... rows) {
    m = rows;
    cofactor = cofactors(rows);
  }

  /** A glTF node's matrix, or its translation, rotation and scale (glTF 2.0, 3.5.3). */
  static Transform ofNode(JsonNode node) {
    JsonNode matrix = node.path("matrix");
    if (matrix.size() == 16) {
      double[] rows = new double[12];
      for (int row = 0; row < 3; row++) {
        for (int column = 0; column < 4; column++) {
          rows[4 * row + column] = matrix.get(4 * column + row).asDouble(0);
        }
      }
      return new Transform(rows);
    }
    JsonNode t = node.path("translation");
    JsonNode r = node.path("rotation");
    JsonNode s = node.path("scale");
    double x = r.path(0).asDouble(0);
    double y = r.path(1).asDouble(0);
    double z = r.path(2).asDouble(0);
    double w = r.path(3).asDouble(1);
    double sx = s.path(0).asDouble(1);
    double sy = s.path(1).asDouble(1);
    double sz = s.path(2).asDouble(1);
    return new Transform(
        (1 - 2 * (y * y + z * z)) * sx,
        2 * (x * y - z * w) * sy,
        2 * (x * z + y * w) * sz,
        t.path(0).asDouble(0),
        2 * (x * y + z * w) * sx,
        (1 - 2 * (x * x + z * z)) * sy,
        2 * (y * z - x * w) * sz,
        t.path(1).asDouble(0),
        2 * (x * z - y * w) * sx,
        2 * (y * z + x * w) * sy,
        (1 - 2 * (x * x + y * y)) * sz,
        t.path(2).asDouble(0));
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

  void point(double x, double y, double z, double[] out) {
    for (int row = 0; row < 3; row++) {
      out[row] = m[4 * row] * x + m[4 * row + 1] * y + m[4 * row + 2] * z + m[4 * row + 3];
    }
  }

  /** Unit normal under the transform: by the cofactors, which mirroring turns. Reused array. */
  float[] normal(double x, double y, double z) {
    double sign = isMirrored() ? -1 : 1;
    double nx = sign * (cofactor[0] * x + cofactor[1] * y + cofactor[2] * z);
    double ny = sign * (cofactor[3] * x + cofactor[4] * y + cofactor[5] * z);
    double nz = sign * (cofactor[6] * x + cofactor[7] * y + cofactor[8] * z);
    double length = Math.sqrt(nx * nx + ny * ny + nz * nz);
    double scale = length > 0 ? 1 / length : 0;
    normal[0] = (float) (nx * scale);
    normal[1] = (float) (ny * scale);
    normal[2] = (float) (nz * scale);
    return normal;
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
