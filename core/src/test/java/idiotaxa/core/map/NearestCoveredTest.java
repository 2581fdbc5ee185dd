package idiotaxa.core.map;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NearestCoveredTest {
  @ParameterizedTest
  @CsvSource({
    "1,1,1,2147483647", "7,5,1,2147483647", "40,30,1,2147483647", "40,30,25,2147483647",
    "64,64,3,5", "33,70,400,3", "50,50,2,0", "31,64,5,1"
  })
  void equalsBruteForce(int width, int height, int covered, int radius) {
    char[] groups = randomPlane(width, height, covered);
    int[] nearest = search(groups, width, height, radius, 2);
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        long expected = bruteForceDistanceSq(groups, width, x, y);
        int found = nearest[y * width + x];
        if (expected == 0) {
          // Covered: nothing is to be found.
          assertThat(found).as("%d %d", x, y).isEqualTo(-2);
        } else if (expected > (long) radius * radius) {
          assertThat(found).as("%d %d", x, y).isEqualTo(NearestCovered.NONE);
        } else {
          assertThat(groups[found]).isNotEqualTo(SheetMaps.UNCOVERED);
          assertThat(distanceSq(found, width, x, y)).as("%d %d", x, y).isEqualTo(expected);
        }
      }
    }
  }

  private static int[] search(char[] groups, int width, int height, int radius, int threads) {
    int[] out = new int[groups.length];
    Gaps gaps = Gaps.of(groups, width, RowRuns.of(groups, width, height, 1));
    NearestCovered.search(
        groups,
        gaps,
        width,
        height,
        radius,
        threads,
        (y, nearest) -> {
          for (int x = 0; x < width; x++) {
            boolean isCovered = groups[y * width + x] != SheetMaps.UNCOVERED;
            out[y * width + x] = isCovered ? -2 : nearest[x];
          }
        });
    return out;
  }

  private static char[] randomPlane(int width, int height, int covered) {
    SplittableRandom random = new SplittableRandom(width * 31L + height);
    char[] groups = new char[width * height];
    Arrays.fill(groups, SheetMaps.UNCOVERED);
    for (int i = 0; i < covered; i++) {
      groups[random.nextInt(groups.length)] = (char) random.nextInt(5);
    }
    return groups;
  }

  private static long bruteForceDistanceSq(char[] groups, int width, int x, int y) {
    long best = Long.MAX_VALUE;
    for (int i = 0; i < groups.length; i++) {
      if (groups[i] != SheetMaps.UNCOVERED) {
        best = Math.min(best, distanceSq(i, width, x, y));
      }
    }
    return best;
  }

  private static long distanceSq(int texel, int width, int x, int y) {
    long dx = texel % width - x;
    long dy = texel / width - y;
    return dx * dx + dy * dy;
  }

  @Test
  void emptySheetStaysEmpty() {
    char[] groups = new char[12];
    Arrays.fill(groups, SheetMaps.UNCOVERED);
    assertThat(search(groups, 4, 3, NearestCovered.EVERYWHERE, 1)).containsOnly(-1);
  }

  @Test
  void negativeRadiusIsRefused() {
    assertThatThrownBy(() -> search(new char[1], 1, 1, -1, 1))
        .hasMessageContaining("padding");
  }
}
