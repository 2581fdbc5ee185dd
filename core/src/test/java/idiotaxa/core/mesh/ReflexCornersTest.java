package idiotaxa.core.mesh;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ReflexCornersTest {
  /** Points at random, on a grid so that many share coordinates or lie on borders, against a look at all of them. */
  @ParameterizedTest
  @ValueSource(ints = {0, 1, 8, 9, 33, 500})
  void answersAreThoseOfBruteForceWhilePointsAreTakenAway(int count) {
    SplittableRandom random = new SplittableRandom(count);
    int n = count + 3;
    double[] x = random.doubles(n).map(v -> Math.round(v * 20)).toArray();
    double[] y = random.doubles(n).map(v -> Math.round(v * 20)).toArray();
    int[] corners = new int[count];
    boolean[] isThere = new boolean[n];
    for (int i = 0; i < count; i++) {
      corners[i] = i;
      isThere[i] = true;
    }
    ReflexCorners reflex = new ReflexCorners(x, y, n, corners);
    for (int round = 0; round < 400; round++) {
      for (int k = count; k < n; k++) {
        x[k] = random.nextInt(21);
        y[k] = random.nextInt(21);
      }
      int a = count;
      int b = count + 1;
      int c = count + 2;
      if (turn(x, y, a, b, c) <= 0) {
        continue;
      }
      boolean isExpected = false;
      for (int p = 0; p < count; p++) {
        isExpected |= isThere[p] && isWithin(x, y, a, b, c, p);
      }
      int found = reflex.within(a, b, c);
      assertThat(found != ReflexCorners.NONE).isEqualTo(isExpected);
      if (isExpected) {
        assertThat(isThere[found] && isWithin(x, y, a, b, c, found)).isTrue();
        reflex.remove(found);
        isThere[found] = false;
      }
    }
  }

  private static boolean isWithin(double[] x, double[] y, int a, int b, int c, int p) {
    for (int corner : new int[] {a, b, c}) {
      if (x[corner] == x[p] && y[corner] == y[p]) {
        return false;
      }
    }
    return turn(x, y, a, b, p) >= 0 && turn(x, y, b, c, p) >= 0 && turn(x, y, c, a, p) >= 0;
  }

  private static double turn(double[] x, double[] y, int a, int b, int c) {
    return (x[b] - x[a]) * (y[c] - y[a]) - (y[b] - y[a]) * (x[c] - x[a]);
  }
}
