package idiotaxa.core.raster;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.BitSet;
import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class EdgeWalkTest {
  private static final int SIZE = 40;

  /** Every texel that a fine sampling of the edges meets is visited, and none that is a texel away. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void visitsWhatTheEdgesRunThrough(long seed) {
    SplittableRandom random = new SplittableRandom(seed);
    double[][] uv = new double[3][2];
    MeshBuilder builder = new MeshBuilder();
    builder.part("one");
    builder.face(0, Mesh.NO_MATERIAL);
    for (double[] c : uv) {
      c[0] = random.nextDouble(-0.2, 1.2);
      c[1] = random.nextDouble(-0.2, 1.2);
      builder.corner(builder.vertex(c[0], c[1], 0));
      builder.uv((float) c[0], (float) c[1]);
    }
    Mesh mesh = builder.build();
    Sheet sheet = new Sheet("1001", new int[] {0}, 0, 0);
    BitSet visited = new BitSet();
    new EdgeWalk(UvTriangles.of(mesh, sheet, SIZE, SIZE), SIZE, SIZE).around(0, visited::set);
    BitSet inside = new BitSet();
    BitSet near = new BitSet();
    for (int k = 0; k < 3; k++) {
      for (int s = 0; s <= 20_000; s++) {
        double share = s / 20_000.0;
        double x = SIZE * (uv[k][0] + share * (uv[(k + 1) % 3][0] - uv[k][0]));
        double y = SIZE * (1 - uv[k][1] - share * (uv[(k + 1) % 3][1] - uv[k][1]));
        mark(near, x - 0.01, y - 0.01);
        mark(near, x + 0.01, y + 0.01);
        mark(near, x - 0.01, y + 0.01);
        mark(near, x + 0.01, y - 0.01);
        boolean isClearlyInside =
            Math.abs(x - Math.rint(x)) > 0.01 && Math.abs(y - Math.rint(y)) > 0.01;
        if (isClearlyInside) {
          mark(inside, x, y);
        }
      }
    }
    inside.andNot(visited);
    assertThat(inside.cardinality()).as("edges run through, not visited").isZero();
    visited.andNot(near);
    assertThat(visited.cardinality()).as("visited, no edge near").isZero();
  }

  private static void mark(BitSet texels, double x, double y) {
    if (x >= 0 && y >= 0 && x < SIZE && y < SIZE) {
      texels.set((int) y * SIZE + (int) x);
    }
  }
}
