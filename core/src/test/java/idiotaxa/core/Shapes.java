package idiotaxa.core;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.SplittableRandom;

/** Small meshes for tests. */
public final class Shapes {
  private static final int[][] CUBE_FACES = {
    {0, 2, 3, 1}, {4, 5, 7, 6}, {0, 1, 5, 4}, {2, 6, 7, 3}, {0, 4, 6, 2}, {1, 3, 7, 5}
  };

  private Shapes() {}

  /** The unit square in the plane z = 0, one quad, UVs equal to x and y. */
  public static MeshBuilder unitQuad() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("quad");
    grid(builder, 1, 1, 0);
    return builder;
  }

  /** {@code n} × {@code n} quads over the unit square at height z, UVs equal to x and y. */
  public static void grid(MeshBuilder builder, int n, int partCount, double z) {
    int first = builder.vertexCount();
    for (int y = 0; y <= n; y++) {
      for (int x = 0; x <= n; x++) {
        builder.vertex(x / (double) n, y / (double) n, z);
      }
    }
    for (int y = 0; y < n; y++) {
      for (int x = 0; x < n; x++) {
        builder.face((y * n + x) % partCount, Mesh.NO_MATERIAL);
        for (int[] c : new int[][] {{x, y}, {x + 1, y}, {x + 1, y + 1}, {x, y + 1}}) {
          builder.corner(first + c[1] * (n + 1) + c[0]);
          builder.uv(c[0] / (float) n, c[1] / (float) n);
        }
      }
    }
  }

  /**
   * A cube from −1 to 1 as six quads; face i lies in a third of the width and half of the height of
   * the sheet, with a margin.
   */
  public static Mesh unwrappedCube() {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("cube");
    for (int v = 0; v < 8; v++) {
      builder.vertex((v & 1) * 2 - 1, (v >> 1 & 1) * 2 - 1, (v >> 2) * 2 - 1);
    }
    for (int f = 0; f < 6; f++) {
      float u = f % 3 / 3f + 0.02f;
      float v = f / 3 / 2f + 0.02f;
      float size = 0.29f;
      float[][] uv = {{u, v}, {u + size, v}, {u + size, v + size}, {u, v + size}};
      builder.face(part, Mesh.NO_MATERIAL);
      for (int k = 0; k < 4; k++) {
        builder.corner(CUBE_FACES[f][k]);
        builder.uv(uv[k][0], uv[k][1]);
      }
    }
    return builder.build();
  }

  /** Triangles without any order, reproducible from the seed. */
  public static Mesh randomTriangles(long seed, int count, double size) {
    SplittableRandom random = new SplittableRandom(seed);
    MeshBuilder builder = new MeshBuilder();
    builder.part("a");
    builder.part("b");
    builder.part("c");
    for (int t = 0; t < count; t++) {
      double x = random.nextDouble();
      double y = random.nextDouble();
      double z = random.nextDouble();
      int[] v = new int[3];
      for (int k = 0; k < 3; k++) {
        v[k] =
            builder.vertex(
                x + size * random.nextDouble(),
                y + size * random.nextDouble(),
                z + size * random.nextDouble());
      }
      builder.polygon(t % 3, Mesh.NO_MATERIAL, v);
    }
    return builder.build();
  }

  /** A closed, bumpy sphere of {@code 2n·n} quads around the origin, radius about 1. */
  public static Mesh bumpySphere(int n, double bump) {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("sphere");
    int around = 2 * n;
    for (int row = 0; row <= n; row++) {
      for (int column = 0; column < around; column++) {
        double polar = Math.PI * row / n;
        double angle = 2 * Math.PI * column / around;
        double r = 1 + (row == 0 || row == n ? 0 : bump * Math.sin(7 * angle) * Math.sin(5 * polar));
        double ring = row == 0 || row == n ? 0 : Math.sin(polar);
        builder.vertex(r * ring * Math.cos(angle), r * Math.cos(polar), r * ring * Math.sin(angle));
      }
    }
    for (int row = 0; row < n; row++) {
      for (int column = 0; column < around; column++) {
        int next = (column + 1) % around;
        int a = row * around + column;
        int b = row * around + next;
        builder.polygon(part, Mesh.NO_MATERIAL, a, b, b + around, a + around);
      }
    }
    return builder.build();
  }
}
