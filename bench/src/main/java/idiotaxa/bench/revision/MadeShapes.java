package idiotaxa.bench.revision;

import idiotaxa.bench.revision.MadePart.Groups;
import idiotaxa.bench.revision.MadePart.Patch;
import idiotaxa.bench.revision.MadePart.Surface;

/** Shapes that parts are made of, about the origin and outward. */
final class MadeShapes {
  private MadeShapes() {}

  static Groups all(int group) {
    return (s, t) -> group;
  }

  /** Equal stripes along t. */
  static Groups bands(int... groups) {
    return (s, t) -> groups[Math.min(groups.length - 1, (int) (t * groups.length))];
  }

  /** Equal stripes along s. */
  static Groups columns(int... groups) {
    return (s, t) -> groups[Math.min(groups.length - 1, (int) (s * groups.length))];
  }

  /**
   * Six sides, each cut into {@code cuts} squared.
   *
   * @param groups one for all or one a side: +x −x +y −y +z −z
   */
  static MadePart box(String name, double x, double y, double z, int cuts, int... groups) {
    double[] half = {x / 2, y / 2, z / 2};
    Patch[] sides = new Patch[6];
    for (int side = 0; side < 6; side++) {
      int axis = side / 2;
      int sign = side % 2 == 0 ? 1 : -1;
      Surface surface =
          (s, t) -> {
            double[] p = new double[3];
            p[axis] = sign * half[axis];
            p[(axis + 1) % 3] = (2 * s - 1) * half[(axis + 1) % 3];
            p[(axis + 2) % 3] = sign * (2 * t - 1) * half[(axis + 2) % 3];
            return p;
          };
      sides[side] = new Patch(surface, all(groups[groups.length == 1 ? 0 : side]), cuts, cuts);
    }
    return MadePart.of(name, sides);
  }

  /** Open at both ends, along y. */
  static Patch wall(double radius, double height, Groups groups, int columns, int rows) {
    return new Patch(
        (s, t) ->
            new double[] {
              radius * Math.cos(-2 * Math.PI * s), height * (t - 0.5), radius * Math.sin(-2 * Math.PI * s)
            },
        groups, columns, rows);
  }

  static MadePart tube(String name, double radius, double height, Groups groups, int columns, int rows) {
    return MadePart.of(name, wall(radius, height, groups, columns, rows));
  }

  /** Like no other side of itself: nothing turns or mirrors it into itself. */
  static MadePart lump(String name, double size, Groups groups, int columns, int rows) {
    Surface surface =
        (s, t) -> {
          double a = -2 * Math.PI * s;
          double b = Math.PI * (0.02 + 0.96 * t);
          double r =
              size * (1 + 0.22 * Math.sin(2 * a + 0.7) * Math.sin(b) + 0.13 * Math.cos(3 * a) * Math.sin(b)
                  + 0.17 * Math.cos(b) + 0.1 * Math.sin(a) * Math.sin(2 * b));
          return new double[] {
            r * Math.sin(b) * Math.cos(a), -1.4 * r * Math.cos(b), 0.8 * r * Math.sin(b) * Math.sin(a)
          };
        };
    return MadePart.of(name, new Patch(surface, groups, columns, rows));
  }

  /** A flat sheet of both sides, {@code thickness} apart, looking to ±z. */
  static MadePart leaf(String name, double width, double height, double thickness, int cuts, int front, int back) {
    Patch up = new Patch((s, t) -> new double[] {width * (s - 0.5), height * (t - 0.5), thickness / 2}, all(front), cuts, cuts);
    Patch down = new Patch((s, t) -> new double[] {width * (0.5 - s), height * (t - 0.5), -thickness / 2}, all(back), cuts, cuts);
    return MadePart.of(name, up, down);
  }
}
