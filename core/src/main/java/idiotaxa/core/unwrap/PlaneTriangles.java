package idiotaxa.core.unwrap;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Triangles in the plane, six values each, and whether any two of them overlap. */
final class PlaneTriangles {
  /** Share of the extent by which two triangles may touch without overlapping. */
  private static final double TOUCH = 1e-9;

  private final double[] xy;
  private final int count;
  private double cell;
  private double slack;

  /**
   * @param xy x and y of the three corners of each triangle
   */
  PlaneTriangles(double[] xy) {
    this.xy = xy;
    count = xy.length / 6;
  }

  /** Expected linear time for triangles of about one size. */
  boolean hasOverlap() {
    double sum = 0;
    double extent = 0;
    for (int t = 0; t < count; t++) {
      sum += Math.max(max(t, 0) - min(t, 0), max(t, 1) - min(t, 1));
      extent = Math.max(extent, Math.max(Math.abs(max(t, 0)), Math.abs(max(t, 1))));
      extent = Math.max(extent, Math.max(Math.abs(min(t, 0)), Math.abs(min(t, 1))));
    }
    cell = Math.max(sum / Math.max(1, count) * 1.5, extent * 1e-6);
    slack = extent * TOUCH;
    if (cell == 0) {
      return false;
    }
    Map<Long, List<Integer>> grid = new HashMap<>();
    for (int t = 0; t < count; t++) {
      if (meetsEarlier(t, grid)) {
        return true;
      }
    }
    return false;
  }

  private boolean meetsEarlier(int t, Map<Long, List<Integer>> grid) {
    long toX = (long) Math.floor(max(t, 0) / cell);
    long toY = (long) Math.floor(max(t, 1) / cell);
    for (long x = (long) Math.floor(min(t, 0) / cell); x <= toX; x++) {
      for (long y = (long) Math.floor(min(t, 1) / cell); y <= toY; y++) {
        List<Integer> here = grid.computeIfAbsent(x << 32 ^ (y & 0xFFFFFFFFL), k -> new ArrayList<>());
        for (int other : here) {
          if (other != t && overlap(t, other)) {
            return true;
          }
        }
        here.add(t);
      }
    }
    return false;
  }

  private double min(int t, int axis) {
    int at = 6 * t + axis;
    return Math.min(xy[at], Math.min(xy[at + 2], xy[at + 4]));
  }

  private double max(int t, int axis) {
    int at = 6 * t + axis;
    return Math.max(xy[at], Math.max(xy[at + 2], xy[at + 4]));
  }

  /** Separating axes: apart when one edge of either has the whole other triangle outside. */
  private boolean overlap(int a, int b) {
    return !isSeparatedBy(a, b) && !isSeparatedBy(b, a);
  }

  private boolean isSeparatedBy(int a, int b) {
    double turn = orientation(a);
    for (int k = 0; k < 3; k++) {
      double fromX = xy[6 * a + 2 * k];
      double fromY = xy[6 * a + 2 * k + 1];
      double dx = xy[6 * a + (2 * k + 2) % 6] - fromX;
      double dy = xy[6 * a + (2 * k + 3) % 6] - fromY;
      double length = Math.sqrt(dx * dx + dy * dy);
      boolean isOutside = length > 0;
      for (int m = 0; m < 3 && isOutside; m++) {
        double side =
            turn * (dx * (xy[6 * b + 2 * m + 1] - fromY) - dy * (xy[6 * b + 2 * m] - fromX));
        isOutside = side <= slack * length;
      }
      if (isOutside) {
        return true;
      }
    }
    return false;
  }

  private double orientation(int t) {
    int a = 6 * t;
    double area =
        (xy[a + 2] - xy[a]) * (xy[a + 5] - xy[a + 1]) - (xy[a + 3] - xy[a + 1]) * (xy[a + 4] - xy[a]);
    return area < 0 ? -1 : 1;
  }
}
