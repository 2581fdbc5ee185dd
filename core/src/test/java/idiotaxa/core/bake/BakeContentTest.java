package idiotaxa.core.bake;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.group.Group;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.SurfaceGroups;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.pairing.PairingRules;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.reach.Reaches;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class BakeContentTest {
  private static final List<String> WORDS = List.of("2048");
  private static final Reaches REACHES = new Reaches(new Reach(0.1, 0.1), Map.of());

  /** Quads of one part each; {@code left} on tile 1001, the others on 1002. */
  private static Mesh mesh(String[] parts, double[] heights) {
    MeshBuilder builder = new MeshBuilder();
    for (int p = 0; p < parts.length; p++) {
      builder.face(builder.part(parts[p]), Mesh.NO_MATERIAL);
      for (int k = 0; k < 4; k++) {
        float x = k == 1 || k == 2 ? 0.9f : 0.1f;
        float y = k > 1 ? 0.9f : 0.1f;
        // What lies apart shares no vertex, so that directions are their own.
        builder.corner(builder.vertex(x + 2 * p, y, heights[p]));
        builder.uv(p == 0 ? x : 1 + x, p < 2 ? y / 2 : y / 2 + 0.5f);
      }
    }
    return builder.build();
  }

  private static OriginReading groups(Mesh mesh, int... faces) {
    return new OriginReading(
        List.of(Group.of(1, "oak", 0x102030)), SurfaceGroups.ofFaces(mesh, faces), List.of());
  }

  private static Sheet sheet(Mesh mesh, int index) {
    return SheetLayout.UDIM.divide(mesh).get(index);
  }

  private static final String[] NAMES = {"left", "right", "top"};
  private static final Mesh TARGET = mesh(NAMES, new double[] {0, 0, 0});

  private static BakeContent.Keys ofTarget(Mesh mesh, int sheet, int... faces) {
    return BakeContent.ofTarget(mesh, sheet(mesh, sheet), groups(mesh, faces), WORDS);
  }

  @Test
  void changesElsewhereLeaveASheetAsItIs() {
    Mesh moved = mesh(NAMES, new double[] {0, 0, 0.5});
    assertThat(ofTarget(moved, 0, 1, 2, 3)).isEqualTo(ofTarget(TARGET, 0, 1, 2, 9));
    assertThat(ofTarget(moved, 1, 1, 2, 3).sheet()).isNotEqualTo(ofTarget(TARGET, 1, 1, 2, 3).sheet());
    assertThat(ofTarget(moved, 1, 1, 2, 3).changedSince(ofTarget(TARGET, 1, 1, 2, 3).ofPart()))
        .containsExactly("top");
    assertThat(ofTarget(TARGET, 1, 1, 9, 3).changedSince(ofTarget(TARGET, 1, 1, 2, 3).ofPart()))
        .containsExactly("right");
  }

  @Test
  void newAndLostPartsAreChanges() {
    Mesh renamed = mesh(new String[] {"left", "right", "roof"}, new double[] {0, 0, 0});
    assertThat(ofTarget(renamed, 1, 1, 2, 3).changedSince(ofTarget(TARGET, 1, 1, 2, 3).ofPart()))
        .containsExactly("roof", "top");
    assertThat(BakeContent.ofTarget(TARGET, sheet(TARGET, 0), groups(TARGET, 1, 2, 3), List.of("64")).sheet())
        .isNotEqualTo(ofTarget(TARGET, 0, 1, 2, 3).sheet());
  }

  private static BakeContent.Keys ofSource(Mesh source, boolean isByNames, Reaches reaches, int sheet, int... faces) {
    Pairing pairing =
        isByNames
            ? Pairing.byNames(TARGET, source, PairingRules.PLAIN)
            : Pairing.all(TARGET, source, PairingRules.PLAIN);
    return BakeContent.ofSource(
        TARGET, sheet(TARGET, sheet), source, groups(source, faces), pairing, reaches, false, WORDS);
  }

  @Test
  void ofASourceOnlyWhatMayBeHitCounts() {
    Mesh source = mesh(NAMES, new double[] {0, 0.01, 0.05});
    Mesh changed = mesh(NAMES, new double[] {0, 0.02, 0.05});
    assertThat(ofSource(changed, true, REACHES, 0, 1, 2, 3)).isEqualTo(ofSource(source, true, REACHES, 0, 1, 7, 3));
    assertThat(ofSource(changed, true, REACHES, 1, 1, 2, 3).changedSince(ofSource(source, true, REACHES, 1, 1, 2, 3).ofPart()))
        .containsExactly("right");
    assertThat(ofSource(changed, false, REACHES, 0, 1, 2, 3).sheet())
        .as("every part may be hit")
        .isNotEqualTo(ofSource(source, false, REACHES, 0, 1, 2, 3).sheet());
    Reaches other = new Reaches(new Reach(0.1, 0.1), Map.of("top", new Reach(0.2, 0.1)));
    assertThat(ofSource(source, true, other, 1, 1, 2, 3).changedSince(ofSource(source, true, REACHES, 1, 1, 2, 3).ofPart()))
        .containsExactly("top");
  }
}
