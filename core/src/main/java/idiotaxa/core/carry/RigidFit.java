package idiotaxa.core.carry;

import idiotaxa.core.mesh.Jacobi;
import java.util.Arrays;

/**
 * The rotation that lays points on points with the least squares: the quaternion that belongs to the largest
 * eigenvalue of a symmetric matrix of their correlations (Horn 1987, "Closed-form solution of absolute
 * orientation using unit quaternions").
 */
final class RigidFit {
  private RigidFit() {}

  /**
   * @param correlation nine by rows: Σ p·qᵀ, both about their means
   * @return nine by rows; lays every p on its q as well as a rotation can
   */
  static double[] rotation(double[] correlation) {
    double[] s = correlation;
    double[][] n = {
      {s[0] + s[4] + s[8], s[5] - s[7], s[6] - s[2], s[1] - s[3]},
      {s[5] - s[7], s[0] - s[4] - s[8], s[1] + s[3], s[6] + s[2]},
      {s[6] - s[2], s[1] + s[3], s[4] - s[0] - s[8], s[5] + s[7]},
      {s[1] - s[3], s[6] + s[2], s[5] + s[7], s[8] - s[0] - s[4]}
    };
    double[][] vectors = Jacobi.eigenvectors(n);
    int best = 0;
    for (int i = 1; i < 4; i++) {
      best = n[i][i] > n[best][best] ? i : best;
    }
    double w = vectors[0][best];
    double x = vectors[1][best];
    double y = vectors[2][best];
    double z = vectors[3][best];
    return new double[] {
      1 - 2 * (y * y + z * z), 2 * (x * y - w * z), 2 * (x * z + w * y),
      2 * (x * y + w * z), 1 - 2 * (x * x + z * z), 2 * (y * z - w * x),
      2 * (x * z - w * y), 2 * (y * z + w * x), 1 - 2 * (x * x + y * y)
    };
  }

  /** The product of two matrices of nine. */
  static double[] times(double[] a, double[] b) {
    double[] out = new double[9];
    for (int i = 0; i < 3; i++) {
      for (int j = 0; j < 3; j++) {
        for (int k = 0; k < 3; k++) {
          out[3 * i + j] += a[3 * i + k] * b[3 * k + j];
        }
      }
    }
    return out;
  }

  static double[] negated(double[] a) {
    return Arrays.stream(a).map(x -> -x).toArray();
  }
}
