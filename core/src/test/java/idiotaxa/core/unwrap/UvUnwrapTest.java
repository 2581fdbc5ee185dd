package idiotaxa.core.unwrap;

import idiotaxa.core.work.Progress;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.raster.UvOverlaps;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

public class UvUnwrapTest {
  private static final UnwrapSettings SETTINGS = new UnwrapSettings(2048, 4);

  /** Lays a mesh out and checks what every layout promises; returns the coverage. */
  public static double checkLayout(Mesh mesh) {
    UvUnwrap.Result result = UvUnwrap.of(mesh, SETTINGS, Progress.NONE);
    Mesh laidOut = mesh.withCornerUvs(result.uvs());
    for (float value : result.uvs()) {
      assertThat(value).isBetween(0f, 1f);
    }
    int[] oneEach = new int[mesh.faceCount()];
    for (int f = 0; f < oneEach.length; f++) {
      oneEach[f] = f;
    }
    var sheet = SheetLayout.ONE.divide(laidOut).get(0);
    UvOverlaps.Result overlaps = UvOverlaps.of(laidOut, sheet, 4096, oneEach);
    assertThat(overlaps.overlapping()).as("texels with two owners at 4096²").isZero();
    checkNoTwoTrianglesOverlap(laidOut);
    return result.coverage();
  }

  /** Exact, in the plane, over the triangles as they are stored. */
  private static void checkNoTwoTrianglesOverlap(Mesh mesh) {
    double[] xy = new double[6 * mesh.triangleCount()];
    int at = 0;
    for (int t = 0; t < mesh.triangleCount(); t++) {
      for (int k = 0; k < 3; k++) {
        int corner = mesh.triangleCorner(t, k);
        xy[at++] = 1e3 * mesh.cornerUv()[2 * corner];
        xy[at++] = 1e3 * mesh.cornerUv()[2 * corner + 1];
      }
    }
    assertThat(new PlaneTriangles(withoutFlat(xy)).hasOverlap()).isFalse();
  }

  /** Leaves out triangles that rounding to float has left without area. */
  private static double[] withoutFlat(double[] xy) {
    double[] kept = new double[xy.length];
    int n = 0;
    for (int a = 0; a < xy.length; a += 6) {
      double area =
          (xy[a + 2] - xy[a]) * (xy[a + 5] - xy[a + 1]) - (xy[a + 3] - xy[a + 1]) * (xy[a + 4] - xy[a]);
      if (Math.abs(area) > 1e-6) {
        System.arraycopy(xy, a, kept, n, 6);
        n += 6;
      }
    }
    return Arrays.copyOf(kept, n);
  }

  @Test
  void cubeBecomesSixSquaresOfOneDensity() {
    Mesh cube = Shapes.unwrappedCube();
    UvUnwrap.Result result = UvUnwrap.of(cube, SETTINGS, Progress.NONE);
    assertThat(result.charts()).isEqualTo(6);
    Mesh laidOut = cube.withCornerUvs(result.uvs());
    double first = density(laidOut, 0);
    for (int t = 1; t < laidOut.triangleCount(); t++) {
      assertThat(density(laidOut, t)).isCloseTo(first, within(1e-4 * first));
    }
    checkLayout(cube);
  }

  /** Area on the sheet over area in space. */
  private static double density(Mesh mesh, int t) {
    float[] uv = mesh.cornerUv();
    int a = 2 * mesh.triangleCorner(t, 0);
    int b = 2 * mesh.triangleCorner(t, 1);
    int c = 2 * mesh.triangleCorner(t, 2);
    double flat =
        0.5
            * ((uv[b] - uv[a]) * (uv[c + 1] - uv[a + 1]) - (uv[b + 1] - uv[a + 1]) * (uv[c] - uv[a]));
    return Math.abs(flat) / TriangleGeometry.area(mesh, t);
  }

  @Test
  void chartsKeepTheMarginFromEachOtherAndHalfOfItFromTheBorder() {
    Mesh cube = Shapes.unwrappedCube();
    float[] uv = UvUnwrap.of(cube, SETTINGS, Progress.NONE).uvs();
    double margin = 4.0 / 2048;
    for (int f = 0; f < 6; f++) {
      for (int k = 0; k < 8; k++) {
        assertThat((double) uv[8 * f + k]).isBetween(margin / 2 - 1e-6, 1 - margin / 2 + 1e-6);
      }
      for (int g = 0; g < f; g++) {
        assertThat(gap(uv, 8 * f, 8 * g)).isGreaterThan(margin - 1e-6);
      }
    }
  }

  /** Distance of two axis-parallel boxes of four corners. */
  private static double gap(float[] uv, int a, int b) {
    double[] gap = new double[2];
    for (int axis = 0; axis < 2; axis++) {
      double loA = 1;
      double hiA = 0;
      double loB = 1;
      double hiB = 0;
      for (int k = 0; k < 4; k++) {
        loA = Math.min(loA, uv[a + 2 * k + axis]);
        hiA = Math.max(hiA, uv[a + 2 * k + axis]);
        loB = Math.min(loB, uv[b + 2 * k + axis]);
        hiB = Math.max(hiB, uv[b + 2 * k + axis]);
      }
      gap[axis] = Math.max(0, Math.max(loA - hiB, loB - hiA));
    }
    return Math.hypot(gap[0], gap[1]);
  }

  @ParameterizedTest
  @ValueSource(ints = {6, 20, 48})
  void bumpySpheresNeverOverlap(int n) {
    checkLayout(Shapes.bumpySphere(n, 0.25));
  }

  @ParameterizedTest
  @ValueSource(longs = {3, 4})
  void looseTrianglesNeverOverlap(long seed) {
    checkLayout(Shapes.randomTriangles(seed, 400, 0.2));
  }

  /** A strip wound like a screw: every normal points up, yet its turns lie on each other. */
  @Test
  void screwThatProjectsOntoItselfIsDivided() {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("screw");
    int steps = 200;
    for (int i = 0; i <= steps; i++) {
      double angle = 2 * Math.PI * i / 50;
      builder.vertex(Math.cos(angle), 0.01 * i, Math.sin(angle));
      builder.vertex(2 * Math.cos(angle), 0.01 * i, 2 * Math.sin(angle));
    }
    for (int i = 0; i < steps; i++) {
      builder.polygon(part, Mesh.NO_MATERIAL, 2 * i, 2 * i + 2, 2 * i + 3, 2 * i + 1);
    }
    Mesh screw = builder.build();
    assertThat(UvUnwrap.of(screw, SETTINGS, Progress.NONE).charts()).isGreaterThan(3);
    checkLayout(screw);
  }

  @Test
  void faceWithoutAreaCoversNothingAndDoesNotDisturb() {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("p");
    for (double[] v : new double[][] {{0, 0, 0}, {1, 0, 0}, {0, 1, 0}, {0.5, 0, 0}}) {
      builder.vertex(v[0], v[1], v[2]);
    }
    builder.polygon(part, Mesh.NO_MATERIAL, 0, 1, 2);
    builder.polygon(part, Mesh.NO_MATERIAL, 0, 3, 1);
    float[] uv = UvUnwrap.of(builder.build(), SETTINGS, Progress.NONE).uvs();
    assertThat(Arrays.copyOfRange(uv, 6, 12)).containsOnly(0f);
  }

  @Test
  void layoutIsDeterministic() {
    Mesh mesh = Shapes.bumpySphere(16, 0.2);
    assertThat(UvUnwrap.of(mesh, SETTINGS, Progress.NONE).uvs())
        .isEqualTo(UvUnwrap.of(mesh, SETTINGS, Progress.NONE).uvs());
  }

  @Test
  void chartsThatFitNoSheetAreSaid() {
    Mesh dust = Shapes.randomTriangles(9, 500, 0.01);
    assertThatThrownBy(() -> UvUnwrap.of(dust, new UnwrapSettings(256, 64), Progress.NONE))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("500 charts")
        .hasMessageContaining("smaller margin");
  }
}
