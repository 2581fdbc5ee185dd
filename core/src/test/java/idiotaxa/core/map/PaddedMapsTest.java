package idiotaxa.core.map;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import idiotaxa.core.bake.Bakes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.reach.Reach;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PaddedMapsTest {
  /** No multiple of 64, so that rows begin inside of words. */
  private static final int SIZE = 150;

  private SheetMaps maps;

  @BeforeEach
  void bakeACubeInSixGroups() {
    Mesh cube = Shapes.unwrappedCube();
    Mesh source = Shapes.bumpySphere(30, 0.02);
    int[] groups = IntStream.range(0, source.faceCount()).map(f -> f / 40 % 5 + 1).toArray();
    maps =
        Bakes.bake(
                Bakes.fromSource(
                    cube, source, Bakes.claims(source, groups), new Reach(0.1, 1)),
                cube,
                Bakes.settings(SIZE, 16, false))
            .maps();
    assertThat(maps.coverage().mixedCount()).isGreaterThan(500);
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 1, 7, NearestCovered.EVERYWHERE})
  void everyTexelIsAsItsNearestCoveredOne(int radius) {
    PaddedMaps padded = maps.padded(radius, 2);
    PaddedMaps plain = maps.padded(0, 1);
    byte[] shares = new byte[SIZE + 3];
    boolean[] set = {false, true, false, true, false, false};
    for (int y = 0; y < SIZE; y++) {
      padded.coverageRow(y, set, shares, 3);
      for (int x = 0; x < SIZE; x++) {
        int from = nearest(x, y, radius);
        int group = from < 0 ? 0 : maps.groups()[from];
        assertThat(padded.groupAt(y * SIZE + x)).as("%d %d", x, y).isEqualTo(group >= SheetMaps.MISSED ? 0 : group);
        int expected = from < 0 ? 0 : plain.coverageAt(from, set);
        assertThat(shares[x + 3] & 0xFF).as("%d %d", x, y).isEqualTo(expected);
      }
    }
  }

  /** By looking at all texels; of equally near ones the leftmost, then the upper. */
  private int nearest(int x, int y, int radius) {
    int best = -1;
    long bestSq = radius == NearestCovered.EVERYWHERE ? Long.MAX_VALUE : (long) radius * radius + 1;
    for (int tx = 0; tx < SIZE; tx++) {
      for (int ty = 0; ty < SIZE; ty++) {
        long sq = (long) (tx - x) * (tx - x) + (long) (ty - y) * (ty - y);
        if (maps.groups()[ty * SIZE + tx] != SheetMaps.UNCOVERED && sq < bestSq) {
          bestSq = sq;
          best = ty * SIZE + tx;
        }
      }
    }
    return best;
  }

  @Test
  void sharesOfAllGroupsSumTo255InPaddingToo() {
    PaddedMaps padded = maps.padded(NearestCovered.EVERYWHERE, 2);
    for (int texel = 0; texel < SIZE * SIZE; texel++) {
      int sum = 0;
      for (int g = 1; g <= 5; g++) {
        boolean[] set = new boolean[6];
        set[g] = true;
        sum += padded.coverageAt(texel, set);
      }
      assertThat(sum).as("texel %d", texel).isEqualTo(255);
    }
  }
}
