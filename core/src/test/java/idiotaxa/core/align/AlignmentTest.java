package idiotaxa.core.align;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.work.Progress;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.mesh.MeshMerger;
import java.util.Arrays;
import java.util.List;
import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AlignmentTest {
  /** Three boxes of different sizes that no rotation or mirror maps onto themselves. */
  private static Mesh crooked() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("crooked");
    box(builder, 0, 0, 0, 3, 1, 0.5);
    box(builder, 2, 1, 0, 1, 2, 0.5);
    box(builder, 0, 0, 0.5, 0.5, 0.5, 1.5);
    return builder.build();
  }

  private static void box(
      MeshBuilder builder, double x, double y, double z, double dx, double dy, double dz) {
    int first = builder.vertexCount();
    for (int v = 0; v < 8; v++) {
      builder.vertex(x + (v & 1) * dx, y + (v >> 1 & 1) * dy, z + (v >> 2) * dz);
    }
    int[][] faces = {
      {0, 2, 3, 1}, {4, 5, 7, 6}, {0, 1, 5, 4}, {2, 6, 7, 3}, {0, 4, 6, 2}, {1, 3, 7, 5}
    };
    for (int[] f : faces) {
      builder.polygon(0, Mesh.NO_MATERIAL, first + f[0], first + f[1], first + f[2], first + f[3]);
    }
  }

  @Test
  void thereAreTwentyFourProperRotationsAndTheIdentityIsFirst() {
    Set<String> distinct = new HashSet<>();
    for (double[] rotation : Rotations.all()) {
      distinct.add(Arrays.toString(new Alignment(rotation, 1, new double[3]).rotation()));
    }
    assertThat(distinct).hasSize(24);
    assertThat(Rotations.all().get(0)).isEqualTo(Alignment.NONE.rotation());
  }

  @Test
  void pointGoesAndComesBack() {
    Alignment alignment =
        new Alignment(new double[] {0, 0, 1, 1, 0, 0, 0, 1, 0}, 2, new double[] {5, 6, 7});
    double[] out = new double[3];
    alignment.point(1, 2, 3, out);
    assertThat(out).containsExactly(2 * 3 + 5, 2 * 1 + 6, 2 * 2 + 7);
    alignment.inversePoint(out[0], out[1], out[2], out);
    assertThat(out).containsExactly(1, 2, 3);
  }

  @Test
  void alignedSourceIsLeftAlone() {
    AlignmentCheck.Result result = AlignmentCheck.of(crooked(), crooked(), 2);
    assertThat(result.proposal().changesNothing()).isTrue();
    assertThat(result.isClose()).isTrue();
    assertThat(result.sizeRatio()).isCloseTo(1, within(1e-9));
    assertThat(result.words()).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"0, 100, 0", "3, 1, 0", "7, 0.01, 0", "12, 39.37, 0", "23, 1000, 0", "5, 1, 4", "0, 0.3, 2"})
  void turnedScaledAndMovedSourceIsBroughtBack(int rotation, double scale, double offset) {
    Mesh target = crooked();
    Alignment away =
        new Alignment(
            Rotations.all().get(rotation), scale, new double[] {offset, -offset, 0});
    Mesh source = away.apply(target);
    AlignmentCheck.Result result = AlignmentCheck.of(target, source, 2);
    assertThat(result.isClose()).isFalse();
    assertThat(result.proposedDistance()).isLessThan(1e-3);
    Mesh back = result.proposal().apply(source);
    for (int i = 0; i < back.positions().length; i++) {
      assertThat(back.positions()[i]).isCloseTo(target.positions()[i], within(2e-3f));
    }
  }

  /** A handle that only the source has moves the middle of its box, but not the place that is found. */
  @ParameterizedTest
  @CsvSource({"4, 0.3, -1", "0.2, 0.1, 0.05", "-30, 20, 10"})
  void anOffsetIsGoodToATenthOfATexelThoughBoxesDiffer(double x, double y, double z) {
    Mesh target = crooked();
    MeshBuilder builder = new MeshBuilder();
    builder.part("crooked");
    box(builder, 0, 0, 0, 3, 1, 0.5);
    box(builder, 2, 1, 0, 1, 2, 0.5);
    box(builder, 0, 0, 0.5, 0.5, 0.5, 1.5);
    box(builder, 3, 0.2, 0.1, 0.07, 0.2, 0.2);
    box(builder, 1, 0.2, 0.5, 0.2, 0.2, 1.55);
    Mesh source = builder.build();
    Mesh away = new Alignment(Rotations.all().get(0), 1, new double[] {x, y, z}).apply(source);
    Mesh back = AlignmentCheck.of(target, away, 2).proposal().apply(away);
    // A texel of a sheet of 2048 that such a model fills is 2 mm; the middles of the boxes lie 35 and 25 mm apart.
    for (int i = 0; i < back.positions().length; i++) {
      assertThat(back.positions()[i]).isCloseTo(source.positions()[i], within(2e-4f));
    }
  }

  private static boolean isMirrored(Mesh target, Mesh source) {
    TracedSource traced = TracedSource.of(source, 2, Progress.NONE);
    return AlignmentCheck.isMirrored(target, traced, AlignmentCheck.of(target, traced, 2), 2);
  }

  private static Mesh mirroredInZ(Mesh mesh) {
    float[] moved = mesh.positions().clone();
    for (int i = 2; i < moved.length; i += 3) {
      moved[i] = -moved[i];
    }
    return mesh.withPositions(moved, null);
  }

  @ParameterizedTest
  @CsvSource({"0, 1, 0", "7, 1, 0", "3, 100, 2", "20, 0.01, 0"})
  void aMirrorImageIsToldFromWhatIsOnlyTurned(int rotation, double scale, double offset) {
    Mesh target = crooked();
    Alignment away = new Alignment(Rotations.all().get(rotation), scale, new double[] {offset, 0, offset});
    assertThat(isMirrored(target, away.apply(target))).isFalse();
    assertThat(isMirrored(target, away.apply(mirroredInZ(target)))).isTrue();
  }

  @Test
  void proposalIsSaidInWords() {
    Mesh target = crooked();
    Alignment zUpCentimetres =
        new Alignment(new double[] {1, 0, 0, 0, 0, -1, 0, 1, 0}, 100, new double[3]);
    AlignmentCheck.Result result = AlignmentCheck.of(target, zUpCentimetres.apply(target), 2);
    assertThat(result.words()).isEqualTo("scale by 0.01, turn Y to −Z and Z to Y");
  }

  @Test
  void whatIsNoRotationIsRefused() {
    double[] mirror = {-1, 0, 0, 0, 1, 0, 0, 0, 1};
    assertThatThrownBy(() -> new Alignment(mirror, 1, new double[3])).hasMessageContaining("mirror");
    assertThatThrownBy(() -> new Alignment(new double[9], 1, new double[3]))
        .hasMessageContaining("right angles");
    assertThatThrownBy(() -> new Alignment(Alignment.NONE.rotation(), 0, new double[3]))
        .hasMessageContaining("above 0");
  }

  /** A box of three different sizes: four turns lay it onto itself. */
  private static Mesh boxOf(double x, double y, double z, int... colors) {
    MeshBuilder builder = new MeshBuilder();
    builder.part("box");
    box(builder, -x / 2, -y / 2, -z / 2, x, y, z);
    Mesh mesh = builder.build();
    if (colors.length == 0) {
      return mesh;
    }
    int[] ofCorner = new int[mesh.cornerCount()];
    Arrays.setAll(ofCorner, c -> colors[c / 4]);
    return mesh.withCornerColors(ofCorner);
  }

  @Test
  void theUsualTurnWinsAmongEqualOnes() {
    Mesh target = boxOf(1, 3, 2);
    Alignment toZUp = new Alignment(new double[] {1, 0, 0, 0, 0, -1, 0, 1, 0}, 1, new double[3]);
    AlignmentCheck.Result result = AlignmentCheck.of(target, toZUp.apply(target), 2);
    assertThat(result.words()).isEqualTo("turn Y to −Z and Z to Y");
    assertThat(result.isElsewhere()).isTrue();
  }

  @Test
  void coloursDecideBetweenTurnsThatAreEquallyGood() {
    int[] colors = {0xFFFF0000, 0xFF00FF00, 0xFF0000FF, 0xFFFFFF00, 0xFF00FFFF, 0xFFFF00FF};
    Mesh target = boxOf(1, 3, 2, colors);
    // Half a turn about Y: the box lies on itself, its colours do not.
    Alignment half = new Alignment(new double[] {-1, 0, 0, 0, 1, 0, 0, 0, -1}, 1, new double[3]);
    AlignmentCheck.Result result = AlignmentCheck.of(target, half.apply(target), 2);
    assertThat(result.words()).isEqualTo("turn X to −X and Z to −Z");
    AlignmentCheck.Result plain =
        AlignmentCheck.of(boxOf(1, 3, 2), half.apply(boxOf(1, 3, 2)), 2);
    assertThat(plain.words()).isEmpty();
  }

  @Test
  void aSourceSquashedAlongOneAxisIsSaidAndStretchedBack() {
    Mesh target = crooked();
    Mesh source =
        new Alignment(Alignment.NONE.rotation(), 1, new double[3], new double[] {0.9, 1, 1})
            .apply(target);
    AlignmentCheck.Result result = AlignmentCheck.of(target, source, 2);
    assertThat(result.isClose()).isFalse();
    assertThat(result.differences()).contains("10 % narrower in X");
    assertThat(result.words()).contains("stretch X by 1.111");
    Mesh back = result.proposal().apply(source);
    for (int i = 0; i < back.positions().length; i++) {
      assertThat(back.positions()[i]).isCloseTo(target.positions()[i], within(2e-3f));
    }
  }

  @Test
  void onePartOfOtherProportionsIsSaidByName() {
    AlignmentCheck.Result result =
        AlignmentCheck.of(twoBoxes(1), twoBoxes(0.8), 2);
    assertThat(result.differences()).contains("lid: 20 % narrower in X");
  }

  private static Mesh twoBoxes(double lid) {
    MeshBuilder builder = new MeshBuilder();
    builder.part("case_low");
    box(builder, 0, 0, 0, 3, 1, 2);
    Mesh first = builder.build();
    MeshBuilder other = new MeshBuilder();
    other.part("lid_low");
    box(other, 1, 1, 0.5, lid, 0.5, 1);
    return MeshMerger.merge(List.of(first, other.build()));
  }

  @ParameterizedTest
  @CsvSource({"100, 0, true", "1, 30, true", "0.001, 0, true", "1, 0, false", "1, 0.01, false"})
  void aSourceThatLiesElsewhereIsTold(double scale, double offset, boolean isElsewhere) {
    Mesh source =
        new Alignment(Alignment.NONE.rotation(), scale, new double[] {offset, 0, 0}).apply(crooked());
    assertThat(AlignmentCheck.of(crooked(), source, 2).isElsewhere()).isEqualTo(isElsewhere);
  }

  @Test
  void stretchTurnsNormalsAsItTurnsSurfaces() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("slope");
    builder.face(0, Mesh.NO_MATERIAL);
    double[][] corners = {{0, 0, 0}, {1, 1, 0}, {0, 0, 1}};
    for (double[] c : corners) {
      builder.corner(builder.vertex(c[0], c[1], c[2]));
      builder.normal((float) Math.sqrt(0.5), (float) -Math.sqrt(0.5), 0);
    }
    Mesh moved =
        new Alignment(Alignment.NONE.rotation(), 1, new double[3], new double[] {2, 1, 1})
            .apply(builder.build());
    // The slope is half as steep now: its normal is (1, −2, 0), made a unit.
    assertThat(moved.cornerNormal()[0]).isCloseTo((float) (1 / Math.sqrt(5)), within(1e-6f));
    assertThat(moved.cornerNormal()[1]).isCloseTo((float) (-2 / Math.sqrt(5)), within(1e-6f));
  }
}
