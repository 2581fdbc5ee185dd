package idiotaxa.bench.model;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.demo.SaltmarshPalette;

/** A rope laid in a closed knot, twelve strands of their own colour twisted along it. */
final class MooringRope {
  private static final int TARGET_ALONG = 128;
  private static final int TARGET_AROUND = 8;
  /** Stretches of the target's length that lie side by side on the sheet. */
  private static final int STRIPS = 8;

  private static final double MARGIN = 0.02;
  private static final double STRIP_HEIGHT = 0.111;
  private static final int STRANDS = 12;
  private static final double TWISTS = 4;
  private static final double RADIUS = 0.12;

  private MooringRope() {}

  /** 2,048 triangles that cover 85 % of one sheet. */
  static Mesh target() {
    MeshBuilder b = new MeshBuilder();
    b.part("rope");
    points(b, TARGET_ALONG, TARGET_AROUND, 0);
    for (int i = 0; i < TARGET_ALONG; i++) {
      for (int j = 0; j < TARGET_AROUND; j++) {
        b.face(0, Mesh.NO_MATERIAL);
        for (int[] c : new int[][] {{i, j}, {i + 1, j}, {i + 1, j + 1}, {i, j + 1}}) {
          b.corner(point(c[0], c[1], TARGET_ALONG, TARGET_AROUND));
          int strip = i * STRIPS / TARGET_ALONG;
          double along = (c[0] - strip * TARGET_ALONG / STRIPS) * (double) STRIPS / TARGET_ALONG;
          double across = c[1] / (double) TARGET_AROUND;
          b.uv(
              (float) (MARGIN + (1 - 2 * MARGIN) * along),
              (float) ((strip + 0.5) / STRIPS + STRIP_HEIGHT * (across - 0.5)));
        }
      }
    }
    return b.build();
  }

  /**
   * @param along quads along the rope; five eighths as many lie around it
   */
  static Mesh source(int along) {
    int around = Math.max(12, along * 5 / 8);
    int[] colors = SaltmarshPalette.create().groups().stream().mapToInt(g -> g.color()).toArray();
    MeshBuilder b = new MeshBuilder();
    b.part("rope");
    points(b, along, around, 0.02);
    for (int i = 0; i < along; i++) {
      for (int j = 0; j < around; j++) {
        int[][] c = {{i, j}, {i + 1, j}, {i + 1, j + 1}, {i, j + 1}};
        for (int[] corners : new int[][] {{0, 1, 2}, {0, 2, 3}}) {
          b.face(0, Mesh.NO_MATERIAL);
          for (int k : corners) {
            b.corner(point(c[k][0], c[k][1], along, around));
            b.color(color(c[k][0] / (double) along, c[k][1] / (double) around, colors));
          }
        }
      }
    }
    return b.build();
  }

  private static int color(double along, double around, int[] colors) {
    double wave = 0.15 * Math.sin(2 * Math.PI * 60 * along);
    double strand = STRANDS * (around + TWISTS * along) + wave;
    int index = Math.floorMod((int) Math.floor(strand), STRANDS);
    int color = colors[index % colors.length];
    // Where the palette has fewer colours than there are strands, further ones are its darker half.
    return 0xFF000000 | (index < colors.length ? color : color >> 1 & 0x7F7F7F);
  }

  private static int point(int i, int j, int along, int around) {
    return i % along * around + j % around;
  }

  /** Rows of points around the tube of a trefoil knot, one a step along it. */
  private static void points(MeshBuilder b, int along, int around, double roughness) {
    double[] p = new double[3];
    double[] ahead = new double[3];
    for (int i = 0; i < along; i++) {
      double t = 2 * Math.PI * i / along;
      center(t, p);
      center(t + 1e-4, ahead);
      double[] tangent = unit(ahead[0] - p[0], ahead[1] - p[1], ahead[2] - p[2]);
      // Away from the axis, made square to the tangent: closes after a round, since the knot does.
      double dot = tangent[0] * p[0] + tangent[1] * p[1];
      double[] out = unit(p[0] - dot * tangent[0], p[1] - dot * tangent[1], -dot * tangent[2]);
      double[] side = {
        out[1] * tangent[2] - out[2] * tangent[1],
        out[2] * tangent[0] - out[0] * tangent[2],
        out[0] * tangent[1] - out[1] * tangent[0]
      };
      for (int j = 0; j < around; j++) {
        double a = 2 * Math.PI * j / around;
        double bump = Math.sin(STRANDS * (a + TWISTS * t)) + 0.3 * Math.sin(170 * t) * Math.cos(31 * a);
        double r = RADIUS * (1 + roughness * bump);
        double x = r * Math.cos(a);
        double y = r * Math.sin(a);
        b.vertex(
            p[0] + x * out[0] + y * side[0],
            p[1] + x * out[1] + y * side[1],
            p[2] + x * out[2] + y * side[2]);
      }
    }
  }

  private static void center(double t, double[] p) {
    double r = 0.6 + 0.25 * Math.cos(3 * t);
    p[0] = r * Math.cos(2 * t);
    p[1] = r * Math.sin(2 * t);
    p[2] = 0.25 * Math.sin(3 * t);
  }

  private static double[] unit(double x, double y, double z) {
    double length = Math.sqrt(x * x + y * y + z * z);
    return new double[] {x / length, y / length, z / length};
  }
}
