package idiotaxa.core.carry;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;

/** Models made of flat and round walls whose groups are known at every place. */
final class Walls {
  /** A point of a wall, with s and t in 0 … 1. */
  interface Surface {
    double[] at(double s, double t);
  }

  private record Quad(String part, double[][] corners, int group) {}

  private final List<Quad> quads = new ArrayList<>();

  /**
   * @param groups one a stripe along t, of equal heights; {@code rows} is a multiple of their number unless
   *     faces shall lie across borders
   */
  Walls add(String part, int columns, int rows, Surface surface, int... groups) {
    for (int row = 0; row < rows; row++) {
      for (int column = 0; column < columns; column++) {
        double[][] corners = new double[4][];
        for (int k = 0; k < 4; k++) {
          double s = (column + (k == 1 || k == 2 ? 1 : 0)) / (double) columns;
          double t = (row + (k > 1 ? 1 : 0)) / (double) rows;
          corners[k] = surface.at(s, t);
        }
        int stripe = (int) ((row + 0.5) / rows * groups.length);
        quads.add(new Quad(part, corners, groups[stripe]));
      }
    }
    return this;
  }

  /** Six walls of a box, outward. */
  Walls addBox(String part, double x, double y, double z, double half, int group) {
    for (int side = 0; side < 6; side++) {
      int axis = side / 2;
      int sign = side % 2 == 0 ? 1 : -1;
      add(
          part,
          2,
          2,
          (s, t) -> {
            double[] p = {x, y, z};
            p[axis] += sign * half;
            p[(axis + 1) % 3] += (2 * s - 1) * half;
            p[(axis + 2) % 3] += sign * (2 * t - 1) * half;
            return p;
          },
          group);
    }
    return this;
  }

  Walls shuffled(long seed) {
    Collections.shuffle(quads, new Random(seed));
    return this;
  }

  int[] groups() {
    return quads.stream().mapToInt(Quad::group).toArray();
  }

  Mesh mesh() {
    return mesh(1, false);
  }

  /**
   * @param signX −1 to mirror, then faces are turned so that they look outward again
   * @param isTurnedOver whether faces look to the other side
   */
  Mesh mesh(int signX, boolean isTurnedOver) {
    MeshBuilder builder = new MeshBuilder();
    List<String> parts = new ArrayList<>();
    for (Quad quad : quads) {
      if (!parts.contains(quad.part())) {
        parts.add(quad.part());
        builder.part(quad.part());
      }
      builder.face(parts.indexOf(quad.part()), Mesh.NO_MATERIAL);
      boolean isBackwards = signX < 0 != isTurnedOver;
      for (int k = 0; k < 4; k++) {
        double[] p = quad.corners()[isBackwards ? 3 - k : k];
        builder.corner(builder.vertex(signX * p[0], p[1], p[2]));
      }
    }
    return builder.build();
  }

  /** Around the y axis at (x, z), outward. */
  static Surface tube(double x, double z, double radius, double height) {
    return (s, t) ->
        new double[] {
          x + radius * StrictMath.cos(-2 * Math.PI * s),
          height * t,
          z + radius * StrictMath.sin(-2 * Math.PI * s)
        };
  }

  /** A plate of one metre that looks to +z, or to −z. */
  static Surface plate(double z, boolean isFront) {
    return (s, t) -> new double[] {isFront ? s : 1 - s, t, z};
  }
}
