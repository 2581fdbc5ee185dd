package idiotaxa.core.align;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * The 24 proper rotations that turn axes into axes, the usual ones first: none, then the quarter turns about
 * X that exporters make between an up-axis of Z and of Y, then a half turn about X, then turns about one
 * other axis, then all others.
 */
final class Rotations {
  private Rotations() {}

  static List<double[]> all() {
    int[][] orders = {{0, 1, 2}, {0, 2, 1}, {1, 0, 2}, {1, 2, 0}, {2, 0, 1}, {2, 1, 0}};
    List<double[]> out = new ArrayList<>();
    for (int[] order : orders) {
      for (int signs = 0; signs < 8; signs++) {
        boolean isOdd = Integer.bitCount(signs) % 2 == 1;
        if (isOdd == isOddPermutation(order)) {
          double[] rotation = new double[9];
          for (int row = 0; row < 3; row++) {
            rotation[3 * row + order[row]] = (signs >> row & 1) == 1 ? -1 : 1;
          }
          out.add(rotation);
        }
      }
    }
    out.sort(Comparator.comparingInt(Rotations::rank));
    return out;
  }

  private static boolean isOddPermutation(int[] order) {
    int inversions = 0;
    for (int i = 0; i < 3; i++) {
      for (int j = i + 1; j < 3; j++) {
        inversions += order[i] > order[j] ? 1 : 0;
      }
    }
    return inversions % 2 == 1;
  }

  /** Smaller for the more usual. */
  private static int rank(double[] r) {
    double trace = r[0] + r[4] + r[8];
    if (trace == 3) {
      return 0;
    }
    boolean isQuarter = trace == 1;
    boolean isHalf = trace == -1 && r[0] + r[4] + r[8] == -1 && Math.abs(r[0]) + Math.abs(r[4]) + Math.abs(r[8]) == 3;
    for (int axis = 0; axis < 3; axis++) {
      if (r[4 * axis] == 1 && isQuarter) {
        // Z up becomes Y up first: y' = z, z' = −y.
        return axis == 0 ? (r[5] == 1 ? 1 : 2) : 4 + axis;
      }
      if (r[4 * axis] == 1 && isHalf) {
        return axis == 0 ? 3 : 8 + axis;
      }
    }
    return 20;
  }
}
