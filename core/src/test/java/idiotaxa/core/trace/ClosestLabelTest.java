package idiotaxa.core.trace;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ClosestLabelTest {
  private static final int WALKS = 60;
  private static final int STEPS = 60;

  /**
   * Points side by side, near and far, get the label of what is closest to each, whatever was asked before.
   *
   * @param cells labels along an axis
   * @param step of a walk, as a share of the size of the cloud of triangles
   */
  @ParameterizedTest
  @CsvSource({
    "1, 5000, 0.03, 2, 0.001",
    "2, 5000, 0.03, 6, 0.001",
    "3, 300, 0.2, 2, 0.01",
    "4, 3, 0.5, 3, 0.02",
    "5, 1, 1, 1, 0.05"
  })
  void answersAsTheClosestPointDoes(long seed, int count, double size, int cells, double step) {
    Mesh mesh = Shapes.randomTriangles(seed, count, size);
    SplittableRandom random = new SplittableRandom(seed);
    char[] label = labels(mesh, cells, random);
    Bvh bvh = Bvh.of(mesh, 1);
    ClosestPointQuery nearest = new ClosestPointQuery(bvh);
    ClosestLabel labels = new ClosestLabel(bvh, NodeLabels.of(bvh, t -> label[t]), nearest);
    ClosestPointQuery twin = new ClosestPointQuery(bvh);
    long[] second = PartFilter.none(3);
    PartFilter.allow(second, 1);
    int others = 0;
    for (int walk = 0; walk < WALKS; walk++) {
      double[] p = random.doubles(3, -1, 2).toArray();
      double[] way = random.doubles(3, -step, step).toArray();
      long[] parts = walk % 3 == 0 && mesh.parts().size() > 1 ? second : null;
      double most = walk % 4 == 0 ? 0.3 : 5;
      for (int i = 0; i < STEPS; i++) {
        boolean isFound = labels.find(p[0], p[1], p[2], most, parts);
        assertThat(isFound).isEqualTo(twin.find(p[0], p[1], p[2], most, parts));
        if (isFound) {
          int told = nearest.triangle();
          int closest = twin.triangle();
          assertThat(label[told]).as("walk %d, step %d", walk, i).isEqualTo(label[closest]);
          assertThat(told == closest || label[closest] != NodeLabels.MIXED).isTrue();
          others += told == closest ? 0 : 1;
        }
        for (int axis = 0; axis < 3; axis++) {
          p[axis] += way[axis];
        }
      }
    }
    if (count > 100) {
      assertThat(others).as("points that another one answered for").isPositive();
    }
  }

  /** Between two of different labels it is the middle that decides, and who may be found is asked anew. */
  @Test
  void endsInTheMiddleBetweenLabels() {
    MeshBuilder builder = new MeshBuilder();
    speck(builder, "left", -1);
    speck(builder, "right", 3);
    Bvh bvh = Bvh.of(builder.build(), 1);
    ClosestPointQuery nearest = new ClosestPointQuery(bvh);
    ClosestLabel labels = new ClosestLabel(bvh, NodeLabels.of(bvh, t -> t), nearest);
    for (double x : new double[] {0, 0.5, 0.99, 1.01, 1.2, 0.2}) {
      assertThat(labels.find(x, 0, 0, 100, null)).isTrue();
      assertThat(nearest.triangle()).as("at " + x).isEqualTo(x < 1 ? 0 : 1);
    }
    long[] right = PartFilter.none(2);
    PartFilter.allow(right, 1);
    labels = new ClosestLabel(bvh, NodeLabels.of(bvh, t -> t), nearest);
    assertThat(labels.find(0.2, 0, 0, 100, null)).isTrue();
    assertThat(nearest.triangle()).isZero();
    assertThat(labels.find(0.2, 0, 0, 100, right)).isTrue();
    assertThat(nearest.triangle()).isEqualTo(1);
  }

  private static void speck(MeshBuilder builder, String part, float x) {
    int[] corners = {
      builder.vertex(x, 0, 0), builder.vertex(x, 1e-4f, 0), builder.vertex(x, 0, 1e-4f)
    };
    builder.polygon(builder.part(part), Mesh.NO_MATERIAL, corners);
  }

  /** By place, so that neighbours mostly agree; here and there a triangle has several. */
  private static char[] labels(Mesh mesh, int cells, SplittableRandom random) {
    char[] label = new char[mesh.triangleCount()];
    for (int t = 0; t < label.length; t++) {
      int v = 3 * mesh.triangleVertex(t, 0);
      int x = (int) Math.floor(cells * mesh.positions()[v]);
      int y = (int) Math.floor(cells * mesh.positions()[v + 1]);
      label[t] = random.nextInt(100) == 0 ? NodeLabels.MIXED : (char) (Math.floorMod(x, 16) + 16 * Math.floorMod(y, 16));
    }
    return label;
  }
}
