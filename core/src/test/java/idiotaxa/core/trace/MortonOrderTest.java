package idiotaxa.core.trace;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.Arrays;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class MortonOrderTest {
  @ParameterizedTest
  @ValueSource(ints = {1, 2, 33, 70_000, 140_000})
  void isOneOrderOfAllTrianglesWhateverTheThreads(int count) {
    Mesh mesh = Shapes.randomTriangles(count, count, 0.01);
    MortonOrder order = MortonOrder.of(mesh, 2);
    int[] codes = order.codes();
    int[] triangles = order.triangles();
    for (int i = 1; i < count; i++) {
      assertThat(codes[i]).isGreaterThanOrEqualTo(codes[i - 1]);
      if (codes[i] == codes[i - 1]) {
        assertThat(triangles[i]).isGreaterThan(triangles[i - 1]);
      }
    }
    int[] sorted = triangles.clone();
    Arrays.sort(sorted);
    assertThat(sorted).isEqualTo(IntStream.range(0, count).toArray());
    assertThat(MortonOrder.of(mesh, 1).triangles()).isEqualTo(triangles);
  }

  @Test
  void borderIsWhereTheHighestBitChangesAndElseTheMiddle() {
    int[] codes = {1, 2, 3, 4, 5, 9, 9, 9, 9};
    assertThat(MortonOrder.border(codes, 0, 9)).isEqualTo(5);
    assertThat(MortonOrder.border(codes, 0, 5)).isEqualTo(3);
    assertThat(MortonOrder.border(codes, 0, 2)).isEqualTo(1);
    assertThat(MortonOrder.border(codes, 5, 9)).isEqualTo(7);
  }

  /** No code tells them apart and no plane divides them: they are halved, and the first is hit. */
  @ParameterizedTest
  @ValueSource(ints = {1, 4, 5, 32, 33, 5000})
  void trianglesThatCoincideMakeAHierarchyToo(int count) {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("pile");
    int a = builder.vertex(0, 0, 0);
    int b = builder.vertex(1, 0, 0);
    int c = builder.vertex(0, 1, 0);
    for (int t = 0; t < count; t++) {
      builder.polygon(part, Mesh.NO_MATERIAL, a, b, c);
    }
    Bvh bvh = Bvh.of(builder.build(), 2);
    RayQuery rays = new RayQuery(bvh);
    float[] down = {0, 0, -1};
    assertThat(rays.first(new float[] {0.2f, 0.2f, 1}, down, 2, null)).isTrue();
    assertThat(rays.triangle()).isZero();
    assertThat(rays.first(new float[] {0.8f, 0.8f, 1}, down, 2, null)).isFalse();
    int blocker = rays.blocker(new float[] {0.2f, 0.2f, 1}, down, 2, RayQuery.NOTHING);
    assertThat(blocker).isBetween(0, count - 1);
    assertThat(rays.blocker(new float[] {0.3f, 0.3f, 1}, down, 2, blocker)).isEqualTo(blocker);
    assertThat(rays.blocker(new float[] {0.8f, 0.8f, 1}, down, 2, blocker)).isEqualTo(RayQuery.NOTHING);
  }
}
