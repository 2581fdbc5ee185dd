package idiotaxa.core.mesh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.Shapes;
import org.junit.jupiter.api.Test;

class MeshTest {
  @Test
  void theBoxOfManyPointsHoldsEachAndTouchesSix() {
    Mesh mesh = Shapes.bumpySphere(300, 0.02);
    assertThat(mesh.vertexCount()).isGreaterThan(2 << 16);
    float[] least = {9, 9, 9};
    float[] greatest = {-9, -9, -9};
    float[] p = mesh.positions();
    for (int i = 0; i < p.length; i++) {
      least[i % 3] = Math.min(least[i % 3], p[i]);
      greatest[i % 3] = Math.max(greatest[i % 3], p[i]);
    }
    assertThat(mesh.bounds())
        .isEqualTo(new Bounds(least[0], least[1], least[2], greatest[0], greatest[1], greatest[2]));
  }

  @Test
  void concavePolygonIsCutWithoutLeavingItsOutline() {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("arrow");
    int[] v = {
      builder.vertex(0, 0, 0),
      builder.vertex(4, 0, 0),
      builder.vertex(4, 4, 0),
      builder.vertex(2, 1, 0),
      builder.vertex(0, 4, 0)
    };
    builder.polygon(part, Mesh.NO_MATERIAL, v);
    Mesh mesh = builder.build();
    assertThat(mesh.triangleCount()).isEqualTo(3);
    double area = 0;
    for (int t = 0; t < 3; t++) {
      double[] normal = new double[3];
      assertThat(TriangleGeometry.unitNormal(mesh, t, normal)).isTrue();
      assertThat(normal[2]).isEqualTo(1);
      area += TriangleGeometry.area(mesh, t);
    }
    assertThat(area).isEqualTo(16 - 6, within(1e-12));
  }

  @Test
  void degeneratePolygonStillGivesTwoTrianglesLessThanCorners() {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("line");
    int[] v = new int[6];
    for (int i = 0; i < 6; i++) {
      v[i] = builder.vertex(i, 0, 0);
    }
    builder.polygon(part, Mesh.NO_MATERIAL, v);
    assertThat(builder.build().triangleCount()).isEqualTo(4);
  }

  @Test
  void weldJoinsNegativeAndPositiveZero() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("p");
    builder.vertex(0.0, 1, 2);
    builder.vertex(-0.0, 1, 2);
    builder.vertex(Math.nextUp(0f), 1, 2);
    Weld weld = Weld.of(builder.build());
    assertThat(weld.count()).isEqualTo(2);
    assertThat(weld.of(0)).isEqualTo(weld.of(1)).isNotEqualTo(weld.of(2));
  }

  @Test
  void piecesHangTogetherThroughSharedPositionsInsideOnePart() {
    MeshBuilder builder = new MeshBuilder();
    int a = builder.part("a");
    int b = builder.part("b");
    triangleAt(builder, a, 0);
    triangleAt(builder, a, 1);
    triangleAt(builder, b, 2);
    triangleAt(builder, a, 10);
    Mesh mesh = builder.build();
    FaceLabels pieces = Pieces.of(mesh, Weld.of(mesh));
    assertThat(pieces.ofFace()).containsExactly(0, 0, 1, 2);
    assertThat(pieces.count()).isEqualTo(3);
  }

  /** Shares its last position with the first of the triangle at x + 1. */
  private static void triangleAt(MeshBuilder builder, int part, double x) {
    builder.polygon(
        part,
        Mesh.NO_MATERIAL,
        builder.vertex(x, 0, 0),
        builder.vertex(x, 1, 0),
        builder.vertex(x + 1, 0, 0));
  }

  @Test
  void cubeIsOnePieceAndSixIslands() {
    Mesh cube = Shapes.unwrappedCube();
    Weld weld = Weld.of(cube);
    assertThat(Pieces.of(cube, weld).count()).isEqualTo(1);
    assertThat(Islands.of(cube, weld).count()).isEqualTo(6);
  }

  @Test
  void gridWithSharedUvsIsOneIsland() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("grid");
    Shapes.grid(builder, 4, 1, 0);
    Mesh grid = builder.build();
    assertThat(Islands.of(grid, Weld.of(grid)).count()).isEqualTo(1);
  }

  @Test
  void islandsWithoutUvsAreRefused() {
    Mesh mesh = Shapes.bumpySphere(4, 0);
    assertThatThrownBy(() -> Islands.of(mesh, Weld.of(mesh)))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("need UVs");
  }

  @Test
  void smoothNormalsOfACubePointAlongItsDiagonals() {
    Mesh cube = Shapes.unwrappedCube();
    Weld weld = Weld.of(cube);
    float[] normals = SmoothNormals.of(cube, weld);
    for (int v = 0; v < 8; v++) {
      for (int k = 0; k < 3; k++) {
        float expected = (float) (cube.positions()[3 * v + k] / Math.sqrt(3));
        assertThat(normals[3 * weld.of(v) + k]).isEqualTo(expected, within(1e-6f));
      }
    }
  }

  @Test
  void everySrgbValueComesBackFromLinear() {
    for (int i = 0; i < 256; i++) {
      assertThat(Srgb.fromLinear(Srgb.toLinear(i))).isEqualTo(i);
    }
    assertThat(Srgb.fromLinear(0.5)).isEqualTo(188);
    assertThat(Srgb.fromLinear(-1)).isZero();
    assertThat(Srgb.fromLinear(7)).isEqualTo(255);
  }

  @Test
  void mergedMeshesKeepPartsMaterialsAndColours() {
    MeshBuilder first = Shapes.unitQuad();
    MeshBuilder second = new MeshBuilder();
    int part = second.part("tri");
    int material = second.material(Material.named("m"));
    second.face(part, material);
    for (int k = 0; k < 3; k++) {
      second.corner(second.vertex(k, k * k, 0));
      second.color(0xFF112233);
    }
    Mesh merged = MeshMerger.merge(java.util.List.of(first.build(), second.build()));
    assertThat(merged.parts()).extracting(Part::name).containsExactly("quad", "tri");
    assertThat(merged.facePart()).containsExactly(0, 1);
    assertThat(merged.faceMaterial()).containsExactly(Mesh.NO_MATERIAL, 0);
    assertThat(merged.cornerColor()).containsExactly(-1, -1, -1, -1, 0xFF112233, 0xFF112233, 0xFF112233);
  }
}
