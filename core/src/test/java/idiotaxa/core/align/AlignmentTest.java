package idiotaxa.core.align;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
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
      distinct.add(java.util.Arrays.toString(new Alignment(rotation, 1, new double[3]).rotation()));
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
}
