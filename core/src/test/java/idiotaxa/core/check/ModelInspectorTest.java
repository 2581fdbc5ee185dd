package idiotaxa.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;

class ModelInspectorTest {
  @Test
  void cubeIsToldAsItIs() {
    ModelInspection cube = ModelInspector.inspect(Shapes.unwrappedCube());
    assertThat(cube.triangles()).isEqualTo(12);
    assertThat(cube.faces()).isEqualTo(6);
    assertThat(cube.pieces()).isEqualTo(1);
    assertThat(cube.islands()).isEqualTo(6);
    assertThat(cube.parts().get(0).area()).isCloseTo(24, Offset.offset(1e-9));
    assertThat(cube.sheets()).extracting(ModelInspection.SheetInfo::name).containsExactly("1001");
    assertThat(cube.findings()).isEmpty();
  }

  @Test
  void missingUvsAndOneColourAreFindings() {
    Mesh sphere = Shapes.bumpySphere(6, 0);
    int[] grey = new int[sphere.cornerCount()];
    java.util.Arrays.fill(grey, 0xFF777777);
    ModelInspection found = ModelInspector.inspect(sphere.withCornerColors(grey));
    assertThat(found.findings())
        .extracting(Finding::code)
        .containsExactly("no-uvs", "one-vertex-color");
    assertThat(found.islands()).isZero();
  }
}
