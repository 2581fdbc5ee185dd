package idiotaxa.core.mesh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class BigPolygonTest {
  /** A star whose radii vary at random: simple, and full of reflex corners. */
  private static double[][] star(int n, long seed) {
    SplittableRandom random = new SplittableRandom(seed);
    double[] x = new double[n];
    double[] y = new double[n];
    for (int i = 0; i < n; i++) {
      double radius = 1 + 4 * random.nextDouble();
      x[i] = radius * Math.cos(2 * Math.PI * i / n);
      y[i] = radius * Math.sin(2 * Math.PI * i / n);
    }
    return new double[][] {x, y};
  }

  private static double area(double[] x, double[] y) {
    double sum = 0;
    for (int i = 0; i < x.length; i++) {
      int next = (i + 1) % x.length;
      sum += x[i] * y[next] - x[next] * y[i];
    }
    return sum / 2;
  }

  /** Areas of a triangulation add up to the polygon's only when nothing is covered twice or left out. */
  @ParameterizedTest
  @ValueSource(ints = {25, 60, 700, 4000})
  void trianglesOfASimplePolygonAreAllTurnedOneWayAndCoverItOnce(int n) {
    double[][] p = star(n, n);
    double[] sum = new double[2];
    new BigPolygon(p[0], p[1], n)
        .cut(
            (a, b, c) -> {
              double turn =
                  (p[0][b] - p[0][a]) * (p[1][c] - p[1][a])
                      - (p[1][b] - p[1][a]) * (p[0][c] - p[0][a]);
              assertThat(turn).isGreaterThanOrEqualTo(0);
              sum[0] += turn / 2;
              sum[1]++;
            });
    assertThat(sum[1]).isEqualTo(n - 2);
    assertThat(sum[0]).isCloseTo(area(p[0], p[1]), within(1e-6 * n));
  }

  /** A comb of spikes: every ear is found late, and the corner that a careless cut would meet is far. */
  @Test
  void combOfSpikesIsCutInBoundedWork() {
    int spikes = 10_000;
    int n = 4 * spikes;
    double[] x = new double[n];
    double[] y = new double[n];
    for (int i = 0; i < 2 * spikes; i++) {
      x[i] = i;
      y[i] = 0;
      x[n - 1 - i] = i;
      y[n - 1 - i] = i % 2 == 0 ? 1 : 1e-3;
    }
    double[] sum = new double[1];
    int[] count = new int[1];
    new BigPolygon(x, y, n)
        .cut(
            (a, b, c) -> {
              sum[0] += ((x[b] - x[a]) * (y[c] - y[a]) - (y[b] - y[a]) * (x[c] - x[a])) / 2;
              count[0]++;
            });
    assertThat(count[0]).isEqualTo(n - 2);
    assertThat(sum[0]).isCloseTo(area(x, y), within(1e-6));
  }

  /** A wall wound around itself: what lies in a corner's way is gone only much later. */
  @Test
  void spiralIsCutWithoutOverlap() {
    int n = 60_000;
    double[] x = new double[n];
    double[] y = new double[n];
    for (int i = 0; i < n; i++) {
      boolean isOuter = i < n / 2;
      double turn = 40.0 * (isOuter ? i : n - 1 - i) / (n / 2);
      double radius = 0.1 + 0.12 * turn + (isOuter ? 0.05 : 0);
      x[i] = radius * Math.cos(2 * Math.PI * turn);
      y[i] = radius * Math.sin(2 * Math.PI * turn);
    }
    List<Double> turns = turnsOf(x, y);
    assertThat(turns).hasSize(n - 2).allMatch(turn -> turn >= 0);
    assertThat(turns.stream().mapToDouble(t -> t / 2).sum()).isCloseTo(area(x, y), within(1e-6));
  }

  /** Doubled areas of the triangles, positive where they turn as the polygon does. */
  private static List<Double> turnsOf(double[] x, double[] y) {
    List<Double> turns = new ArrayList<>();
    new BigPolygon(x, y, x.length)
        .cut((a, b, c) -> turns.add((x[b] - x[a]) * (y[c] - y[a]) - (y[b] - y[a]) * (x[c] - x[a])));
    return turns;
  }

  @Test
  void whatCrossesItselfIsCutAllTheSame() {
    int n = 3000;
    SplittableRandom random = new SplittableRandom(3);
    double[] x = random.doubles(n).toArray();
    double[] y = random.doubles(n).toArray();
    boolean[] isUsed = new boolean[n];
    int[] count = new int[1];
    new BigPolygon(x, y, n)
        .cut(
            (a, b, c) -> {
              isUsed[a] = isUsed[b] = isUsed[c] = true;
              count[0]++;
            });
    assertThat(count[0]).isEqualTo(n - 2);
    assertThat(isUsed).doesNotContain(false);
  }

  @Test
  void meshOfOneHugePolygonKeepsItsArea() {
    int n = 40_000;
    double[][] p = star(n, 9);
    MeshBuilder builder = new MeshBuilder();
    builder.part("disc");
    int[] corners = new int[n];
    for (int i = 0; i < n; i++) {
      corners[i] = builder.vertex(p[0][i], p[1][i], 0);
    }
    builder.polygon(0, Mesh.NO_MATERIAL, corners);
    Mesh mesh = builder.build();
    assertThat(mesh.faceCount()).isEqualTo(1);
    assertThat(mesh.triangleCount()).isEqualTo(n - 2);
    assertThat(TriangleGeometry.faceAreas(mesh)[0]).isCloseTo(area(p[0], p[1]), within(0.01));
  }
}
