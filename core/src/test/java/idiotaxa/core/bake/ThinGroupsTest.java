package idiotaxa.core.bake;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Groups whose surface is thinner than a texel. */
class ThinGroupsTest {
  private static final int SIZE = 16;

  /** A sheet of group 1 with an upright strip of group 2 of a width, in texels of {@link #SIZE}, from x on. */
  private static Mesh strip(double x, double width) {
    MeshBuilder b = new MeshBuilder();
    b.part("deck");
    quad(b, 0, x / SIZE);
    quad(b, x / SIZE, (x + width) / SIZE);
    quad(b, (x + width) / SIZE, 1);
    return b.build();
  }

  private static void quad(MeshBuilder b, double from, double to) {
    b.face(0, Mesh.NO_MATERIAL);
    double[][] corners = {{from, 0}, {to, 0}, {to, 1}, {from, 1}};
    for (double[] c : corners) {
      b.corner(b.vertex(c[0], c[1], 0));
      b.uv((float) c[0], (float) c[1]);
    }
  }

  private static BakedSheet bake(Mesh mesh, int samples) {
    return Bakes.bake(
        PreparedBake.fromTarget(mesh, Bakes.claims(mesh, 1, 2, 1)),
        mesh,
        Bakes.settings(SIZE, samples, false));
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.26, 0.3, 0.45})
  void groupThatWinsNoTexelTakesThoseThatItCoversMost(double width) {
    Mesh mesh = strip(5.1, width);
    BakedSheet sheet = bake(mesh, 16);
    assertThat(sheet.report().thinGroups()).containsExactly(2);
    assertThat(sheet.report().groupTexels()[2]).isBetween(1L, (long) SIZE);
    for (int y = 0; y < SIZE; y++) {
      for (int x = 0; x < SIZE; x++) {
        if (sheet.maps().groups()[y * SIZE + x] == 2) {
          assertThat(x).isEqualTo(5);
        }
      }
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 4, 16})
  void groupThatNoSampleMeetsStillHasATexel(int samples) {
    BakedSheet sheet = bake(strip(5.26, 0.02), samples);
    assertThat(sheet.report().groupTexels()[2]).isGreaterThanOrEqualTo(1);
    assertThat(sheet.report().thinGroups()).containsExactly(2);
  }

  @Test
  void groupThatWinsTexelsIsNotThin() {
    BakedSheet sheet = bake(strip(5, 1), 16);
    assertThat(sheet.report().thinGroups()).isEmpty();
    assertThat(sheet.report().groupTexels()[2]).isEqualTo(SIZE);
  }

  @Test
  void coveragesStayAPartition() {
    BakedSheet sheet = bake(strip(5.1, 0.3), 16);
    var padded = sheet.maps().padded(0, 1);
    boolean[] one = {false, true, false};
    boolean[] two = {false, false, true};
    for (int t = 0; t < SIZE * SIZE; t++) {
      assertThat(padded.coverageAt(t, one) + padded.coverageAt(t, two)).isEqualTo(255);
    }
  }

  /** The upper left texel of {@link #SIZE} is group 1's only one, with a strip of group 2 in it; all else is group 3. */
  private static BakedSheet corner(double x, double width, int samples) {
    MeshBuilder b = new MeshBuilder();
    b.part("deck");
    double texel = 1.0 / SIZE;
    box(b, 0, x * texel, 1 - texel, 1);
    box(b, x * texel, (x + width) * texel, 1 - texel, 1);
    box(b, (x + width) * texel, texel, 1 - texel, 1);
    box(b, texel, 1, 1 - texel, 1);
    box(b, 0, 1, 0, 1 - texel);
    Mesh mesh = b.build();
    return Bakes.bake(
        PreparedBake.fromTarget(mesh, Bakes.claims(mesh, 1, 2, 1, 3, 3)), mesh, Bakes.settings(SIZE, samples, false));
  }

  private static void box(MeshBuilder b, double left, double right, double below, double above) {
    b.face(0, Mesh.NO_MATERIAL);
    for (double[] c : new double[][] {{left, below}, {right, below}, {right, above}, {left, above}}) {
      b.corner(b.vertex(c[0], c[1], 0));
      b.uv((float) c[0], (float) c[1]);
    }
  }

  @ParameterizedTest
  @CsvSource({"0.26, 0.02, 1", "0.26, 0.02, 16", "0.2, 0.3, 16", "0.6, 0.2, 64"})
  void nobodyTakesTheLastTexelOfAnotherAndWhoHasNoneIsNamed(double x, double width, int samples) {
    BakedSheet sheet = corner(x, width, samples);
    long[] texels = sheet.report().groupTexels();
    assertThat(texels[1]).isEqualTo(1);
    assertThat(texels[2]).isZero();
    assertThat(sheet.report().thinGroups()).containsExactly(2);
  }

  @Test
  void aTexelThatIsTakenWithoutASampleIsStillWhollyItsOwnersInTheMasks() {
    BakedSheet sheet = bake(strip(5.26, 0.02), 4);
    var padded = sheet.maps().padded(0, 1);
    int taken = 0;
    for (int t = 0; t < SIZE * SIZE; t++) {
      assertThat(padded.coverageAt(t, new boolean[] {false, true, false})).isEqualTo(255);
      assertThat(padded.coverageAt(t, new boolean[] {false, false, true})).isZero();
      taken += sheet.maps().groups()[t] == 2 ? 1 : 0;
    }
    assertThat(taken).isEqualTo(1);
  }
}
