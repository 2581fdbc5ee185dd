package idiotaxa.core.raster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.raster.SheetPlan.HandSheet;
import java.util.List;
import org.junit.jupiter.api.Test;

class SheetPlanTest {
  /** Three parts whose UVs lie on each other. */
  private static Mesh stacked() {
    MeshBuilder builder = new MeshBuilder();
    for (String name : new String[] {"lid", "box", "hinge"}) {
      builder.part(name);
    }
    Shapes.grid(builder, 1, 1, 0);
    Shapes.grid(builder, 1, 1, 1);
    Shapes.grid(builder, 1, 1, 2);
    Mesh mesh = builder.build();
    return mesh.withParts(mesh.parts(), new int[] {0, 1, 2});
  }

  @Test
  void partsGoWhereTheHandPutThemAndTheRestTogether() {
    SheetPlan plan = new SheetPlan("hand", List.of(new HandSheet("top", List.of("lid", "gone"))));
    List<Sheet> sheets = plan.divide(stacked());
    assertThat(sheets).extracting(Sheet::name).containsExactly("top", "1001");
    assertThat(sheets.get(0).triangles()).containsExactly(0, 1);
    assertThat(sheets.get(1).triangles()).containsExactly(2, 3, 4, 5);
  }

  @Test
  void sheetWithoutAnyPartIsLeftOut() {
    SheetPlan plan =
        new SheetPlan(
            "hand",
            List.of(
                new HandSheet("none", List.of("gone")),
                new HandSheet("all", List.of("lid", "box", "hinge"))));
    assertThat(plan.divide(stacked())).extracting(Sheet::name).containsExactly("all");
  }

  @Test
  void namesThatWouldClashAreRefused() {
    assertThatThrownBy(
            () ->
                new SheetPlan(
                    "hand",
                    List.of(new HandSheet("a", List.of()), new HandSheet("A ", List.of()))))
        .hasMessageContaining("more than case");
    assertThatThrownBy(
            () -> new SheetPlan("hand", List.of(new HandSheet("1001", List.of("lid")))))
        .hasMessageContaining("no other sheet names");
    assertThatThrownBy(() -> new SheetPlan("mood", List.of())).hasMessageContaining("mood");
  }
}
