package idiotaxa.core.map;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class GapsTest {
  @Test
  void gapsAreWhatIsUncoveredAndTheFirstBehindAColumnIsFound() {
    SplittableRandom random = new SplittableRandom(8);
    for (int round = 0; round < 40; round++) {
      int width = random.nextInt(1, 60);
      char[] groups = new char[3 * width];
      for (int i = 0; i < groups.length; i++) {
        groups[i] = random.nextInt(3) > 0 ? SheetMaps.UNCOVERED : (char) random.nextInt(2);
      }
      Gaps gaps = Gaps.of(groups, width, RowRuns.of(groups, width, 3, 1));
      for (int y = 0; y < 3; y++) {
        char[] ofRow = gaps.of(y);
        boolean[] isGap = new boolean[width];
        for (int g = 0; g < ofRow.length; g += 2) {
          for (int x = ofRow[g]; x < ofRow[g + 1]; x++) {
            isGap[x] = true;
          }
        }
        for (int x = 0; x < width; x++) {
          assertThat(isGap[x]).isEqualTo(groups[y * width + x] == SheetMaps.UNCOVERED);
          int first = 0;
          while (first < ofRow.length && ofRow[first + 1] <= x) {
            first += 2;
          }
          assertThat(gaps.firstBehind(y, x)).isEqualTo(first);
        }
      }
    }
  }
}
