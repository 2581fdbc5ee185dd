package idiotaxa.core.raster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.raster.SheetPlan.By;
import idiotaxa.core.raster.SheetPlan.HandSheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
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
    SheetPlan plan = new SheetPlan(By.HAND, List.of(new HandSheet("top", List.of("lid", "gone"))));
    List<Sheet> sheets = plan.divide(stacked());
    assertThat(sheets).extracting(Sheet::name).containsExactly("top", "1001");
    assertThat(sheets.get(0).triangles()).containsExactly(0, 1);
    assertThat(sheets.get(1).triangles()).containsExactly(2, 3, 4, 5);
  }

  @Test
  void sheetWithoutAnyPartIsLeftOut() {
    SheetPlan plan =
        new SheetPlan(
            By.HAND,
            List.of(
                new HandSheet("none", List.of("gone")),
                new HandSheet("all", List.of("lid", "box", "hinge"))));
    assertThat(plan.divide(stacked())).extracting(Sheet::name).containsExactly("all");
  }

  private static SheetPlan byHand(String... names) {
    List<HandSheet> sheets = new ArrayList<>();
    List<String> parts = List.of("lid", "box", "hinge");
    for (int i = 0; i < names.length; i++) {
      sheets.add(new HandSheet(names[i], List.of(parts.get(i))));
    }
    return new SheetPlan(By.HAND, sheets);
  }

  @Test
  void namesThatWouldClashAreRefused() {
    assertThatThrownBy(() -> byHand("a", "A ").checkNames()).hasMessageContaining("more than case");
    assertThatThrownBy(() -> byHand("1001").checkNames())
        .hasMessageContaining("no other sheet names");
    assertThatThrownBy(() -> byHand("x".repeat(61)).checkNames()).hasMessageContaining("1 to 60");
    assertThatThrownBy(() -> By.parse("mood")).hasMessageContaining("mood");
  }

  @Test
  void aPlanThatWasKeptWithClashingNamesIsStillDividedWithoutThem() {
    List<Sheet> sheets = byHand("a", "A", "1001").divide(stacked());
    assertThat(sheets).hasSize(3);
    assertThat(sheets.stream().map(s -> s.name().toLowerCase(Locale.ROOT)).distinct()).hasSize(3);
  }
}
