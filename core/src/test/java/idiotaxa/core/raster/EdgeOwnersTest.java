package idiotaxa.core.raster;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Owners of texels at edges against the definition, triangle by triangle and sample by sample. */
class EdgeOwnersTest {
  private static final int SIZE = 150;

  private static UvTriangles triangles(int count, double size, long seed) {
    SplittableRandom random = new SplittableRandom(seed);
    MeshBuilder builder = new MeshBuilder();
    builder.part("shards");
    for (int i = 0; i < count; i++) {
      double u = random.nextDouble(-0.1, 1.1);
      double v = random.nextDouble(-0.1, 1.1);
      // Every third is a sliver, thinner than a texel.
      double flat = i % 3 == 0 ? 0.02 : 1;
      builder.face(0, Mesh.NO_MATERIAL);
      for (int k = 0; k < 3; k++) {
        builder.corner(builder.vertex(i, k, k == 2 ? 1 : 0));
        builder.uv((float) (u + size * random.nextDouble()), (float) (v + flat * size * random.nextDouble()));
      }
    }
    Mesh mesh = builder.build();
    return UvTriangles.of(mesh, SheetLayout.ONE.divide(mesh).get(0), SIZE, SIZE);
  }

  private static int owner(UvTriangles triangles, int x, int y) {
    int steps = UvTriangles.STEPS;
    for (int i = 0; i < triangles.count(); i++) {
      if (triangles.owns(i, (long) x * steps + steps / 2, (long) y * steps + steps / 2)) {
        return i;
      }
    }
    for (int s = 0; s < 16; s++) {
      for (int i = 0; i < triangles.count(); i++) {
        if (triangles.owns(
            i, (long) x * steps + (2 * (s % 4) + 1) * steps / 8, (long) y * steps + (2 * (s / 4) + 1) * steps / 8)) {
          return i;
        }
      }
    }
    for (int i = 0; i < triangles.count(); i++) {
      if (triangles.minX(i) <= (x + 1) * steps
          && triangles.maxX(i) >= x * steps
          && triangles.minY(i) <= (y + 1) * steps
          && triangles.maxY(i) >= y * steps) {
        return i;
      }
    }
    return TileOwners.NOBODY;
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.004, 0.02, 0.4})
  void areThoseOfTheDefinition(double size) {
    UvTriangles triangles = triangles(400, size, Math.round(1000 * size));
    TileBins bins = new TileBins(triangles, SIZE, SIZE);
    TileOwners centers = new TileOwners(triangles, SIZE, SIZE);
    EdgeOwners edges = new EdgeOwners(triangles);
    int asked = 0;
    int found = 0;
    for (int tile = 0; tile < bins.count(); tile++) {
      centers.find(bins, tile, new boolean[triangles.count()]);
      edges.begin(bins, tile);
      for (int y = centers.fromY(); y < centers.toY(); y++) {
        for (int x = centers.fromX(); x < centers.toX(); x++) {
          if (centers.at(x, y) == TileOwners.NOBODY) {
            edges.ask(x, y);
          }
        }
      }
      edges.find(bins, tile);
      for (int y = centers.fromY(); y < centers.toY(); y++) {
        for (int x = centers.fromX(); x < centers.toX(); x++) {
          int owner = owner(triangles, x, y);
          assertThat(bins.ownerWithin(triangles, x, y)).as("one by one, texel %d, %d", x, y).isEqualTo(owner);
          if (centers.at(x, y) == TileOwners.NOBODY) {
            assertThat(edges.at(x, y)).as("all at once, texel %d, %d", x, y).isEqualTo(owner);
            asked++;
            found += owner >= 0 ? 1 : 0;
          }
        }
      }
    }
    assertThat(asked).isPositive();
    assertThat(found).isPositive();
  }

  @Test
  void aTexelThatNothingComesNearHasNone() {
    UvTriangles triangles = triangles(1, 1e-3, 7);
    TileBins bins = new TileBins(triangles, SIZE, SIZE);
    EdgeOwners edges = new EdgeOwners(triangles);
    int far = triangles.minX(0) / UvTriangles.STEPS > SIZE / 2 ? 3 : SIZE - 3;
    int tile = far / TileBins.SIDE * bins.columns() + far / TileBins.SIDE;
    edges.begin(bins, tile);
    edges.ask(far, far);
    edges.find(bins, tile);
    assertThat(edges.at(far, far)).isEqualTo(TileOwners.NOBODY);
  }
}
