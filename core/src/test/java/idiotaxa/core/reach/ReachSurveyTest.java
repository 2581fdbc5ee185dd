package idiotaxa.core.reach;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import idiotaxa.core.bake.Bakes;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.pairing.PairingRules;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Progress;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;

class ReachSurveyTest {
  /** A plate at a place along x, as its own part. */
  private static void plate(MeshBuilder b, String name, double x, double z) {
    int part = b.part(name);
    int[] v = {b.vertex(x, 0, z), b.vertex(x + 1, 0, z), b.vertex(x + 1, 1, z), b.vertex(x, 1, z)};
    b.polygon(part, Mesh.NO_MATERIAL, v);
  }

  private static ReachSurvey survey() {
    MeshBuilder t = new MeshBuilder();
    plate(t, "deck", 0, 0);
    plate(t, "keel", 3, 0);
    plate(t, "lonely", 6, 0);
    MeshBuilder s = new MeshBuilder();
    plate(s, "deck_high", 0, 0.03);
    plate(s, "keel_high", 3, -0.02);
    Mesh source = s.build();
    Mesh target = t.build();
    Pairing pairing = Pairing.all(target, source, PairingRules.PLAIN);
    return new ReachMeasure(target, TracedSource.of(source, 2, Progress.NONE), pairing).measure(2);
  }

  @Test
  void eachPartHasItsOwnDistances() {
    ReachSurvey survey = survey();
    assertThat(survey.proposed().outward()).isBetween(0.0314, 0.0316);
    assertThat(survey.proposed().inward()).isBetween(0.0209, 0.0211);
    ReachSurvey.PartReach deck = survey.parts().get(0);
    assertThat(deck.part()).isEqualTo("deck");
    assertThat(deck.proposed().outward()).isBetween(0.0314, 0.0316);
    assertThat(deck.proposed().inward()).isLessThan(0.005);
    ReachSurvey.PartReach keel = survey.parts().get(1);
    assertThat(keel.proposed().inward()).isBetween(0.0209, 0.0211);
  }

  @Test
  void classesHoldEveryPoint() {
    for (ReachSurvey.PartReach part : survey().parts()) {
      assertThat(Arrays.stream(part.counts()).sum()).isEqualTo(part.points());
      assertThat(part.from()).isLessThan(part.to());
    }
  }

  @Test
  void aPartWithoutSourceSaysSo() {
    ReachSurvey.PartReach lonely = survey().parts().get(2);
    assertThat(lonely.points()).isZero();
    assertThat(lonely.unmatched()).isGreaterThan(10_000);
  }

  @Test
  void farthestPlacesAreWhereTheSourceLies() {
    ReachSurvey survey = survey();
    assertThat(survey.farthest()).hasSize(2000);
    ReachSurvey.Place out = survey.farthest().get(0);
    assertThat(out.part()).isEqualTo("deck");
    assertThat(out.distance()).isBetween(0.0299, 0.0301);
    assertThat(out.z()).isBetween(0.0299, 0.0301);
    ReachSurvey.Place in = survey.farthest().get(1000);
    assertThat(in.part()).isEqualTo("keel");
    assertThat(in.distance()).isBetween(-0.0201, -0.0199);
    assertThat(in.x()).isBetween(3.0, 4.0);
  }

  @Test
  void ownColorsAreLaidOutOnTheSheet() {
    MeshBuilder b = new MeshBuilder();
    b.part("ramp");
    b.face(0, Mesh.NO_MATERIAL);
    int[] red = {0, 255, 255, 0};
    float[][] uv = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};
    for (int k = 0; k < 4; k++) {
      b.corner(b.vertex(uv[k][0], uv[k][1], 0.01));
      b.uv(uv[k][0], uv[k][1]);
      b.color(0xFF000000 | red[k] << 16 | 0x40);
    }
    Mesh source = b.build();
    Mesh target = Shapes.unitQuad().build();
    PreparedBake prepared =
        Bakes.fromSource(target, source, Bakes.claims(source, 1), new Reach(0.1, 0.1));
    Sheet sheet = SheetLayout.ONE.divide(target).get(0);
    int[] colors = prepared.ownColors(sheet, List.of(), Bakes.settings(16, 1, false), Progress.NONE);
    for (int x = 0; x < 16; x++) {
      int expected = (int) Math.round((x + 0.5) / 16 * 255);
      assertThat(colors[5 * 16 + x] >> 16).as("column %d", x).isBetween(expected - 1, expected + 1);
      assertThat(colors[5 * 16 + x] & 0xFFFF).isEqualTo(0x40);
    }
  }
}
