package idiotaxa.bench.model;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.demo.SaltmarshPalette;
import java.util.SplittableRandom;

/** A patch of beach: four hundred stones, each a part, one side of each sprinkled with lichen. */
final class Shingle {
  private static final int ROWS = 20;
  private static final int STONES = ROWS * ROWS;
  private static final int SIDES = 6;
  private static final int TARGET_QUADS = 2;
  private static final int LICHEN_SIDE = 4;
  /** Share of the cell of a stone's side that it covers. */
  private static final double FILL = 0.92;

  private Shingle() {}

  /** Stones of 48 triangles, side by side on one sheet. */
  static Mesh target() {
    MeshBuilder b = new MeshBuilder();
    for (int stone = 0; stone < STONES; stone++) {
      b.part("stone_%03d_low".formatted(stone));
      for (int side = 0; side < SIDES; side++) {
        side(b, stone, side, TARGET_QUADS, new Corners(stone, side, null));
      }
    }
    return b.build();
  }

  /**
   * @param fineness quads along a plain side; the side with lichen has four times as many
   */
  static Mesh source(int fineness) {
    int[] colors = SaltmarshPalette.create().groups().stream().mapToInt(g -> g.color()).toArray();
    MeshBuilder b = new MeshBuilder();
    for (int stone = 0; stone < STONES; stone++) {
      b.part("stone_%03d_high".formatted(stone));
      for (int side = 0; side < SIDES; side++) {
        int quads = side == LICHEN_SIDE ? 4 * fineness : fineness;
        side(b, stone, side, quads, new Corners(stone, side, colors));
      }
    }
    return b.build();
  }

  /** Gives a corner its UV, or its colour. */
  private static final class Corners {
    private final int stone;
    private final int side;
    private final int[] colors;
    private final SplittableRandom random;

    Corners(int stone, int side, int[] colors) {
      this.stone = stone;
      this.side = side;
      this.colors = colors;
      random = new SplittableRandom(31L * stone + side);
    }

    void dress(MeshBuilder b, double s, double t) {
      if (colors == null) {
        double u = stone % ROWS + (side % 3 + 0.5 + FILL * (s - 0.5)) / 3;
        double v = stone / ROWS + (side / 3 + 0.5 + FILL * (t - 0.5)) / 2;
        b.uv((float) (u / ROWS), (float) (v / ROWS));
        return;
      }
      int plain = stone % colors.length;
      int group = side == LICHEN_SIDE ? (plain + random.nextInt(3)) % colors.length : plain;
      b.color(0xFF000000 | colors[group]);
    }
  }

  private static void side(MeshBuilder b, int stone, int side, int quads, Corners corners) {
    int first = b.vertexCount();
    for (int y = 0; y <= quads; y++) {
      for (int x = 0; x <= quads; x++) {
        vertex(b, stone, side, x / (double) quads, y / (double) quads);
      }
    }
    for (int y = 0; y < quads; y++) {
      for (int x = 0; x < quads; x++) {
        b.face(stone, Mesh.NO_MATERIAL);
        for (int[] c : new int[][] {{x, y}, {x + 1, y}, {x + 1, y + 1}, {x, y + 1}}) {
          b.corner(first + c[1] * (quads + 1) + c[0]);
          corners.dress(b, c[0] / (double) quads, c[1] / (double) quads);
        }
      }
    }
  }

  /** A cube's side swollen to a dented ball. */
  private static void vertex(MeshBuilder b, int stone, int side, double s, double t) {
    double[] p = new double[3];
    int axis = side % 3;
    double sign = side < 3 ? 1 : -1;
    p[axis] = sign;
    p[(axis + 1) % 3] = sign * (2 * s - 1);
    p[(axis + 2) % 3] = 2 * t - 1;
    double length = Math.sqrt(p[0] * p[0] + p[1] * p[1] + p[2] * p[2]);
    double dent = 1 + 0.02 * Math.sin(9 * p[0] + stone) * Math.cos(8 * p[1] - 5 * p[2]);
    double r = 0.045 * dent / length;
    b.vertex(
        0.1 * (stone % ROWS) + r * p[0],
        0.1 * (stone / ROWS) + r * p[1],
        0.02 * (stone * 7 % 5) + 0.7 * r * p[2]);
  }
}
