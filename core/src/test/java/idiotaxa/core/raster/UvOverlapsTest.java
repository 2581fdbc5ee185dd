package idiotaxa.core.raster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.Arrays;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class UvOverlapsTest {
  private static final int SIZE = 64;

  /** Random triangles in UV space, a face each, against a count texel by texel over all triangles. */
  @ParameterizedTest
  @CsvSource({"64, 12", "100, 40", "200, 90"})
  void countsEqualThoseOfBruteForce(int size, int count) {
    SplittableRandom random = new SplittableRandom(20);
    for (int round = 0; round < 20; round++) {
      Mesh mesh = randomUvs(random, count);
      int[] groups = new int[mesh.faceCount()];
      Arrays.setAll(groups, f -> f % 3);
      Sheet sheet = SheetLayout.ONE.divide(mesh).get(0);
      UvTriangles triangles = UvTriangles.of(mesh, sheet, size, size);
      byte[] texels = UvOverlaps.texels(mesh, sheet, size, groups);
      long overlapping = 0;
      long conflicts = 0;
      for (int y = 0; y < size; y++) {
        for (int x = 0; x < size; x++) {
          long px = (long) x * UvTriangles.STEPS + UvTriangles.STEPS / 2;
          long py = (long) y * UvTriangles.STEPS + UvTriangles.STEPS / 2;
          int owners = 0;
          int seen = 0;
          for (int i = 0; i < triangles.count(); i++) {
            if (triangles.owns(i, px, py)) {
              owners++;
              seen |= 1 << groups[mesh.triangleFace(triangles.meshTriangle(i))];
            }
          }
          overlapping += owners > 1 ? 1 : 0;
          conflicts += Integer.bitCount(seen) > 1 ? 1 : 0;
          int expected =
              owners < 2
                  ? 0
                  : Integer.bitCount(seen) > 1 ? UvOverlaps.CONFLICT : UvOverlaps.HARMLESS;
          assertThat((int) texels[y * size + x]).isEqualTo(expected);
        }
      }
      UvOverlaps.Result result = UvOverlaps.of(mesh, sheet, size, groups);
      assertThat(result.overlapping()).isEqualTo(overlapping).isPositive();
      assertThat(result.conflicts()).isEqualTo(conflicts);
    }
  }

  private static Mesh randomUvs(SplittableRandom random, int count) {
    MeshBuilder builder = new MeshBuilder();
    builder.part("p");
    float[][] uvs = new float[3][];
    for (int t = 0; t < count; t++) {
      builder.face(0, Mesh.NO_MATERIAL);
      for (int k = 0; k < 3; k++) {
        builder.corner(builder.vertex(t, k, k * k));
        // Every fourth lies exactly on the one before it.
        uvs[k] = t % 4 == 3 ? uvs[k] : new float[] {(float) random.nextDouble(), (float) random.nextDouble()};
        builder.uv(uvs[k][0], uvs[k][1]);
      }
    }
    return builder.build();
  }

  @Test
  void sizeOutsideOfTheLimitIsRefused() {
    Mesh mesh = randomUvs(new SplittableRandom(1), 2);
    Sheet sheet = SheetLayout.ONE.divide(mesh).get(0);
    assertThatThrownBy(() -> UvOverlaps.of(mesh, sheet, 8193, new int[2]))
        .hasMessageContaining("8193");
  }

  /** Trim sheets and tiled walls put everything on everything. */
  @Test
  void anyNumberOfFacesOnTheWholeSquareIsCounted() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("wall");
    float[][] square = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};
    int count = 100_000;
    for (int f = 0; f < count; f++) {
      builder.face(0, Mesh.NO_MATERIAL);
      for (int k = 0; k < 4; k++) {
        builder.corner(builder.vertex(f, square[k][0], square[k][1]));
        builder.uv(square[k][0], square[k][1]);
      }
    }
    Mesh wall = builder.build();
    Sheet sheet = SheetLayout.ONE.divide(wall).get(0);
    int[] groups = new int[count];
    UvOverlaps.Result harmless = UvOverlaps.of(wall, sheet, 128, groups);
    assertThat(harmless.overlapping()).isEqualTo(128 * 128);
    assertThat(harmless.conflicts()).isZero();
    assertThat(harmless.faces()).hasSize(1000);
    groups[count - 1] = 7;
    assertThat(UvOverlaps.of(wall, sheet, 128, groups).conflicts()).isEqualTo(128 * 128);
  }

  @Test
  void ownedSpansAreTheSamplesThatATriangleOwns() {
    SplittableRandom random = new SplittableRandom(8);
    for (int round = 0; round < 60; round++) {
      Mesh mesh = randomUvs(random, 1);
      UvTriangles triangles = UvTriangles.of(mesh, SheetLayout.ONE.divide(mesh).get(0), SIZE, SIZE);
      for (int y = 0; y < SIZE && triangles.count() > 0; y++) {
        long span = triangles.ownedSpan(0, y, 0, SIZE);
        for (int x = 0; x < SIZE; x++) {
          boolean isIn = x >= (int) (span >>> 32) && x < (int) span;
          assertThat(isIn)
              .isEqualTo(
                  triangles.owns(
                      0,
                      (long) x * UvTriangles.STEPS + UvTriangles.STEPS / 2,
                      (long) y * UvTriangles.STEPS + UvTriangles.STEPS / 2));
        }
      }
    }
  }
}
