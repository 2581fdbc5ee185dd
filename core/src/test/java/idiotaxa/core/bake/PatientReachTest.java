package idiotaxa.core.bake;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.pairing.PairingRules;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Progress;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What a measured reach promises: a texel that some reach would decide is not missed. */
class PatientReachTest {
  private static final int SIZE = 64;

  /** A plate of 1 × 1 m at z = 0 on the whole sheet. */
  private static Mesh plate() {
    MeshBuilder b = new MeshBuilder();
    b.part("plate");
    quad(b, 0, 0, 1, 1, 0, true);
    return b.build();
  }

  private static void quad(
      MeshBuilder b, double x0, double y0, double x1, double y1, double z, boolean hasUvs) {
    b.face(0, Mesh.NO_MATERIAL);
    double[][] corners = {{x0, y0}, {x1, y0}, {x1, y1}, {x0, y1}};
    for (double[] c : corners) {
      b.corner(b.vertex(c[0], c[1], z));
      if (hasUvs) {
        b.uv((float) c[0], (float) c[1]);
      }
    }
  }

  /** The plate again, group 1, but for a small square sunk far down, group 2. */
  private static Mesh sunk(double depth) {
    MeshBuilder b = new MeshBuilder();
    b.part("plate");
    double lo = 0.50;
    double hi = 0.5625;
    quad(b, 0, 0, 1, lo, 0.001, false);
    quad(b, 0, hi, 1, 1, 0.001, false);
    quad(b, 0, lo, lo, hi, 0.001, false);
    quad(b, hi, lo, 1, hi, 0.001, false);
    quad(b, lo, lo, hi, hi, -depth, false);
    return b.build();
  }

  private static BakedSheet bake(Mesh source, Optional<Reach> reach) {
    Mesh target = plate();
    PreparedBake prepared =
        PreparedBake.fromSource(
            target,
            TracedSource.of(source, 2, Progress.NONE),
            Bakes.claims(source, 1, 1, 1, 1, 2),
            new RayPlan(Pairing.all(target, source, PairingRules.PLAIN), reach),
            2,
            Progress.NONE);
    return Bakes.bake(prepared, target, Bakes.settings(SIZE, 16, false));
  }

  @Test
  void surfaceBeyondTheMeasuredReachIsFoundByALongerRay() {
    BakedSheet fixed = bake(sunk(0.4), Optional.of(new Reach(0.5, 0.5)));
    BakedSheet patient = bake(sunk(0.4), Optional.empty());
    assertThat(patient.report().missed()).isZero();
    assertThat(patient.report().groupTexels()[2]).isEqualTo(16);
    assertThat(patient.report().groupTexels()).isEqualTo(fixed.report().groupTexels());
    assertThat(patient.report().farther()).isEqualTo(16);
    assertThat(patient.report().problems())
        .extracting(ProblemRegion::kind)
        .containsExactly(ProblemRegion.Kind.FARTHER);
  }

  @Test
  void chosenReachIsNotStretched() {
    BakedSheet sheet = bake(sunk(0.4), Optional.of(new Reach(0.01, 0.01)));
    assertThat(sheet.report().farther()).isZero();
    assertThat(sheet.report().groupTexels()[2]).isZero();
  }

  @Test
  void surfaceThatFacesTheOtherWayIsNotTaken() {
    MeshBuilder b = new MeshBuilder();
    b.part("plate");
    quad(b, 0, 0, 1, 0.5, 0.001, false);
    // Above the open half, looking down at it.
    b.polygon(
        0,
        Mesh.NO_MATERIAL,
        b.vertex(0, 0.5, 0.4),
        b.vertex(0, 1, 0.4),
        b.vertex(1, 1, 0.4),
        b.vertex(1, 0.5, 0.4));
    Mesh source = b.build();
    Mesh target = plate();
    PreparedBake prepared =
        PreparedBake.fromSource(
            target,
            TracedSource.of(source, 1, Progress.NONE),
            Bakes.claims(source, 1, 2),
            new RayPlan(Pairing.all(target, source, PairingRules.PLAIN), Optional.empty()),
            1,
            Progress.NONE);
    BakedSheet sheet = Bakes.bake(prepared, target, Bakes.settings(SIZE, 1, true));
    assertThat(sheet.report().farther()).isZero();
    assertThat(sheet.report().missed()).isZero();
    assertThat(sheet.report().fallback()).isGreaterThan(SIZE * SIZE / 4L);
  }
}
