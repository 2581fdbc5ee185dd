package idiotaxa.core.alike;

import idiotaxa.core.mesh.Jacobi;
import java.util.Arrays;

/** The axes of a symmetric matrix of moments, that of the largest spread first. */
final class PrincipalAxes {
  /** Spreads that are closer than this share of the largest are one. */
  private static final double SAME = 0.025;

  private final double[] spreads = new double[3];
  private final double[] rows = new double[9];

  /**
   * @param moments nine by rows
   */
  PrincipalAxes(double[] moments) {
    double[][] matrix = {
      {moments[0], moments[1], moments[2]}, {moments[3], moments[4], moments[5]}, {moments[6], moments[7], moments[8]}
    };
    double[][] vectors = Jacobi.eigenvectors(matrix);
    Integer[] order = {0, 1, 2};
    Arrays.sort(order, (a, b) -> Double.compare(matrix[b][b], matrix[a][a]));
    for (int row = 0; row < 3; row++) {
      spreads[row] = Math.max(0, matrix[order[row]][order[row]]);
      for (int k = 0; k < 3; k++) {
        rows[3 * row + k] = vectors[k][order[row]];
      }
    }
  }

  /** The axes, nine by rows. */
  double[] rows() {
    return rows;
  }

  double spread(int i) {
    return spreads[i];
  }

  /** Whether the spreads along axis {@code i} and the next one cannot be told apart. */
  boolean areEqual(int i) {
    return spreads[i] - spreads[i + 1] < SAME * spreads[0];
  }

  /** How many pairs cannot be told apart, of these and of another surface's. */
  int equalPairs(PrincipalAxes other) {
    return (areEqual(0) || other.areEqual(0) ? 1 : 0) + (areEqual(1) || other.areEqual(1) ? 1 : 0);
  }
}
