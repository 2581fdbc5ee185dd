package idiotaxa.core.bake;

import static idiotaxa.core.bake.Bakes.bake;
import static idiotaxa.core.bake.Bakes.groups;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.Shapes;
import idiotaxa.core.group.Group;
import idiotaxa.core.map.PaddedMaps;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.pairing.PairingRules;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.reach.ReachMeasure;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.CancelledException;
import idiotaxa.core.work.Progress;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SheetBakeTest {
  private static final Reach CLOSE = new Reach(0.1, 0.1);

  private static PreparedBake fromClaims(Mesh mesh, int... faceGroup) {
    int max = Arrays.stream(faceGroup).max().orElse(0);
    return PreparedBake.fromTarget(mesh, Origins.claims(mesh, faceGroup, groups(max)));
  }

  private static PreparedBake fromSource(Mesh target, Mesh source, OriginReading reading) {
    return Bakes.fromSource(target, source, reading, CLOSE);
  }

  @Test
  void quadInFourColoursIsExactToTheTexel() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("quad");
    Shapes.grid(builder, 2, 1, 0);
    Mesh quad = builder.build();
    SheetMaps maps =
        bake(fromClaims(quad, 1, 2, 3, 4), quad, new SheetSettings(8, 8, 4, false, 1)).maps();
    for (int y = 0; y < 8; y++) {
      for (int x = 0; x < 8; x++) {
        // Faces come in rows from the bottom, texel rows run down.
        int expected = (y < 4 ? 3 : 1) + (x < 4 ? 0 : 1);
        assertThat((int) maps.groups()[y * 8 + x]).as("%d %d", x, y).isEqualTo(expected);
      }
    }
    assertThat(maps.coverage().mixedCount()).isZero();
  }

  @Test
  void borderThroughATexelGivesExactShares() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("quad");
    Shapes.grid(builder, 2, 1, 0);
    Mesh quad = builder.build();
    SheetMaps maps =
        bake(fromClaims(quad, 1, 2, 1, 2), quad, new SheetSettings(3, 3, 16, false, 1)).maps();
    boolean[] one = {false, true, false};
    boolean[] two = {false, false, true};
    int middle = 3 + 1;
    assertThat(maps.padded(0, 1).coverageAt(middle, one)).isEqualTo(128);
    assertThat(maps.padded(0, 1).coverageAt(middle, two)).isEqualTo(127);
    assertThat((int) maps.groups()[middle]).isEqualTo(1);
  }

  @Test
  void triangleBetweenTwoColoursNeverYieldsAThird() {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("triangle");
    builder.face(part, Mesh.NO_MATERIAL);
    int[] colors = {0xFFFF0000, 0xFF00FF00, 0xFF00FF00};
    float[][] uv = {{0.05f, 0.05f}, {0.95f, 0.1f}, {0.3f, 0.95f}};
    for (int k = 0; k < 3; k++) {
      builder.corner(builder.vertex(uv[k][0], uv[k][1], 0));
      builder.uv(uv[k][0], uv[k][1]);
      builder.color(colors[k]);
    }
    Mesh mesh = builder.build();
    OriginReading reading = Origins.read(mesh, IdOrigin.VERTEX_COLORS, List.of());
    assertThat(reading.groups()).extracting(Group::color).containsExactly(0xFF0000, 0x00FF00);
    SheetMaps maps =
        bake(PreparedBake.fromTarget(mesh, reading), mesh, new SheetSettings(64, 64, 16, true, 2))
            .maps();
    long[] texels = maps.texelsOfGroup(2);
    assertThat(texels[0]).isZero();
    assertThat(texels[1]).isPositive();
    // Where the red corner's weight is a half: a quarter of the triangle is red.
    double share = texels[1] / (double) (texels[1] + texels[2]);
    assertThat(share).isBetween(0.23, 0.27);
  }

  /** A dense cube whose sides carry a disc each, read by rays, against the discs' own equation. */
  @Test
  void cubeWithDiscsIsRightOutsideOneAndAHalfTexelsOfABorder() {
    Mesh target = Shapes.unwrappedCube();
    int fine = 96;
    Mesh source = denseCube(fine);
    int[] faceGroup = new int[source.faceCount()];
    for (int f = 0; f < faceGroup.length; f++) {
      faceGroup[f] = discGroup(source, f);
    }
    int size = 256;
    SheetMaps maps =
        bake(
                fromSource(target, source, Origins.claims(source, faceGroup, groups(7))),
                target,
                new SheetSettings(size, size, 16, false, 2))
            .maps();
    int checked = 0;
    for (int f = 0; f < 6; f++) {
      checked += checkCubeFace(maps, size, f, fine);
    }
    assertThat(checked).isGreaterThan(20_000);
    assertThat(maps.countMissed()).isZero();
  }

  private static final double DISC = 0.6;

  private static int discGroup(Mesh mesh, int face) {
    double[] c = new double[3];
    for (int k = mesh.faceStart()[face]; k < mesh.faceStart()[face + 1]; k++) {
      for (int axis = 0; axis < 3; axis++) {
        c[axis] += mesh.positions()[3 * mesh.cornerVertex()[k] + axis] / 4;
      }
    }
    double radius = 0;
    for (double value : c) {
      radius += Math.abs(value) > 0.9999 ? 0 : value * value;
    }
    return radius < DISC * DISC ? 2 + face / (96 * 96) : 1;
  }

  private static Mesh denseCube(int n) {
    Mesh cube = Shapes.unwrappedCube();
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("cube");
    for (int f = 0; f < 6; f++) {
      int first = builder.vertexCount();
      for (int j = 0; j <= n; j++) {
        for (int i = 0; i <= n; i++) {
          double[] p = pointOnFace(cube, f, i / (double) n, j / (double) n);
          builder.vertex(p[0], p[1], p[2]);
        }
      }
      for (int j = 0; j < n; j++) {
        for (int i = 0; i < n; i++) {
          int a = first + j * (n + 1) + i;
          builder.polygon(part, Mesh.NO_MATERIAL, a, a + 1, a + n + 2, a + n + 1);
        }
      }
    }
    return builder.build();
  }

  private static double[] pointOnFace(Mesh cube, int face, double s, double t) {
    double[] out = new double[3];
    double[] w = {(1 - s) * (1 - t), s * (1 - t), s * t, (1 - s) * t};
    for (int k = 0; k < 4; k++) {
      int v = cube.cornerVertex()[4 * face + k];
      for (int axis = 0; axis < 3; axis++) {
        out[axis] += w[k] * cube.positions()[3 * v + axis];
      }
    }
    return out;
  }

  /** Counts the compared texels of one face. */
  private static int checkCubeFace(SheetMaps maps, int size, int face, int fine) {
    double u0 = face % 3 / 3.0 + 0.02;
    double v0 = face / 3 / 2.0 + 0.02;
    double side = 0.29;
    double texel = 2 / (side * size);
    // The source's own staircase is one of its quads wide at most.
    double margin = 1.5 * texel + 1.5 * 2.0 / fine;
    int compared = 0;
    for (int y = 0; y < size; y++) {
      for (int x = 0; x < size; x++) {
        double s = ((x + 0.5) / size - u0) / side * 2 - 1;
        double t = (1 - (y + 0.5) / size - v0) / side * 2 - 1;
        double edge = 1 - Math.max(Math.abs(s), Math.abs(t));
        double radius = Math.hypot(s, t);
        if (edge < margin || Math.abs(radius - DISC) < margin) {
          continue;
        }
        int expected = radius < DISC ? 2 + face : 1;
        assertThat((int) maps.groups()[y * size + x]).as("%d %d", x, y).isEqualTo(expected);
        compared++;
      }
    }
    return compared;
  }

  @Test
  void coverageSumsTo255InEveryCoveredTexel() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("grid");
    Shapes.grid(builder, 13, 1, 0);
    Mesh grid = builder.build();
    int[] faceGroup = new int[grid.faceCount()];
    for (int f = 0; f < faceGroup.length; f++) {
      faceGroup[f] = f * 7 % 5;
    }
    SheetMaps maps =
        bake(fromClaims(grid, faceGroup), grid, new SheetSettings(50, 50, 16, false, 2)).maps();
    assertThat(maps.coverage().mixedCount()).isGreaterThan(500);
    for (int texel = 0; texel < 2500; texel++) {
      int sum = 0;
      for (int g = 0; g < 5; g++) {
        boolean[] set = new boolean[5];
        set[g] = true;
        sum += maps.padded(0, 1).coverageAt(texel, set);
      }
      assertThat(sum).isEqualTo(255);
    }
  }

  @Test
  void sameBytesWhateverTheThreads() {
    Mesh target = Shapes.unwrappedCube();
    Mesh source = denseCube(30);
    int[] faceGroup = new int[source.faceCount()];
    Arrays.setAll(faceGroup, f -> 1 + f * 31 % 4);
    PreparedBake prepared =
        fromSource(target, source, Origins.claims(source, faceGroup, groups(4)));
    SheetMaps one = bake(prepared, target, new SheetSettings(200, 200, 16, false, 1)).maps();
    SheetMaps two = bake(prepared, target, new SheetSettings(200, 200, 16, false, 2)).maps();
    SheetMaps three = bake(prepared, target, new SheetSettings(200, 200, 16, false, 3)).maps();
    assertThat(two).isEqualTo(one);
    assertThat(three).isEqualTo(one);
  }

  @Test
  void adjacentTrianglesShareNoSampleAndLeaveNone() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("grid");
    Shapes.grid(builder, 16, 1, 0);
    Mesh grid = builder.build();
    int[] faceGroup = new int[grid.faceCount()];
    Arrays.fill(faceGroup, 1);
    BakedSheet baked = bake(fromClaims(grid, faceGroup), grid, new SheetSettings(64, 64, 4, true, 2));
    assertThat(baked.report().overlapping()).isZero();
    assertThat(baked.report().covered()).isEqualTo(64 * 64);
  }

  @Test
  void overlapsOfDifferentGroupsAreConflictsAndOfOneGroupAreNot() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("two");
    Shapes.grid(builder, 1, 1, 0);
    Shapes.grid(builder, 1, 1, 1);
    Mesh mesh = builder.build();
    SheetSettings settings = new SheetSettings(16, 16, 1, false, 1);
    SheetReport differing = bake(fromClaims(mesh, 1, 2), mesh, settings).report();
    assertThat(differing.overlapping()).isEqualTo(256);
    assertThat(differing.conflicts()).isEqualTo(256);
    SheetReport same = bake(fromClaims(mesh, 2, 2), mesh, settings).report();
    assertThat(same.overlapping()).isEqualTo(256);
    assertThat(same.conflicts()).isZero();
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 16})
  void sliverThinnerThanASampleStillCoversItsTexels(int samples) {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("sliver");
    builder.face(part, Mesh.NO_MATERIAL);
    float[][] uv = {{0.1f, 0.501f}, {0.9f, 0.501f}, {0.9f, 0.5015f}};
    for (float[] c : uv) {
      builder.corner(builder.vertex(c[0], c[1], 0));
      builder.uv(c[0], c[1]);
    }
    Mesh mesh = builder.build();
    SheetMaps maps =
        bake(fromClaims(mesh, 1), mesh, new SheetSettings(32, 32, samples, false, 1)).maps();
    assertThat(maps.texelsOfGroup(1)[1]).isBetween(20L, 28L);
  }

  @Test
  void missedTexelsAreCountedAndLeftUnclaimed() {
    Mesh target = Shapes.unitQuad().build();
    MeshBuilder far = new MeshBuilder();
    far.part("half");
    int[] v = {
      far.vertex(0, 0, 0.01), far.vertex(0.5, 0, 0.01), far.vertex(0.5, 1, 0.01), far.vertex(0, 1, 0.01)
    };
    far.polygon(0, Mesh.NO_MATERIAL, v);
    Mesh source = far.build();
    OriginReading reading = Origins.claims(source, new int[] {1}, groups(1));
    BakedSheet baked =
        bake(fromSource(target, source, reading), target, new SheetSettings(20, 20, 1, false, 1));
    // The left half is hit, a tenth beyond its edge is within reach of the closest point.
    assertThat(baked.report().missed()).isEqualTo(20 * 8);
    assertThat(baked.report().fallback()).isEqualTo(20 * 2);
    PaddedMaps plain = baked.maps().padded(0, 1);
    assertThat(plain.groupAt(3 * 20)).isEqualTo(1);
    assertThat(plain.groupAt(3 * 20 + 19)).isZero();
  }

  @Test
  void pairingKeepsRaysFromTheNeighbour() {
    MeshBuilder t = new MeshBuilder();
    t.part("plate_low");
    Shapes.grid(t, 1, 1, 0);
    Mesh target = t.build();
    MeshBuilder s = new MeshBuilder();
    s.part("plate_high");
    s.part("lid_high");
    Shapes.grid(s, 1, 1, 0.001);
    int[] v = {
      s.vertex(0, 0, 0.05), s.vertex(1, 0, 0.05), s.vertex(1, 1, 0.05), s.vertex(0, 1, 0.05)
    };
    s.polygon(1, Mesh.NO_MATERIAL, v);
    Mesh source = s.build();
    OriginReading reading = Origins.claims(source, new int[] {1, 2}, groups(2));
    SheetSettings settings = new SheetSettings(4, 4, 1, false, 1);
    assertThat(bake(fromSource(target, source, reading), target, settings).maps().texelsOfGroup(2))
        .containsExactly(0, 0, 16);
    Pairing named = Pairing.byNames(target, source, PairingRules.PLAIN);
    assertThat(named.unpairedSource())
        .extracting(Pairing.Unpaired::part)
        .containsExactly("lid_high");
    PreparedBake paired =
        PreparedBake.fromSource(
            target,
            TracedSource.of(source, 1, Progress.NONE),
            reading,
            new RayPlan(named, Optional.of(CLOSE)),
            1,
            Progress.NONE);
    assertThat(bake(paired, target, settings).maps().texelsOfGroup(2)).containsExactly(0, 16, 0);
  }

  @Test
  void adaptiveAgreesWithExact() {
    Mesh target = Shapes.unwrappedCube();
    Mesh source = denseCube(24);
    int[] faceGroup = new int[source.faceCount()];
    Arrays.setAll(faceGroup, f -> 1 + f / 24 % 6 / 2);
    PreparedBake prepared =
        fromSource(target, source, Origins.claims(source, faceGroup, groups(3)));
    SheetMaps adaptive = bake(prepared, target, new SheetSettings(256, 256, 16, false, 2)).maps();
    SheetMaps exact = bake(prepared, target, new SheetSettings(256, 256, 16, true, 2)).maps();
    long differing = 0;
    for (int i = 0; i < 256 * 256; i++) {
      differing += adaptive.groups()[i] == exact.groups()[i] ? 0 : 1;
    }
    assertThat(differing).isLessThanOrEqualTo(exact.countCovered() / 2000);
  }

  @Test
  void cancelEndsTheBake() {
    Mesh quad = Shapes.unitQuad().build();
    Progress cancelled =
        new Progress() {
          @Override
          public void at(String doing, double share) {}

          @Override
          public boolean isCancelled() {
            return true;
          }
        };
    Sheet sheet = SheetLayout.ONE.divide(quad).get(0);
    PreparedBake prepared = fromClaims(quad, 1);
    SheetSettings settings = new SheetSettings(64, 64, 1, false, 1);
    assertThatThrownBy(() -> prepared.bake(sheet, settings, cancelled))
        .isInstanceOf(CancelledException.class);
  }

  @Test
  void measuredReachEnclosesWhatSticksOut() {
    MeshBuilder t = new MeshBuilder();
    t.part("plate");
    Shapes.grid(t, 4, 1, 0);
    Mesh target = t.build();
    MeshBuilder s = new MeshBuilder();
    s.part("plate");
    Shapes.grid(s, 4, 1, 0.03);
    Mesh source = s.build();
    Reach reach =
        new ReachMeasure(
                target,
                TracedSource.of(source, 1, Progress.NONE),
                Pairing.all(target, source, PairingRules.PLAIN))
            .measure(2)
            .reaches()
            .of("plate");
    assertThat(reach.outward()).isBetween(0.0312, 0.0318);
    assertThat(reach.inward()).isLessThan(0.001);
  }

  @Test
  void wrongSettingsAreRefusedByName() {
    assertThatThrownBy(() -> new SheetSettings(0, 4, 1, false, 1)).hasMessageContaining("size");
    assertThatThrownBy(() -> new SheetSettings(4, 4, 5, false, 1)).hasMessageContaining("samples");
    assertThatThrownBy(() -> new SheetSettings(4, 4, 4, false, 0)).hasMessageContaining("threads");
    assertThatThrownBy(() -> new Reach(-1, 0)).hasMessageContaining("reach");
    assertThatThrownBy(() -> new Reach(Double.NaN, 0)).hasMessageContaining("reach");
    assertThatThrownBy(() -> IdOrigin.parse("smell")).hasMessageContaining("vertex-colors");
  }
}
