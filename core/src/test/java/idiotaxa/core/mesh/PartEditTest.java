package idiotaxa.core.mesh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;

class PartEditTest {
  private static final Part A = new Part("a");

  /** Part a: two loose triangles of two materials; parts b and c: one triangle each. */
  private static Mesh mesh() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("a");
    builder.part("b");
    builder.part("c");
    builder.material(Material.named("oak"));
    builder.material(Material.named("tin"));
    int[] part = {0, 0, 1, 2};
    for (int t = 0; t < 4; t++) {
      builder.vertex(3 * t, 0, 0);
      builder.vertex(3 * t + 1, 0, 0);
      builder.vertex(3 * t, 1, 0);
      builder.polygon(part[t], t % 2, 3 * t, 3 * t + 1, 3 * t + 2);
    }
    return builder.build();
  }

  @Test
  void renamedPartKeepsItsFaces() {
    Mesh edited = new PartEdit(PartEdit.Kind.RENAME, new int[] {1}, " keel ").apply(mesh());
    assertThat(edited.parts()).extracting(Part::name).containsExactly("a", "keel", "c");
    assertThat(edited.facePart()).containsExactly(0, 0, 1, 2);
  }

  @Test
  void splitPartKeepsItsPlaceAndTheRestComesBehind() {
    Mesh edited = new PartEdit(PartEdit.Kind.SPLIT, new int[] {0}, "pieces").apply(mesh());
    assertThat(edited.parts()).extracting(Part::name).containsExactly("a 1", "b", "c", "a 2");
    assertThat(edited.facePart()).containsExactly(0, 3, 1, 2);
    Mesh byMaterial = new PartEdit(PartEdit.Kind.SPLIT, new int[] {0}, "materials").apply(mesh());
    assertThat(byMaterial.parts()).extracting(Part::name).containsExactly("a oak", "b", "c", "a tin");
  }

  @Test
  void mergedPartsBecomeTheLowestAndLaterOnesMoveUp() {
    Mesh edited = new PartEdit(PartEdit.Kind.MERGE, new int[] {1, 0}, "ab").apply(mesh());
    assertThat(edited.parts()).extracting(Part::name).containsExactly("ab", "c");
    assertThat(edited.facePart()).containsExactly(0, 0, 0, 1);
  }

  @Test
  void originalStaysAsItWas() {
    Mesh original = mesh();
    new PartEdit(PartEdit.Kind.MERGE, new int[] {0, 2}, "x").apply(original);
    assertThat(original.parts().get(0)).isEqualTo(A);
    assertThat(original.facePart()).containsExactly(0, 0, 1, 2);
  }

  @Test
  void editsThatMakeNoSenseAreRefused() {
    Mesh mesh = mesh();
    assertThatThrownBy(() -> new PartEdit(PartEdit.Kind.RENAME, new int[] {7}, "x").apply(mesh))
        .hasMessageContaining("no part 7");
    assertThatThrownBy(() -> new PartEdit(PartEdit.Kind.SPLIT, new int[] {1}, "pieces").apply(mesh))
        .hasMessageContaining("cannot be split");
    assertThatThrownBy(() -> new PartEdit(PartEdit.Kind.MERGE, new int[] {1}, "x"))
        .hasMessageContaining("two or more");
    assertThatThrownBy(() -> new PartEdit(PartEdit.Kind.RENAME, new int[] {1}, " "))
        .hasMessageContaining("1 to 120");
  }
}
