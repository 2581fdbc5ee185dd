package idiotaxa.demo;

import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.work.Progress;
import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.check.Severity;
import idiotaxa.core.check.ModelInspector;
import idiotaxa.core.group.Group;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.GroupProposal;
import idiotaxa.core.origin.GroupProposer;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.raster.UvOverlaps;
import idiotaxa.core.unwrap.UnwrapSettings;
import idiotaxa.core.unwrap.UvUnwrap;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class StormLanternTest {
  private static final Mesh LANTERN = StormLantern.target();

  @Test
  void uvsLieOnTwoTilesWithoutOverlap() {
    List<Sheet> sheets = SheetLayout.fitting(LANTERN).divide(LANTERN);
    assertThat(sheets).extracting(Sheet::name).containsExactly("1001", "1002");
    for (Sheet sheet : sheets) {
      int[] groups = new int[LANTERN.faceCount()];
      assertThat(UvOverlaps.of(LANTERN, sheet, 2048, groups).overlapping()).isZero();
    }
  }

  /** What is baked from it is looked at: in pictures, in the first minutes, in a tool. */
  @Test
  void sheetsAreFilled() {
    PreparedBake bake = PreparedBake.fromTarget(LANTERN, Origins.read(LANTERN, IdOrigin.PARTS, List.of()));
    for (Sheet sheet : SheetLayout.fitting(LANTERN).divide(LANTERN)) {
      double covered = bake.bake(sheet, new SheetSettings(512, 512, 1, false, 1), Progress.NONE).report().coveredShare();
      assertThat(covered).as("covered share of " + sheet.name()).isGreaterThan(0.45);
    }
  }

  @Test
  void materialsFindTheirGroupsInThePalette() {
    List<Group> palette = SaltmarshPalette.create().groups();
    GroupProposal proposal = new GroupProposer(LANTERN, palette, 0).fromMaterials();
    assertThat(proposal.groups()).hasSameSizeAs(palette);
    Set<String> used = new TreeSet<>();
    for (int index : proposal.faceGroup()) {
      used.add(proposal.groups().get(index).name());
    }
    assertThat(used)
        .containsExactly("brass", "galvanised steel", "lamp glass", "red band paint", "tarred rope");
  }

  @Test
  void modelHasNoFindingThatWouldSpoilABake() {
    assertThat(ModelInspector.inspect(LANTERN, "storm_lantern.glb", Progress.NONE).findings())
        .allMatch(f -> f.severity() == Severity.HARMLESS);
  }

  /** Both demo models, and the coarse source, laid out anew. */
  @ParameterizedTest
  @ValueSource(strings = {"lantern", "buoy", "source"})
  void automaticLayoutCoversMoreThanSixtyPerCentWithoutOverlap(String model) {
    Mesh mesh =
        switch (model) {
          case "lantern" -> LANTERN;
          case "buoy" -> ChannelMarkerBuoy.target();
          default -> ChannelMarkerBuoy.source(SaltmarshPalette.create(), 2);
        };
    UvUnwrap.Result result = UvUnwrap.of(mesh, new UnwrapSettings(2048, 4), Progress.NONE);
    assertThat(result.coverage()).isGreaterThan(0.6);
    Mesh laidOut = mesh.withCornerUvs(result.uvs());
    Sheet sheet = SheetLayout.ONE.divide(laidOut).get(0);
    int[] groups = new int[mesh.faceCount()];
    assertThat(UvOverlaps.of(laidOut, sheet, 8192, groups).overlapping()).isZero();
  }
}
