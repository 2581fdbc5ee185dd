package idiotaxa.core.spread;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.Arrays;
import org.junit.jupiter.api.Test;

class RegionTreeTest {
  private static final int N = 24;

  /** A welded strip of 3 × N columns and N rows that is folded twice. */
  private static Mesh folded() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("strip");
    for (int y = 0; y <= N; y++) {
      for (int x = 0; x <= 3 * N; x++) {
        double up = x < N ? x : x < 2 * N ? N : 3 * N - x;
        double along = x < N ? 0 : x < 2 * N ? x - N : N;
        builder.vertex(along, y, up);
      }
    }
    for (int y = 0; y < N; y++) {
      for (int x = 0; x < 3 * N; x++) {
        int a = y * (3 * N + 1) + x;
        builder.polygon(0, Mesh.NO_MATERIAL, a, a + 1, a + 3 * N + 2, a + 3 * N + 1);
      }
    }
    return builder.build();
  }

  private static int count(int[] labels) {
    return (int) Arrays.stream(labels).distinct().count();
  }

  @Test
  void threeRegionsAreTheThreeSidesOfAFoldedStrip() {
    RegionTree tree = new Spread(Creases.of(folded())).regions();
    int[] labels = tree.labels(3);
    for (int f = 0; f < labels.length; f++) {
      assertThat(labels[f]).as("face %d", f).isEqualTo(f % (3 * N) / N);
    }
  }

  @Test
  void finerDivisionsOnlyDivideCoarserOnes() {
    RegionTree tree = new Spread(Creases.of(folded())).regions();
    assertThat(tree.fewest()).isEqualTo(1);
    assertThat(count(tree.labels(0))).isEqualTo(1);
    assertThat(count(tree.labels(Integer.MAX_VALUE))).isEqualTo(tree.most());
    int[] coarser = tree.labels(1);
    for (int regions : new int[] {2, 3, 5, 8, 40, 300}) {
      // Borders are moved anew in each division.
      int[] finer = tree.labels(regions);
      assertThat(count(finer)).isEqualTo(regions);
      int[][] shares = new int[regions][regions];
      for (int f = 0; f < finer.length; f++) {
        shares[finer[f]][coarser[f]]++;
      }
      int inside = Arrays.stream(shares).mapToInt(share -> Arrays.stream(share).max().orElseThrow()).sum();
      assertThat(inside / (double) finer.length).as("of %d regions lies in one before", regions).isGreaterThan(0.95);
      coarser = finer;
    }
  }

  @Test
  void whatDoesNotHangTogetherIsNeverOne() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("two");
    Shapes.grid(builder, 6, 1, 0);
    Shapes.grid(builder, 6, 1, 5);
    RegionTree tree = new Spread(Creases.of(builder.build())).regions();
    assertThat(tree.fewest()).isEqualTo(2);
    assertThat(tree.labels(1)).containsOnly(0, 1);
  }
}
