package idiotaxa.core.trace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import org.junit.jupiter.api.Test;

class CrowdingTest {
  /** Triangles that share one edge, all in one plane. */
  private static Mesh book(int pages) {
    MeshBuilder builder = new MeshBuilder();
    builder.part("book");
    builder.vertex(0, 0, 0);
    builder.vertex(0, 1, 0);
    for (int i = 0; i < pages; i++) {
      double turn = 2 * Math.PI * i / pages;
      int outer = builder.vertex(5 * Math.cos(turn), 5 * Math.sin(turn), 0);
      builder.polygon(0, Mesh.NO_MATERIAL, new int[] {0, 1, outer});
    }
    return builder.build();
  }

  private static double crowding(Mesh mesh) {
    return Crowding.of(mesh, Bvh.of(mesh, 1));
  }

  @Test
  void aUsualSurfaceIsNot() {
    assertThat(crowding(Shapes.bumpySphere(48, 0.1))).isBetween(1.0, 60.0);
  }

  @Test
  void whatLiesOnEachOtherIsRefusedWithFigureAndCure() {
    double crowding = crowding(book(40_000));
    assertThat(crowding).isGreaterThan(Crowding.MOST);
    assertThatThrownBy(() -> Crowding.refuse("the source", crowding))
        .hasMessageContaining("of the source lie")
        .hasMessageContaining("triangles on average")
        .hasMessageContaining("remove faces");
  }

  @Test
  void aSurfaceWithoutAreaHasNoPlaces() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("line");
    builder.polygon(
        0, Mesh.NO_MATERIAL, new int[] {builder.vertex(0, 0, 0), builder.vertex(1, 0, 0), builder.vertex(2, 0, 0)});
    assertThat(crowding(builder.build())).isZero();
  }
}
