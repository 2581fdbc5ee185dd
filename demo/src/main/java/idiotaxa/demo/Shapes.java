package idiotaxa.demo;

import java.util.ArrayList;
import java.util.List;

/** Turned bodies, tubes, rings and boxes as patches. Faces wind outward. */
final class Shapes {
  private Shapes() {}

  /** A point of a turned body's outline: radius and height in metres. */
  record Outline(double radius, double y) {}

  /** A turned body around the y axis through (cx, cz), outline from bottom to top. */
  static Patch turned(
      double cx, double cz, int columns, int[] groupOfRow, double ripple, Outline... outline) {
    double height = 0;
    double widest = 0;
    for (int i = 0; i < outline.length; i++) {
      widest = Math.max(widest, outline[i].radius());
      if (i > 0) {
        height +=
            Math.hypot(
                outline[i].radius() - outline[i - 1].radius(), outline[i].y() - outline[i - 1].y());
      }
    }
    int rows = outline.length - 1;
    Surface surface =
        (s, t, out) -> {
          int row = Math.min(rows - 1, (int) (t * rows));
          double share = t * rows - row;
          double r = mix(outline[row].radius(), outline[row + 1].radius(), share);
          double angle = -2 * Math.PI * s;
          out[0] = cx + r * StrictMath.cos(angle);
          out[1] = mix(outline[row].y(), outline[row + 1].y(), share);
          out[2] = cz + r * StrictMath.sin(angle);
        };
    return new Patch(
        surface, columns, rows, true, 2 * Math.PI * widest, height, groupOfRow, ripple);
  }

  private static double mix(double a, double b, double share) {
    return share == 0 ? a : a + (b - a) * share;
  }

  /** A straight tube with closed ends between two points. */
  static List<Patch> tube(double[] from, double[] to, double radius, int columns, int group) {
    double[] axis = {to[0] - from[0], to[1] - from[1], to[2] - from[2]};
    double length = Math.sqrt(axis[0] * axis[0] + axis[1] * axis[1] + axis[2] * axis[2]);
    double[] u = across(axis);
    double[] v = cross(axis, u);
    normalise(v);
    Surface side = (s, t, out) -> ring(from, axis, t, u, v, radius, s, out);
    Surface bottom = (s, t, out) -> ring(from, axis, 0, u, v, radius * t, s, out);
    Surface top = (s, t, out) -> ring(from, axis, 1, u, v, radius * (1 - t), s, out);
    double around = 2 * Math.PI * radius;
    return List.of(
        new Patch(side, columns, 1, true, around, length, Patch.same(group, 1), 0),
        new Patch(bottom, columns, 1, true, around, radius, Patch.same(group, 1), 0),
        new Patch(top, columns, 1, true, around, radius, Patch.same(group, 1), 0));
  }

  private static void ring(
      double[] from,
      double[] axis,
      double along,
      double[] u,
      double[] v,
      double radius,
      double s,
      double[] out) {
    double a = radius * StrictMath.cos(2 * Math.PI * s);
    double b = radius * StrictMath.sin(2 * Math.PI * s);
    for (int k = 0; k < 3; k++) {
      out[k] = from[k] + axis[k] * along + a * u[k] + b * v[k];
    }
  }

  /**
   * A closed ring of a round section around a stretched circle (a chain link, a rope, a fender).
   *
   * @param center middle of the ring
   * @param e first axis of the ring's plane, of unit length
   * @param f second axis, of unit length and perpendicular to the first
   * @param stretch added half length along {@code e}
   */
  static Patch ring(
      double[] center,
      double[] e,
      double[] f,
      double radius,
      double stretch,
      double thickness,
      int columns,
      int rows,
      int group,
      double ripple) {
    double[] n = cross(e, f);
    Surface surface =
        (s, t, out) -> {
          double angle = 2 * Math.PI * s;
          double c = StrictMath.cos(angle);
          double d = StrictMath.sin(angle);
          double section = 2 * Math.PI * (t == 1 ? 0 : t);
          double outward = thickness * StrictMath.cos(section);
          double up = thickness * StrictMath.sin(section);
          double shift = Math.abs(c) < 1e-9 ? 0 : Math.copySign(stretch, c);
          for (int k = 0; k < 3; k++) {
            out[k] =
                center[k]
                    + e[k] * ((radius + outward) * c + shift)
                    + f[k] * (radius + outward) * d
                    + n[k] * up;
          }
        };
    double length = 2 * Math.PI * radius + 4 * stretch;
    return new Patch(
        surface,
        columns,
        rows,
        true,
        length,
        2 * Math.PI * thickness,
        Patch.same(group, rows),
        ripple);
  }

  /** A box as six patches, its edges along u, v and their cross product. */
  static List<Patch> box(double[] center, double[] u, double[] v, double[] half, int[] groups) {
    double[] w = cross(u, v);
    double[][] axes = {u, v, w};
    List<Patch> out = new ArrayList<>();
    for (int face = 0; face < 6; face++) {
      int n = face % 3;
      double sign = face < 3 ? 1 : -1;
      int a = (n + 1) % 3;
      int b = (n + 2) % 3;
      Surface surface =
          (s, t, p) -> {
            for (int k = 0; k < 3; k++) {
              p[k] =
                  center[k]
                      + sign * half[n] * axes[n][k]
                      + sign * (2 * s - 1) * half[a] * axes[a][k]
                      + (2 * t - 1) * half[b] * axes[b][k];
            }
          };
      out.add(
          new Patch(
              surface, 1, 1, false, 2 * half[a], 2 * half[b], Patch.same(groups[face], 1), 0));
    }
    return out;
  }

  static double[] cross(double[] a, double[] b) {
    return new double[] {
      a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]
    };
  }

  private static double[] across(double[] axis) {
    double[] helper = Math.abs(axis[1]) > Math.abs(axis[0]) ? new double[] {1, 0, 0}
        : new double[] {0, 1, 0};
    double[] u = cross(helper, axis);
    normalise(u);
    return u;
  }

  private static void normalise(double[] v) {
    double length = Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
    for (int k = 0; k < 3; k++) {
      v[k] /= length;
    }
  }
}
