package idiotaxa.core.unwrap;

import java.util.Arrays;
import java.util.Comparator;
import java.util.stream.IntStream;

/**
 * Turns a chart to the box of smallest area, the longer side lying. One side of that box lies along a
 * side of the convex hull (Freeman and Shapira 1975), so trying the hull's sides is enough.
 */
final class SmallestBox {
  private SmallestBox() {}

  static void turn(Chart chart) {
    int[] hull = hull(chart);
    double bestArea = Double.POSITIVE_INFINITY;
    double cos = 1;
    double sin = 0;
    for (int i = 0; i < hull.length; i++) {
      int a = hull[i];
      int b = hull[(i + 1) % hull.length];
      double dx = chart.x()[b] - chart.x()[a];
      double dy = chart.y()[b] - chart.y()[a];
      double length = Math.hypot(dx, dy);
      if (length > 0) {
        double area = boxArea(chart, hull, dx / length, dy / length);
        if (area < bestArea * (1 - 1e-9)) {
          bestArea = area;
          cos = dx / length;
          sin = dy / length;
        }
      }
    }
    rotate(chart, cos, sin);
    if (chart.height() > chart.width()) {
      rotate(chart, 0, 1);
    }
  }

  private static double boxArea(Chart chart, int[] hull, double cos, double sin) {
    double minX = Double.POSITIVE_INFINITY;
    double maxX = Double.NEGATIVE_INFINITY;
    double minY = Double.POSITIVE_INFINITY;
    double maxY = Double.NEGATIVE_INFINITY;
    for (int i : hull) {
      double x = cos * chart.x()[i] + sin * chart.y()[i];
      double y = cos * chart.y()[i] - sin * chart.x()[i];
      minX = Math.min(minX, x);
      maxX = Math.max(maxX, x);
      minY = Math.min(minY, y);
      maxY = Math.max(maxY, y);
    }
    return (maxX - minX) * (maxY - minY);
  }

  private static void rotate(Chart chart, double cos, double sin) {
    for (int i = 0; i < chart.x().length; i++) {
      double x = chart.x()[i];
      chart.x()[i] = cos * x + sin * chart.y()[i];
      chart.y()[i] = cos * chart.y()[i] - sin * x;
    }
  }

  /** Andrew's monotone chain (1979); indices into the chart's corners. */
  private static int[] hull(Chart chart) {
    double[] x = chart.x();
    double[] y = chart.y();
    int[] order =
        IntStream.range(0, x.length)
            .boxed()
            .sorted(
                Comparator.<Integer>comparingDouble(i -> x[i])
                    .thenComparingDouble(i -> y[i])
                    .thenComparingInt(i -> i))
            .mapToInt(Integer::intValue)
            .toArray();
    int[] hull = new int[2 * order.length + 1];
    int size = 0;
    for (int pass = 0; pass < 2; pass++) {
      int base = size;
      for (int i = 0; i < order.length; i++) {
        int next = order[pass == 0 ? i : order.length - 1 - i];
        while (size >= base + 2 && turn(x, y, hull[size - 2], hull[size - 1], next) <= 0) {
          size--;
        }
        hull[size++] = next;
      }
      size--;
    }
    return Arrays.copyOf(hull, Math.max(1, size));
  }

  private static double turn(double[] x, double[] y, int a, int b, int c) {
    return (x[b] - x[a]) * (y[c] - y[a]) - (y[b] - y[a]) * (x[c] - x[a]);
  }
}
