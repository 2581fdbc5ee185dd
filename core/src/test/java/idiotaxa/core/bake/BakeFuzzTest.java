package idiotaxa.core.bake;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.reach.Reach;
import java.util.Arrays;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Bakes beside their slow twins: brute force over all triangles, all samples, other threads. */
class BakeFuzzTest {
  /** A wavy sheet of n × n quads over the unit square. */
  private static Mesh waves(int n, double height, double phase) {
    MeshBuilder b = new MeshBuilder();
    b.part("sea");
    for (int y = 0; y <= n; y++) {
      for (int x = 0; x <= n; x++) {
        double u = x / (double) n;
        double v = y / (double) n;
        b.vertex(u, v, height * Math.sin(9 * u + phase) * Math.cos(7 * v));
      }
    }
    for (int y = 0; y < n; y++) {
      for (int x = 0; x < n; x++) {
        b.face(0, Mesh.NO_MATERIAL);
        for (int[] c : new int[][] {{x, y}, {x + 1, y}, {x + 1, y + 1}, {x, y + 1}}) {
          b.corner(c[1] * (n + 1) + c[0]);
          b.uv(c[0] / (float) n, c[1] / (float) n);
        }
      }
    }
    return b.build();
  }

  /** Groups in round spots. */
  private static int[] spots(Mesh mesh, SplittableRandom random, int groups) {
    double[] centers = new double[3 * groups];
    Arrays.setAll(centers, i -> random.nextDouble());
    int[] out = new int[mesh.faceCount()];
    for (int f = 0; f < out.length; f++) {
      int v = 3 * mesh.cornerVertex()[mesh.faceStart()[f]];
      double best = Double.POSITIVE_INFINITY;
      for (int g = 0; g < groups; g++) {
        double d =
            Math.hypot(
                mesh.positions()[v] - centers[3 * g], mesh.positions()[v + 1] - centers[3 * g + 1]);
        if (d < best) {
          best = d;
          out[f] = g + 1;
        }
      }
    }
    return out;
  }

  /** Sheets of waves beside each other whose UVs are the same. */
  private static Mesh copies(int count, int n) {
    MeshBuilder b = new MeshBuilder();
    b.part("sea");
    for (int copy = 0; copy < count; copy++) {
      for (int y = 0; y <= n; y++) {
        for (int x = 0; x <= n; x++) {
          b.vertex(2 * copy + x / (double) n, y / (double) n, 0.04 * Math.sin(9.0 * x / n) * Math.cos(7.0 * y / n));
        }
      }
    }
    for (int copy = 0; copy < count; copy++) {
      for (int y = 0; y < n; y++) {
        for (int x = 0; x < n; x++) {
          b.face(0, Mesh.NO_MATERIAL);
          for (int[] c : new int[][] {{x, y}, {x + 1, y}, {x + 1, y + 1}, {x, y + 1}}) {
            b.corner((copy * (n + 1) + c[1]) * (n + 1) + c[0]);
            b.uv(c[0] / (float) n, c[1] / (float) n);
          }
        }
      }
    }
    return b.build();
  }

  /** Whole shares of what lies on each other are decided by a few rays: each texel's own must say the same. */
  @ParameterizedTest
  @ValueSource(ints = {2, 5, 9})
  void conflictsOfStackedCopiesEqualThoseOfTheirOwnRays(int count) {
    SplittableRandom random = new SplittableRandom(count);
    Mesh mesh = copies(count, 12);
    // All copies alike, but for spots of another group in some.
    int[] groups = new int[mesh.faceCount()];
    for (int f = 0; f < groups.length; f++) {
      groups[f] = f / 144 == 1 && random.nextInt(20) == 0 || f / 144 == 4 && f % 144 < 30 ? 2 : 1;
    }
    PreparedBake prepared =
        Bakes.fromSource(mesh, mesh, Bakes.claims(mesh, groups), new Reach(0.05, 0.05));
    SheetReport exact = Bakes.bake(prepared, mesh, Bakes.settings(192, 4, true)).report();
    SheetReport adaptive = Bakes.bake(prepared, mesh, Bakes.settings(192, 4, false)).report();
    assertThat(exact.overlapping()).isEqualTo(192 * 192).isEqualTo(adaptive.overlapping());
    assertThat(exact.conflicts()).isBetween(200L, 192L * 192 / 2).isEqualTo(adaptive.conflicts());
    assertThat(adaptive.rays()).as("rays, beside %d", exact.rays()).isLessThan(exact.rays() / 2);
  }

  @Test
  void equalsBruteForceAtSixtyFourSamples() {
    SplittableRandom random = new SplittableRandom(11);
    Mesh target = waves(3, 0.05, 0.2);
    Mesh source = waves(24, 0.06, 0.2);
    int[] groups = spots(source, random, 5);
    Reach reach = new Reach(0.2, 0.2);
    PreparedBake prepared =
        Bakes.fromSource(target, source, Bakes.claims(source, groups), reach);
    int size = 48;
    char[] expected = new BruteBake(target, source, groups, reach).crisp(size, 8);
    for (boolean isExact : new boolean[] {true, false}) {
      SheetMaps maps = Bakes.bake(prepared, target, Bakes.settings(size, 64, isExact)).maps();
      int differing = 0;
      for (int i = 0; i < expected.length; i++) {
        differing += maps.groups()[i] == expected[i] ? 0 : 1;
      }
      assertThat(differing).as("texels of %d, exact %s", expected.length, isExact).isZero();
    }
  }

  /** All samples by their rays: not a texel differs, however the models lie and whatever is found near. */
  @ParameterizedTest
  @ValueSource(longs = {31, 32, 33, 34, 35, 36})
  void allSamplesEqualBruteForceToTheTexel(long seed) {
    SplittableRandom random = new SplittableRandom(seed);
    Mesh target = waves(random.nextInt(1, 9), 0.05, 0);
    Mesh source = waves(random.nextInt(8, 40), 0.06 * random.nextDouble(), random.nextDouble());
    int[] groups = spots(source, random, random.nextInt(2, 9));
    // Far enough that every ray hits: what misses would take the closest point.
    Reach reach = new Reach(0.4, 0.4);
    PreparedBake prepared =
        Bakes.fromSource(target, source, Bakes.claims(source, groups), reach);
    int size = random.nextInt(20, 40);
    for (int grid : new int[] {1, 2, 4}) {
      BakedSheet baked =
          Bakes.bake(prepared, target, new SheetSettings(size, size, grid * grid, true, 2));
      assertThat(baked.report().fallback()).isZero();
      assertThat(baked.maps().groups())
          .as("%d × %d, %d samples", size, size, grid * grid)
          .isEqualTo(new BruteBake(target, source, groups, reach).crisp(size, grid));
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {21, 22, 23, 24, 25, 26, 27, 28, 29, 30, 41, 42, 43, 44})
  void anySettingsGiveOneAnswerWhateverTheThreads(long seed) {
    SplittableRandom random = new SplittableRandom(seed);
    Mesh target =
        random.nextBoolean() ? waves(random.nextInt(1, 40), 0.05, 0) : Shapes.unwrappedCube();
    Mesh source = waves(random.nextInt(4, 60), 0.05 * random.nextDouble(), random.nextDouble());
    int[] groups = spots(source, random, random.nextInt(1, 9));
    Reach reach = new Reach(0.3 * random.nextDouble(), 0.3 * random.nextDouble());
    PreparedBake prepared =
        Bakes.fromSource(target, source, Bakes.claims(source, groups), reach);
    int width = random.nextInt(1, 200);
    int height = random.nextInt(1, 200);
    int samples = 1 << 2 * random.nextInt(4);
    SheetMaps one =
        Bakes.bake(prepared, target, new SheetSettings(width, height, samples, false, 1)).maps();
    SheetMaps two =
        Bakes.bake(prepared, target, new SheetSettings(width, height, samples, false, 2)).maps();
    SheetMaps again =
        Bakes.bake(prepared, target, new SheetSettings(width, height, samples, false, 2)).maps();
    BakedSheet whole =
        Bakes.bake(prepared, target, new SheetSettings(width, height, samples, true, 2));
    SheetMaps exact = whole.maps();
    assertThat(two).isEqualTo(one);
    assertThat(again).isEqualTo(one);
    int differing = 0;
    int covered = 0;
    for (int i = 0; i < width * height; i++) {
      covered += exact.groups()[i] == SheetMaps.UNCOVERED ? 0 : 1;
      differing += exact.groups()[i] == one.groups()[i] ? 0 : 1;
    }
    // Tiny sheets are nearly all border, so nearly all samples are taken. Where rays miss here and there,
    // gaps narrower than four texels may be overlooked.
    boolean isWhole = whole.report().missed() + whole.report().fallback() == 0;
    assertThat(differing)
        .as("%d × %d, %d samples", width, height, samples)
        .isLessThanOrEqualTo(isWhole ? 0 : 1 + covered / 10);
  }
}
