package idiotaxa.core.check;

import idiotaxa.core.work.Progress;
import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.Arrays;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;

class ModelInspectorTest {
  private static Map<String, Finding> findings(Mesh mesh) {
    return ModelInspector.inspect(mesh, "test.obj", Progress.NONE).findings().stream()
        .collect(Collectors.toMap(Finding::kind, Function.identity()));
  }

  @Test
  void cubeIsToldAsItIs() {
    ModelInspection cube = ModelInspector.inspect(Shapes.unwrappedCube(), "cube.glb", Progress.NONE);
    assertThat(cube.triangles()).isEqualTo(12);
    assertThat(cube.faceKinds()).isEqualTo(new ModelInspection.FaceKinds(0, 6, 0));
    assertThat(cube.pieces()).isEqualTo(1);
    assertThat(cube.islands()).isEqualTo(6);
    assertThat(cube.upAxis()).isEqualTo("Y");
    assertThat(cube.parts().get(0).area()).isCloseTo(24, Offset.offset(1e-9));
    assertThat(cube.sheets()).extracting(ModelInspection.SheetInfo::name).containsExactly("1001");
    assertThat(cube.findings()).extracting(Finding::kind).containsExactly("missing-normals");
  }

  @Test
  void missingUvsAndOneColourAreFindings() {
    Mesh sphere = Shapes.bumpySphere(6, 0);
    int[] grey = new int[sphere.cornerCount()];
    Arrays.fill(grey, 0xFF777777);
    assertThat(findings(sphere.withCornerColors(grey)))
        .containsKeys("no-uvs", "one-vertex-color")
        .doesNotContainKeys("flipped-winding", "non-manifold-edges", "unwelded-seams");
  }

  /** Two triangles over the quad 0 1 2 3, and whatever a test adds to them. */
  private static MeshBuilder square() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("square");
    for (double[] v : new double[][] {{0, 0, 0}, {1, 0, 0}, {1, 1, 0}, {0, 1, 0}}) {
      builder.vertex(v[0], v[1], v[2]);
    }
    builder.polygon(0, Mesh.NO_MATERIAL, 0, 1, 2);
    builder.polygon(0, Mesh.NO_MATERIAL, 0, 2, 3);
    return builder;
  }

  @Test
  void cleanSquareHasNoTopologyFinding() {
    assertThat(findings(square().build())).containsOnlyKeys("no-uvs", "missing-normals");
  }

  @Test
  void faceTurnedAgainstItsNeighboursIsFound() {
    MeshBuilder builder = square();
    int e = builder.vertex(2, 0, 0);
    builder.polygon(0, Mesh.NO_MATERIAL, 1, 2, e);
    Finding finding = findings(builder.build()).get("flipped-winding");
    assertThat(finding.count()).isEqualTo(1);
    assertThat(finding.faces()).containsExactly(2);
  }

  @Test
  void edgeOfThreeFacesIsFoundWithAllOfThem() {
    MeshBuilder builder = square();
    int e = builder.vertex(0.5, 0.5, 1);
    builder.polygon(0, Mesh.NO_MATERIAL, 0, 2, e);
    Finding finding = findings(builder.build()).get("non-manifold-edges");
    assertThat(finding.count()).isEqualTo(1);
    assertThat(finding.faces()).containsExactly(0, 1, 2);
  }

  @Test
  void duplicateAndFlatFacesAreFound() {
    MeshBuilder builder = square();
    int mid = builder.vertex(0.5, 0, 0);
    builder.polygon(0, Mesh.NO_MATERIAL, 2, 0, 1);
    builder.polygon(0, Mesh.NO_MATERIAL, 0, mid, 1);
    Map<String, Finding> found = findings(builder.build());
    assertThat(found.get("duplicate-faces").faces()).containsExactly(2);
    assertThat(found.get("zero-area-faces").faces()).containsExactly(3);
  }

  @Test
  void seamThatIsOpenByAHairIsFoundAndAWideGapIsNot() {
    for (double gap : new double[] {1e-6, 0.01}) {
      MeshBuilder builder = square();
      int a = builder.vertex(1 + gap, 0, 0);
      int b = builder.vertex(2, 0, 0);
      int c = builder.vertex(2, 1, 0);
      int d = builder.vertex(1 + gap, 1, 0);
      builder.polygon(0, Mesh.NO_MATERIAL, a, b, c, d);
      Finding finding = findings(builder.build()).get("unwelded-seams");
      if (gap < 1e-3) {
        assertThat(finding.count()).isEqualTo(1);
        assertThat(finding.faces()).containsExactly(0, 2);
      } else {
        assertThat(finding).isNull();
      }
    }
  }

  @Test
  void overlappingUvsAreCountedToTheTexel() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("a");
    builder.part("b");
    Shapes.grid(builder, 1, 1, 0);
    builder.face(1, Mesh.NO_MATERIAL);
    float[][] quarter = {{0, 0}, {0.5f, 0}, {0.5f, 0.5f}, {0, 0.5f}};
    for (int k = 0; k < 4; k++) {
      builder.corner(builder.vertex(k, 5, k * k));
      builder.uv(quarter[k][0], quarter[k][1]);
    }
    Finding finding = findings(builder.build()).get("overlapping-uvs");
    assertThat(finding.count()).isEqualTo(512 * 512);
    assertThat(finding.place()).isEqualTo("1001");
    assertThat(finding.faces()).containsExactlyInAnyOrder(0, 1);
  }

  @Test
  void uvsOutsideOfAnyTileAndMissingOnesAreFound() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("a");
    Shapes.grid(builder, 1, 1, 0);
    builder.face(0, Mesh.NO_MATERIAL);
    for (int k = 0; k < 3; k++) {
      builder.corner(k);
      builder.uv(-3 - k % 2, -3 - k / 2);
    }
    builder.polygon(0, Mesh.NO_MATERIAL, 0, 1, 3);
    Map<String, Finding> found = findings(builder.build());
    assertThat(found.get("uvs-outside-tiles").faces()).containsExactly(1);
    assertThat(found.get("faces-without-uvs").faces()).containsExactly(2);
  }

  @Test
  void uvsThatReachOverTheEdgeOfTheirTileAreFound() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("a");
    Shapes.grid(builder, 1, 1, 0);
    builder.face(0, Mesh.NO_MATERIAL);
    float[][] uvs = {{0.2f, 0.2f}, {0.9f, 0.2f}, {0.9f, 1.3f}};
    for (int k = 0; k < 3; k++) {
      builder.corner(k);
      builder.uv(uvs[k][0], uvs[k][1]);
    }
    Finding found = findings(builder.build()).get("uvs-over-edges");
    assertThat(found.faces()).containsExactly(1);
    assertThat(found.place()).isEqualTo("1001");
  }

  @Test
  void namesThatTellNothingApartAreFound() {
    MeshBuilder builder = square();
    builder.part("square");
    builder.part("");
    builder.polygon(1, Mesh.NO_MATERIAL, 0, 1, 3);
    builder.polygon(2, Mesh.NO_MATERIAL, 1, 2, 3);
    Map<String, Finding> found = findings(builder.build());
    assertThat(found.get("duplicate-names").text()).contains("square");
    assertThat(found.get("unnamed-parts").faces()).containsExactly(3);
  }
}
