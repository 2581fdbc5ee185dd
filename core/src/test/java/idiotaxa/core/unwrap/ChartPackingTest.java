package idiotaxa.core.unwrap;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class ChartPackingTest {
  private static Chart chart(double... xy) {
    int corners = xy.length / 2;
    double[] x = new double[corners];
    double[] y = new double[corners];
    for (int i = 0; i < corners; i++) {
      x[i] = xy[2 * i];
      y[i] = xy[2 * i + 1];
    }
    return new Chart(new int[] {0}, new int[corners], x, y);
  }

  private static double[] randomTriangle(SplittableRandom random, double size) {
    double[] xy = new double[6];
    Arrays.setAll(xy, i -> size * random.nextDouble());
    return xy;
  }

  /** Cell by cell: every place is inside of the grid, and no cell has two owners. */
  @ParameterizedTest
  @EnumSource(ChartPacker.Order.class)
  void packedMasksNeverMeet(ChartPacker.Order order) {
    SplittableRandom random = new SplittableRandom(31);
    List<ChartMask[]> masks = new ArrayList<>();
    for (int i = 0; i < 60; i++) {
      double[] triangle = randomTriangle(random, 4 + random.nextInt(30));
      Chart chart = chart(triangle);
      ChartMask[] turned = new ChartMask[Turn.COUNT];
      for (int q = 0; q < turned.length; q++) {
        turned[q] = ChartMask.of(triangle, Turn.of(chart, q, 1), 1);
      }
      masks.add(turned);
    }
    int side = 130;
    ChartPacker.Place[] places = new ChartPacker(side).pack(masks, order, () -> false);
    assertThat(places).isNotNull();
    int[] owner = new int[side * side];
    for (int i = 0; i < places.length; i++) {
      ChartMask mask = masks.get(i)[places[i].quarters()];
      for (int y = 0; y < mask.height; y++) {
        for (int x = 0; x < mask.width; x++) {
          if ((mask.rows[y][x >> 6] & 1L << x) != 0) {
            int cell = (places[i].y() + y) * side + places[i].x() + x;
            assertThat(places[i].x() + x).isLessThan(side);
            assertThat(owner[cell]++).isZero();
          }
        }
      }
    }
  }

  @Test
  void chartsThatDoNotFitAreNotPlaced() {
    double[] triangle = {0, 0, 20, 0, 0, 20};
    ChartMask[] turned = new ChartMask[Turn.COUNT];
    Arrays.setAll(turned, q -> ChartMask.of(triangle, Turn.of(chart(triangle), q, 1), 1));
    assertThat(new ChartPacker(10).pack(List.<ChartMask[]>of(turned), ChartPacker.Order.BOX_AREA, () -> false))
        .isNull();
  }

  /** Points of a triangle, many of them: each lies in a set cell, however the chart is turned. */
  @Test
  void maskHoldsEveryCellThatTheChartTouches() {
    SplittableRandom random = new SplittableRandom(77);
    for (int i = 0; i < 200; i++) {
      double[] t = randomTriangle(random, 1 + 20 * random.nextDouble());
      Turn turn = Turn.of(chart(t), i % 4, 0.7);
      ChartMask mask = ChartMask.of(t, turn, 0);
      for (int k = 0; k < 300; k++) {
        double a = random.nextDouble();
        double b = random.nextDouble() * (1 - a);
        double x = t[0] + a * (t[2] - t[0]) + b * (t[4] - t[0]);
        double y = t[1] + a * (t[3] - t[1]) + b * (t[5] - t[1]);
        int cx = (int) Math.floor(turn.x(x, y));
        int cy = (int) Math.floor(turn.y(x, y));
        assertThat(mask.rows[cy][cx >> 6] & 1L << cx).as("triangle %d", i).isNotZero();
      }
    }
  }

  /** No turn by a tenth of a degree gives a smaller box. */
  @Test
  void smallestBoxIsSmallestOfAllTurns() {
    SplittableRandom random = new SplittableRandom(5);
    for (int i = 0; i < 30; i++) {
      double[] xy = new double[14];
      Arrays.setAll(xy, k -> random.nextDouble());
      double best = Double.POSITIVE_INFINITY;
      for (int step = 0; step < 1800; step++) {
        best = Math.min(best, boxArea(xy, Math.toRadians(step / 10.0)));
      }
      Chart chart = chart(xy);
      SmallestBox.turn(chart);
      assertThat(chart.width() * chart.height()).isLessThanOrEqualTo(best + 1e-9);
      assertThat(chart.width()).isGreaterThanOrEqualTo(chart.height());
      assertThat(distance(chart)).isCloseTo(Math.hypot(xy[2] - xy[0], xy[3] - xy[1]), within(1e-12));
    }
  }

  private static double distance(Chart c) {
    return Math.hypot(c.x()[1] - c.x()[0], c.y()[1] - c.y()[0]);
  }

  private static double boxArea(double[] xy, double angle) {
    double[] lo = {9, 9};
    double[] hi = {-9, -9};
    for (int k = 0; k < xy.length; k += 2) {
      double[] p = {
        Math.cos(angle) * xy[k] + Math.sin(angle) * xy[k + 1],
        Math.cos(angle) * xy[k + 1] - Math.sin(angle) * xy[k]
      };
      for (int axis = 0; axis < 2; axis++) {
        lo[axis] = Math.min(lo[axis], p[axis]);
        hi[axis] = Math.max(hi[axis], p[axis]);
      }
    }
    return (hi[0] - lo[0]) * (hi[1] - lo[1]);
  }

  /** Two triangles overlap where a point lies strictly inside of both; found by trying many points. */
  @Test
  void overlapAgreesWithTryingPoints() {
    SplittableRandom random = new SplittableRandom(12);
    int overlapping = 0;
    for (int i = 0; i < 400; i++) {
      double[] two = new double[12];
      Arrays.setAll(two, k -> random.nextInt(8));
      boolean isFound = new PlaneTriangles(two).hasOverlap();
      boolean isSeen = false;
      for (double x = 0.03; x < 8 && !isSeen; x += 0.07) {
        for (double y = 0.03; y < 8 && !isSeen; y += 0.07) {
          isSeen = isInside(two, 0, x, y) && isInside(two, 6, x, y);
        }
      }
      if (isSeen) {
        overlapping++;
        assertThat(isFound).as(Arrays.toString(two)).isTrue();
      }
    }
    assertThat(overlapping).isBetween(50, 350);
  }

  private static boolean isInside(double[] t, int at, double x, double y) {
    int sides = 0;
    for (int k = 0; k < 3; k++) {
      int a = at + 2 * k;
      int b = at + (2 * k + 2) % 6;
      double side = (t[b] - t[a]) * (y - t[a + 1]) - (t[b + 1] - t[a + 1]) * (x - t[a]);
      sides += side > 1e-9 ? 1 : side < -1e-9 ? -1 : 0;
    }
    return Math.abs(sides) == 3;
  }

  @Test
  void trianglesThatShareAnEdgeOrACornerDoNotOverlap() {
    double[] edge = {0, 0, 1, 0, 0, 1, 1, 0, 1, 1, 0, 1};
    double[] corner = {0, 0, 1, 0, 0, 1, 0, 0, -1, 0, 0, -1};
    assertThat(new PlaneTriangles(edge).hasOverlap()).isFalse();
    assertThat(new PlaneTriangles(corner).hasOverlap()).isFalse();
    assertThat(new PlaneTriangles(new double[] {0, 0, 1, 0, 0, 1, 0, 0, 1, 0, 0, 1}).hasOverlap())
        .isTrue();
  }
}
