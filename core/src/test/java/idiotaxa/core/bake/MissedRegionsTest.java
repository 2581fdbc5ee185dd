package idiotaxa.core.bake;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.reach.Reach;
import java.util.Arrays;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Every texel that was missed is counted once and lies in a region, whichever pass missed it. */
class MissedRegionsTest {
  private static final int SIZE = 64;
  private static final Reach SHORT = new Reach(0.01, 0.01);

  /** A strip of the sheet's width between two heights, in texels from below; z in metres. */
  private static Mesh strip(double from, double to, double z) {
    MeshBuilder b = new MeshBuilder();
    b.part("strip");
    b.face(0, Mesh.NO_MATERIAL);
    double[][] corners = {{0, from}, {SIZE, from}, {SIZE, to}, {0, to}};
    for (double[] c : corners) {
      b.corner(b.vertex(c[0] / SIZE, c[1] / SIZE, z));
      b.uv((float) (c[0] / SIZE), (float) (c[1] / SIZE));
    }
    return b.build();
  }

  private static BakedSheet bake(Mesh target, Mesh source, Reach reach, boolean isExact) {
    int[] groups = new int[source.faceCount()];
    Arrays.fill(groups, 1);
    return Bakes.bake(
        Bakes.fromSource(target, source, Bakes.claims(source, groups), reach),
        target,
        Bakes.settings(SIZE, 16, isExact));
  }

  private static long inRegions(BakedSheet sheet) {
    return sheet.report().problems().stream()
        .filter(p -> p.kind() == ProblemRegion.Kind.MISSED)
        .mapToLong(ProblemRegion::texels)
        .sum();
  }

  private static long inMap(BakedSheet sheet) {
    long missed = 0;
    for (char group : sheet.maps().groups()) {
      missed += group == SheetMaps.MISSED ? 1 : 0;
    }
    return missed;
  }

  private static void checkCountedOnce(BakedSheet sheet) {
    long ofParts =
        sheet.report().parts().stream().mapToLong(SheetReport.PartReport::missed).sum();
    assertThat(sheet.report().missed()).isEqualTo(inMap(sheet)).isEqualTo(ofParts);
    assertThat(sheet.report().covered())
        .isEqualTo(inMap(sheet) + LongStream.of(sheet.report().groupTexels()).sum());
    assertThat(inRegions(sheet)).isEqualTo(inMap(sheet));
  }

  @Test
  void aStripThatHoldsNoTexelsCentreIsMissedInOneRegion() {
    BakedSheet sheet = bake(strip(20.6, 20.9, 0), strip(0, SIZE, 1), SHORT, false);
    checkCountedOnce(sheet);
    assertThat(sheet.report().missed()).isEqualTo(SIZE);
    assertThat(sheet.report().problems()).hasSize(1);
    ProblemRegion region = sheet.report().problems().get(0);
    assertThat(region.width()).isEqualTo(SIZE);
    assertThat(region.height()).isEqualTo(1);
    assertThat(region.y()).isEqualTo(SIZE - 1 - 20);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void missedTexelsOfRaggedSourcesAreCountedOnce(long seed) {
    Mesh target = strip(0, SIZE, 0);
    Mesh source = Shapes.randomTriangles(seed, 40, 0.3);
    for (boolean isExact : new boolean[] {false, true}) {
      BakedSheet sheet = bake(target, source, new Reach(0.15, 0.01), isExact);
      assertThat(sheet.report().missed()).isPositive();
      checkCountedOnce(sheet);
    }
  }
}
