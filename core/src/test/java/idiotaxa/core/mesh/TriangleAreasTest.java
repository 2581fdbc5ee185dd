package idiotaxa.core.mesh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.Shapes;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TriangleAreasTest {
  @ParameterizedTest
  @ValueSource(ints = {1, 5, 30})
  void aShareLiesInTheTriangleThatASumFromTheFirstReachesItIn(int fineness) {
    Mesh mesh = Shapes.bumpySphere(fineness + 2, 0.1);
    TriangleAreas areas = TriangleAreas.of(mesh);
    SplittableRandom random = new SplittableRandom(fineness);
    for (int round = 0; round < 500; round++) {
      double share = random.nextDouble();
      double sum = 0;
      int expected = -1;
      for (int t = 0; t < mesh.triangleCount() && expected < 0; t++) {
        sum += TriangleGeometry.area(mesh, t);
        expected = sum > share * areas.total() ? t : -1;
      }
      assertThat(areas.triangleAt(share)).isEqualTo(expected);
    }
    assertThat(areas.triangleAt(1)).isEqualTo(mesh.triangleCount() - 1);
  }

  @Test
  void allAreToldInOrderOverTheBorderOfWhatIsComputedAhead() {
    Mesh mesh = Shapes.bumpySphere(300, 0.02);
    assertThat(mesh.triangleCount()).isGreaterThan(1 << 17);
    int[] next = {0};
    TriangleAreas.visit(
        mesh,
        (t, area) -> {
          assertThat(t).isEqualTo(next[0]++);
          if (t % 97 == 0) {
            assertThat(area).isEqualTo(TriangleGeometry.area(mesh, t));
          }
        });
    assertThat(next[0]).isEqualTo(mesh.triangleCount());
  }

  @Test
  void areasAreAddedUpByLabelOverAllRanges() {
    Mesh mesh = Shapes.bumpySphere(300, 0.02);
    double[] expected = new double[3];
    for (int t = 0; t < mesh.triangleCount(); t++) {
      expected[t % 7 % 3] += TriangleGeometry.area(mesh, t);
    }
    double[] sums = TriangleAreas.byLabel(mesh, 3, t -> t % 7 % 3);
    assertThat(sums).containsExactly(expected, within(1e-9));
    assertThat(TriangleAreas.byLabel(mesh, 3, t -> t % 7 % 3)).isEqualTo(sums);
    assertThat(TriangleAreas.of(mesh).total()).isCloseTo(expected[0] + expected[1] + expected[2], within(1e-9));
  }

  @Test
  void trianglesWithoutAreaAreNotMet() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("sliver");
    builder.vertices(new float[] {0, 0, 0, 1, 0, 0, 0, 1, 0});
    for (int t = 0; t < 40; t++) {
      builder.polygon(0, Mesh.NO_MATERIAL, 0, 1, t == 20 ? 2 : 1);
    }
    TriangleAreas areas = TriangleAreas.of(builder.build());
    assertThat(areas.total()).isEqualTo(0.5);
    for (double share = 0; share < 1; share += 0.1) {
      assertThat(areas.triangleAt(share)).isEqualTo(20);
    }
  }
}
