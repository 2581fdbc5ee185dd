package idiotaxa.core.bake;

import static idiotaxa.core.bake.Bakes.bake;
import static idiotaxa.core.bake.Bakes.claims;
import static idiotaxa.core.bake.Bakes.fromSource;
import static idiotaxa.core.bake.Bakes.settings;
import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.pairing.PairingRules;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Progress;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Shapes on which bakes go wrong, each small enough that the right answer is known. */
class HardCasesTest {
  private static final int SIZE = 300;

  @ParameterizedTest
  @ValueSource(doubles = {0.97, 1, 1.03})
  void sharpCornersHaveNoSpecks(double scale) {
    Mesh target = Shapes.unwrappedCube();
    Mesh source = scaled(Shapes.unwrappedCube(), scale);
    BakedSheet baked =
        bake(
            fromSource(target, source, claims(source, 1, 2, 3, 4, 5, 6), new Reach(0.2, 0.2)),
            target,
            settings(SIZE, 16, false));
    assertThat(baked.report().missed()).isZero();
    for (int f = 0; f < 6; f++) {
      int fromX = (int) Math.ceil((f % 3 / 3.0 + 0.02) * SIZE) + 1;
      int toY = SIZE - (int) Math.ceil((f / 3 / 2.0 + 0.02) * SIZE) - 1;
      int side = (int) (0.29 * SIZE) - 2;
      for (int y = toY - side; y < toY; y++) {
        for (int x = fromX; x < fromX + side; x++) {
          assertThat((int) baked.maps().groups()[y * SIZE + x]).as("%d %d", x, y).isEqualTo(f + 1);
        }
      }
    }
  }

  private static Mesh scaled(Mesh mesh, double scale) {
    MeshBuilder builder = new MeshBuilder();
    builder.part("cube_high");
    for (int v = 0; v < mesh.vertexCount(); v++) {
      float[] p = mesh.positions();
      builder.vertex(scale * p[3 * v], scale * p[3 * v + 1], scale * p[3 * v + 2]);
    }
    for (int f = 0; f < mesh.faceCount(); f++) {
      int from = mesh.faceStart()[f];
      builder.polygon(
          0,
          Mesh.NO_MATERIAL,
          Arrays.copyOfRange(mesh.cornerVertex(), from, mesh.faceStart()[f + 1]));
    }
    return builder.build();
  }

  /** A source with two holes; what is missed is found to the texel, whatever squares were decided. */
  @Test
  void holesOfAnOpenSourceAreMissedToTheTexel() {
    Mesh target = Shapes.unitQuad().build();
    Mesh source = gridWithout(20, 0.01, 3 * 20 + 3, 12 * 20 + 14, 12 * 20 + 15);
    int[] groups = new int[source.faceCount()];
    Arrays.fill(groups, 1);
    // A fallback reach below a texel, so that a hole is missed rather than filled from its rim.
    Reach reach = new Reach(0.011, 0.0001);
    PreparedBake prepared = fromSource(target, source, claims(source, groups), reach);
    BakedSheet adaptive = bake(prepared, target, settings(200, 4, false));
    BakedSheet exact = bake(prepared, target, settings(200, 4, true));
    assertThat(adaptive.maps()).isEqualTo(exact.maps());
    assertThat(adaptive.report().fallback()).isEqualTo(exact.report().fallback());
    assertThat(adaptive.report().rays()).isLessThan(exact.report().rays() / 5);
    assertThat(adaptive.report().missed()).isBetween(200L, 300L);
    assertThat(adaptive.report().problems())
        .filteredOn(p -> p.kind() == ProblemRegion.Kind.MISSED)
        .hasSize(2)
        .first()
        .satisfies(
            hole -> {
              assertThat(hole.part()).isEqualTo("quad");
              assertThat(hole.middleX()).isBetween(149, 151);
              assertThat(hole.middleY()).isBetween(74, 76);
              assertThat(hole.width()).isBetween(17, 20);
              assertThat(hole.height()).isBetween(7, 10);
              assertThat(hole.position()[0]).isBetween(0.74, 0.76);
              assertThat(hole.position()[1]).isBetween(0.61, 0.64);
              assertThat(hole.normal()[2]).isEqualTo(1);
            });
  }

  /** At the rim of a hole a part of a texel's rays hit, the rest falls back to what lies behind: none speaks for another. */
  @ParameterizedTest
  @ValueSource(ints = {4, 16, 64})
  void texelsAtTheRimOfAHoleKeepWhatFallsBack(int samples) {
    Mesh target = Shapes.unitQuad().build();
    MeshBuilder builder = new MeshBuilder();
    builder.part("sheet_high");
    addGridWithout(builder, 20, 0.01, 3 * 20 + 3, 12 * 20 + 14);
    Shapes.grid(builder, 1, 1, -0.004);
    Mesh source = builder.build();
    int[] groups = new int[source.faceCount()];
    Arrays.fill(groups, 1);
    groups[groups.length - 1] = 2;
    PreparedBake prepared = fromSource(target, source, claims(source, groups), new Reach(0.02, 0.0001));
    // The holes are 5.5 texels wide, so that rims lie in the middle of texels.
    BakedSheet adaptive = bake(prepared, target, settings(110, samples, false));
    BakedSheet exact = bake(prepared, target, settings(110, samples, true));
    assertThat(adaptive.maps()).isEqualTo(exact.maps());
    assertThat(adaptive.maps().coverage().mixedCount()).isGreaterThan(20);
  }

  /** {@code n} × {@code n} quads at height z without some of them. */
  private static Mesh gridWithout(int n, double z, int... missing) {
    MeshBuilder builder = new MeshBuilder();
    builder.part("sheet_high");
    addGridWithout(builder, n, z, missing);
    return builder.build();
  }

  /** Adds them to the first part of a builder that is empty otherwise. */
  private static void addGridWithout(MeshBuilder builder, int n, double z, int... missing) {
    MeshBuilder whole = new MeshBuilder();
    whole.part("sheet_high");
    Shapes.grid(whole, n, 1, z);
    Mesh grid = whole.build();
    for (int v = 0; v < grid.vertexCount(); v++) {
      float[] p = grid.positions();
      builder.vertex(p[3 * v], p[3 * v + 1], p[3 * v + 2]);
    }
    for (int f = 0; f < grid.faceCount(); f++) {
      int face = f;
      if (Arrays.stream(missing).noneMatch(m -> m == face)) {
        builder.polygon(
            0, Mesh.NO_MATERIAL, Arrays.copyOfRange(grid.cornerVertex(), 4 * f, 4 * f + 4));
      }
    }
  }

  /** Two skins a hundredth apart, rays ten times as long: each side sees its own skin. */
  @Test
  void thinDoubleWallsShowTheirOwnSide() {
    MeshBuilder t = new MeshBuilder();
    t.part("outside");
    t.part("inside");
    wall(t, 0, 0, 0, false);
    wall(t, 1, -0.01, 0.5, true);
    Mesh target = t.build();
    MeshBuilder s = new MeshBuilder();
    s.part("outside_high");
    s.part("inside_high");
    wall(s, 0, 0, 0, false);
    wall(s, 1, -0.01, 0.5, true);
    Mesh source = s.build();
    SheetMaps maps =
        bake(
                fromSource(target, source, claims(source, 1, 2), new Reach(0.1, 0.1)),
                target,
                settings(64, 16, false))
            .maps();
    for (int y = 33; y < 64; y++) {
      assertThat((int) maps.groups()[y * 64 + 10]).as("left %d", y).isEqualTo(1);
      assertThat((int) maps.groups()[y * 64 + 42]).as("right %d", y).isEqualTo(2);
    }
  }

  /** A half unit square, its UVs shifted by u; turned it faces down. */
  private static void wall(MeshBuilder b, int part, double z, double u, boolean isTurned) {
    double[][] corners = {{0, 0}, {0.5, 0}, {0.5, 0.5}, {0, 0.5}};
    int first = b.vertexCount();
    for (double[] c : corners) {
      b.vertex(c[0], c[1], z);
    }
    b.face(part, Mesh.NO_MATERIAL);
    for (int k = 0; k < 4; k++) {
      int corner = isTurned ? 3 - k : k;
      b.corner(first + corner);
      b.uv((float) (corners[corner][0] + u), (float) corners[corner][1]);
    }
  }

  /** Two plates that cross in the middle: the one farther out wins on either half. */
  @Test
  void ofIntersectingSourcesTheOutermostWins() {
    Mesh target = Shapes.unitQuad().build();
    MeshBuilder b = new MeshBuilder();
    b.part("crossed");
    slope(b, 0, 0.05);
    slope(b, 0.05, 0);
    Mesh source = b.build();
    SheetMaps maps =
        bake(
                fromSource(target, source, claims(source, 1, 2), new Reach(0.1, 0.1)),
                target,
                settings(100, 16, false))
            .maps();
    for (int x = 0; x < 100; x++) {
      assertThat((int) maps.groups()[40 * 100 + x]).as("column %d", x).isEqualTo(x < 50 ? 2 : 1);
    }
  }

  private static void slope(MeshBuilder b, double left, double right) {
    b.polygon(
        0,
        Mesh.NO_MATERIAL,
        b.vertex(0, 0, left),
        b.vertex(1, 0, right),
        b.vertex(1, 1, right),
        b.vertex(0, 1, left));
  }

  @Test
  void sourceTrianglesSeenFromBehindCountAsWell() {
    Mesh target = Shapes.unitQuad().build();
    MeshBuilder b = new MeshBuilder();
    b.part("flipped");
    int[] v = {b.vertex(0, 0, 0.01), b.vertex(0, 1, 0.01), b.vertex(1, 1, 0.01), b.vertex(1, 0, 0.01)};
    b.polygon(0, Mesh.NO_MATERIAL, v);
    Mesh source = b.build();
    BakedSheet baked =
        bake(
            fromSource(target, source, claims(source, 1), new Reach(0.1, 0.1)),
            target,
            settings(16, 4, false));
    assertThat(baked.maps().texelsOfGroup(1)).containsExactly(0, 256);
    assertThat(baked.report().fallback()).isZero();
  }

  @Test
  void mirroredUvsGiveTheMirroredMap() {
    char[] plain = columns(false);
    char[] mirrored = columns(true);
    for (int x = 0; x < 32; x++) {
      assertThat((int) mirrored[31 - x]).as("column %d", x).isEqualTo(plain[x]);
    }
    assertThat(plain[0]).isNotEqualTo(plain[31]);
  }

  /** A row of the map of four strips from left to right. */
  private static char[] columns(boolean isMirrored) {
    MeshBuilder b = new MeshBuilder();
    b.part("strips");
    for (int i = 0; i < 4; i++) {
      int first = b.vertexCount();
      float[][] c = {{i / 4f, 0}, {(i + 1) / 4f, 0}, {(i + 1) / 4f, 1}, {i / 4f, 1}};
      b.face(0, Mesh.NO_MATERIAL);
      for (float[] p : c) {
        b.vertex(p[0], p[1], 0);
      }
      for (int k = 0; k < 4; k++) {
        b.corner(first + k);
        b.uv(isMirrored ? 1 - c[k][0] : c[k][0], c[k][1]);
      }
    }
    Mesh mesh = b.build();
    SheetMaps maps =
        bake(
                fromSource(mesh, mesh, claims(mesh, 1, 2, 3, 4), new Reach(0.1, 0.1)),
                mesh,
                settings(32, 16, false))
            .maps();
    return Arrays.copyOfRange(maps.groups(), 7 * 32, 8 * 32);
  }

  /** The corner of a triangle reaches a quarter into a texel whose centre it leaves free. */
  @Test
  void texelThatOnlyACornerTouchesIsCovered() {
    MeshBuilder b = new MeshBuilder();
    b.part("corner");
    float[][] uv = {{0.1f, 0.1f}, {0.5f + 0.4f / 16, 0.1f}, {0.1f, 0.5f}};
    b.face(0, Mesh.NO_MATERIAL);
    for (float[] c : uv) {
      b.corner(b.vertex(c[0], c[1], 0));
      b.uv(c[0], c[1]);
    }
    Mesh mesh = b.build();
    PreparedBake prepared = PreparedBake.fromTarget(mesh, claims(mesh, 1));
    int texel = 14 * 16 + 8;
    assertThat(bake(prepared, mesh, settings(16, 1, false)).maps().groups()[texel])
        .isEqualTo(SheetMaps.UNCOVERED);
    for (boolean isExact : new boolean[] {false, true}) {
      SheetMaps maps = bake(prepared, mesh, settings(16, 64, isExact)).maps();
      assertThat((int) maps.groups()[texel]).isEqualTo(1);
      assertThat(maps.padded(0, 1).coverageAt(texel, new boolean[] {false, true})).isEqualTo(255);
    }
  }

  @Test
  void trianglesWithoutUvAreaAreLeftOut() {
    MeshBuilder b = Shapes.unitQuad();
    b.face(0, Mesh.NO_MATERIAL);
    for (float u : new float[] {0.2f, 0.4f, 0.6f}) {
      b.corner(b.vertex(u, u, 0.5));
      b.uv(u, u);
    }
    Mesh mesh = b.build();
    SheetMaps maps =
        bake(PreparedBake.fromTarget(mesh, claims(mesh, 1, 2)), mesh, settings(64, 16, true)).maps();
    assertThat(maps.texelsOfGroup(2)).containsExactly(0, 64 * 64, 0);
  }

  @Test
  void conflictsAreLocated() {
    MeshBuilder b = Shapes.unitQuad();
    int first = b.vertexCount();
    float[][] uv = {{0.25f, 0.5f}, {0.5f, 0.5f}, {0.5f, 0.75f}, {0.25f, 0.75f}};
    b.face(0, Mesh.NO_MATERIAL);
    for (float[] c : uv) {
      b.vertex(c[0], c[1], 1);
    }
    for (int k = 0; k < 4; k++) {
      b.corner(first + k);
      b.uv(uv[k][0], uv[k][1]);
    }
    Mesh mesh = b.build();
    SheetReport report =
        bake(PreparedBake.fromTarget(mesh, claims(mesh, 1, 2)), mesh, settings(64, 4, false))
            .report();
    assertThat(report.conflicts()).isEqualTo(16 * 16);
    assertThat(report.problems()).hasSize(1);
    ProblemRegion region = report.problems().get(0);
    assertThat(region.kind()).isEqualTo(ProblemRegion.Kind.CONFLICT);
    assertThat(new int[] {region.x(), region.y(), region.width(), region.height()})
        .containsExactly(16, 16, 16, 16);
    assertThat(region.texels()).isEqualTo(256);
  }

  @Test
  void partsMayHaveTheirOwnReach() {
    MeshBuilder t = new MeshBuilder();
    t.part("near");
    t.part("far");
    wall(t, 0, 0, 0, false);
    wall(t, 1, -1, 0.5, false);
    Mesh target = t.build();
    MeshBuilder s = new MeshBuilder();
    s.part("both");
    wall(s, 0, 0.02, 0, false);
    wall(s, 0, -0.9, 0, false);
    Mesh source = s.build();
    RayPlan plan =
        new RayPlan(
            Pairing.all(target, source, PairingRules.PLAIN),
            Optional.of(new Reach(0.03, 0.03)),
            Map.of("far", new Reach(0.12, 0)),
            Optional.empty(), Optional.empty());
    PreparedBake prepared =
        PreparedBake.fromSource(
            target,
            TracedSource.of(source, 1, Progress.NONE),
            claims(source, 1, 2),
            plan,
            1,
            Progress.NONE);
    SheetReport report = bake(prepared, target, settings(64, 1, false)).report();
    assertThat(report.missed()).isZero();
    assertThat(report.groupTexels()).containsExactly(0, 32 * 32, 32 * 32);
  }

  /** The first face wins wherever faces lie on each other, however many they are. */
  @Test
  void stackedUvsAreBakedInBoundedTimeAndTheFirstFaceWins() {
    MeshBuilder b = new MeshBuilder();
    b.part("wall");
    int count = 20_000;
    int[] groups = new int[count];
    float[][] square = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};
    for (int f = 0; f < count; f++) {
      groups[f] = 1 + f % 2;
      b.face(0, Mesh.NO_MATERIAL);
      for (float[] corner : square) {
        b.corner(b.vertex(f, corner[0], corner[1]));
        b.uv(corner[0], corner[1]);
      }
    }
    Mesh wall = b.build();
    BakedSheet sheet =
        Bakes.bake(
            PreparedBake.fromTarget(wall, Bakes.claims(wall, groups)),
            wall,
            Bakes.settings(1024, 4, false));
    // The group that lies under the other everywhere keeps one texel, and is said.
    assertThat(sheet.report().groupTexels()).containsExactly(0, 1024 * 1024 - 1, 1);
    assertThat(sheet.report().thinGroups()).containsExactly(2);
    assertThat(sheet.report().overlapping()).isEqualTo(1024 * 1024);
    assertThat(sheet.report().conflicts()).isEqualTo(1024 * 1024);
  }
}
