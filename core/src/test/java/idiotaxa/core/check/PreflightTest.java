package idiotaxa.core.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.groups.Tuple.tuple;

import idiotaxa.core.Shapes;
import idiotaxa.core.group.Group;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.pairing.PairingRules;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.reach.ReachMeasure;
import idiotaxa.core.reach.ReachSurvey;
import idiotaxa.core.reach.Reaches;
import idiotaxa.core.trace.Crowding;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Progress;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class PreflightTest {
  private static final List<Group> GROUPS =
      List.of(Group.of(1, "tin", 0xFF0000), Group.of(2, "oak", 0x00FF00));

  private final Preflight preflight = new Preflight();

  private static OriginReading claims(Mesh mesh, int... faceGroup) {
    return Origins.claims(mesh, faceGroup, GROUPS);
  }

  private static Mesh grid(int n) {
    MeshBuilder builder = new MeshBuilder();
    builder.part("deck");
    Shapes.grid(builder, n, 1, 0);
    return builder.build();
  }

  private Finding only() {
    assertThat(preflight.findings()).hasSize(1);
    return preflight.findings().get(0);
  }

  @Test
  void wellSortedSurfaceHasNoFindings() {
    preflight.addReading(grid(2), claims(grid(2), 1, 1, 2, 2));
    preflight.addOverlaps(grid(2), SheetLayout.ONE.divide(grid(2)).get(0), null);
    assertThat(preflight.findings()).isEmpty();
  }

  @Test
  void unclaimedSurfaceIsToldAsAShareOfTheArea() {
    preflight.addReading(grid(2), claims(grid(2), 1, 0, 2, 2));
    assertThat(only().kind()).isEqualTo("unclaimed");
    assertThat(only().text()).startsWith("25.0 %");
    assertThat(only().severity()).isEqualTo(Severity.WARNING);
  }

  @Test
  void oneGroupOrNoneIsSaid() {
    preflight.addReading(grid(2), claims(grid(2), 2, 2, 2, 2));
    assertThat(only().kind()).isEqualTo("one-group");
    assertThat(only().text()).contains("oak");
    Preflight empty = new Preflight();
    empty.addReading(grid(2), claims(grid(2), 0, 0, 0, 0));
    assertThat(empty.findings()).extracting(Finding::kind).containsExactly("empty");
  }

  @Test
  void anOriginWithoutDataStopsTheBake() {
    preflight.addNoData(
        IdOrigin.VERTEX_COLORS,
        List.of("deck.obj", "mast.obj"),
        List.of(new Cure("Read parts instead", Cure.Action.ORIGIN, "parts")));
    assertThat(only().severity()).isEqualTo(Severity.REFUSED);
    assertThat(only().text()).startsWith("deck.obj and mast.obj have no vertex colours");
    assertThat(only().cures()).hasSize(1);
  }

  @Test
  void partsWithoutPartnerComeWithLinksToTheNearestNames() {
    MeshBuilder source = new MeshBuilder();
    source.part("deck_hatch");
    Shapes.grid(source, 1, 1, 0);
    preflight.addPairing(Pairing.byNames(grid(1), source.build(), PairingRules.PLAIN));
    assertThat(only().kind()).isEqualTo("unpaired");
    assertThat(only().text()).contains("1 target part has no partner").contains("deck");
    assertThat(only().cures())
        .extracting(Cure::action, Cure::value)
        .containsExactly(
            tuple(Cure.Action.LINK, "deck\tdeck_hatch"),
            tuple(Cure.Action.PAIRING, "all"));
  }

  @Test
  void partsWithoutANameAreToldAsSuch() {
    MeshBuilder t = new MeshBuilder();
    int nameless = t.part("");
    t.polygon(nameless, Mesh.NO_MATERIAL, t.vertex(8, 0, 0), t.vertex(9, 0, 0), t.vertex(8, 1, 0));
    Mesh target = t.build();
    MeshBuilder s = new MeshBuilder();
    s.part("deck_high");
    Shapes.grid(s, 1, 1, 0.04);
    TracedSource source = TracedSource.of(s.build(), 1, Progress.NONE);
    Pairing all = Pairing.all(target, source.mesh(), PairingRules.PLAIN);
    preflight.addReach(new ReachMeasure(target, source, all).measure(1), null);
    assertThat(only().text()).endsWith("that may be hit: one without a name.");
  }

  @Test
  void aReachShorterThanMeasuredAndPartsAloneAreSaid() {
    MeshBuilder t = new MeshBuilder();
    t.part("deck");
    Shapes.grid(t, 1, 1, 0);
    int mast = t.part("mast");
    int[] v = {t.vertex(8, 0, 0), t.vertex(9, 0, 0), t.vertex(8, 1, 0)};
    t.polygon(mast, Mesh.NO_MATERIAL, v);
    Mesh target = t.build();
    MeshBuilder s = new MeshBuilder();
    s.part("deck_high");
    Shapes.grid(s, 1, 1, 0.04);
    TracedSource source = TracedSource.of(s.build(), 1, Progress.NONE);
    ReachMeasure measure =
        new ReachMeasure(target, source, Pairing.all(target, source.mesh(), PairingRules.PLAIN));
    ReachSurvey survey = measure.measure(1);
    preflight.addReach(survey, null);
    assertThat(only().kind()).isEqualTo("no-source-near");
    assertThat(only().text()).contains("mast").doesNotContain("deck");
    Preflight enough = new Preflight();
    enough.addReach(survey, new Reaches(new Reach(0.041, 0.01), Map.of()));
    assertThat(enough.findings()).hasSize(1);
    Preflight tooShort = new Preflight();
    tooShort.addReach(
        survey, new Reaches(new Reach(1, 1), Map.of("deck", new Reach(0.03, 0.01))));
    assertThat(tooShort.findings().get(1).kind()).isEqualTo("short-reach");
    assertThat(tooShort.findings().get(1).cures())
        .extracting(Cure::action)
        .containsExactly(Cure.Action.REACH);
    // A reach that is given is not measured, and what is wrong with it is said all the same.
    Preflight glanced = new Preflight();
    glanced.addReach(measure.glance(1), new Reaches(new Reach(0.03, 0.01), Map.of()));
    assertThat(glanced.findings()).extracting(Finding::kind).containsExactly("no-source-near", "short-reach");
  }

  @Test
  void aSourceInWhichThousandsLieOnEachOtherIsRefused() {
    MeshBuilder pages = new MeshBuilder();
    pages.part("pages");
    for (int i = 0; i < 8000; i++) {
      pages.polygon(
          0, Mesh.NO_MATERIAL, new int[] {pages.vertex(0, 0, 1e-6 * i), pages.vertex(1, 0, 0), pages.vertex(0, 1, 0)});
    }
    assertThat(preflight.addCrowding("pages.obj", Crowding.of(TracedSource.of(pages.build(), 1, Progress.NONE)))).isTrue();
    assertThat(only().severity()).isEqualTo(Severity.REFUSED);
    assertThat(only().place()).isEqualTo("pages.obj");
    assertThat(only().cure()).contains("Remove faces");
  }

  @Test
  void overlapsAreConflictsOnlyWhereGroupsDiffer() {
    MeshBuilder b = Shapes.unitQuad();
    Shapes.grid(b, 1, 1, 1);
    Mesh doubled = b.build();
    var sheet = SheetLayout.ONE.divide(doubled).get(0);
    preflight.addOverlaps(doubled, sheet, claims(doubled, 1, 1));
    assertThat(preflight.findings()).isEmpty();
    preflight.addOverlaps(doubled, sheet, claims(doubled, 1, 2));
    assertThat(only().kind()).isEqualTo("conflicts");
    Preflight fromSource = new Preflight();
    fromSource.addOverlaps(doubled, sheet, null);
    assertThat(fromSource.findings())
        .extracting(Finding::kind)
        .containsExactly("overlaps");
  }

  /** Squares side by side in space; in UV space each is where it is moved to. */
  private static Mesh squares(double[]... moved) {
    MeshBuilder builder = new MeshBuilder();
    builder.part("deck");
    for (int i = 0; i < moved.length; i++) {
      int first = builder.vertexCount();
      for (double[] at : new double[][] {{0, 0}, {1, 0}, {1, 1}, {0, 1}}) {
        builder.vertex(i + at[0], at[1], 0);
      }
      builder.face(0, Mesh.NO_MATERIAL);
      for (int k = 0; k < 4; k++) {
        builder.corner(first + k);
        builder.uv(
            (float) (moved[i][0] + (k == 1 || k == 2 ? 0.8 : 0.1)), (float) (moved[i][1] + (k > 1 ? 0.8 : 0.1)));
      }
    }
    return builder.build();
  }

  private void layOut(Mesh mesh, SheetLayout layout) {
    preflight.addLayout(mesh, layout.divide(mesh), false);
  }

  @Test
  void whatLiesOnItsSheetUpToRoundingIsNoFinding() {
    layOut(squares(new double[] {0, 0}, new double[] {-0.10005, 0.20005}), SheetLayout.ONE);
    layOut(squares(new double[] {0, 0}, new double[] {1, 1}, new double[] {9, 3}), SheetLayout.UDIM);
    assertThat(preflight.findings()).isEmpty();
  }

  @Test
  void facesOfAnotherTileAreBeyondTheirSheetAndTilesCureIt() {
    Mesh mesh = squares(new double[] {0, 0}, new double[] {1, 1}, new double[] {0, 2}, new double[] {0.3, 0});
    layOut(mesh, SheetLayout.ONE);
    assertThat(only().kind()).isEqualTo("beyond-sheet");
    assertThat(only().text())
        .isEqualTo(
            "2 faces, 50.0 % of the target's surface, lie beyond the image of this sheet, and 1 reaches over its"
                + " edge: no map has what lies there.");
    assertThat(only().count()).isEqualTo(3);
    assertThat(only().faces()).containsExactly(1, 2, 3);
    assertThat(only().cures()).extracting(Cure::action).containsExactly(Cure.Action.SHEETS, Cure.Action.BRING_IN);
    Preflight byHand = new Preflight();
    byHand.addLayout(mesh, SheetLayout.ONE.divide(mesh), true);
    assertThat(byHand.findings().get(0).cures()).extracting(Cure::action).containsExactly(Cure.Action.BRING_IN);
  }

  @Test
  void aFaceThatReachesOverTheEdgeOfItsTileIsFoundOnThatTile() {
    layOut(squares(new double[] {0, 0}, new double[] {1, -0.2}), SheetLayout.UDIM);
    assertThat(only().text()).isEqualTo("1 face reaches over the edge of this sheet: no map has what lies beyond.");
    assertThat(only().place()).isEqualTo("1002");
    assertThat(only().cures()).extracting(Cure::action).containsExactly(Cure.Action.BRING_IN);
  }

  @Test
  void facesOnNoSheetAreFoundWithTheirShare() {
    layOut(squares(new double[] {0, 0}, new double[] {0, 0}, new double[] {0, 0}, new double[] {-3, 0}), SheetLayout.UDIM);
    assertThat(only().kind()).isEqualTo("on-no-sheet");
    assertThat(only().text())
        .isEqualTo("1 face, 25.0 % of the target's surface, has UVs on no sheet, or none: no map has what lies there.");
    assertThat(only().faces()).containsExactly(3);
  }
}
