package idiotaxa.core.map;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RowRunsTest {
  @ParameterizedTest
  @CsvSource({"1, 1, 1", "7, 130, 2", "300, 65, 3", "64, 64, 1"})
  void runsCoverEveryRowAndChangeTheirValue(int width, int height, int values) {
    SplittableRandom random = new SplittableRandom(width);
    char[] plane = new char[width * height];
    for (int i = 0; i < plane.length; i++) {
      boolean goesOn = i > 0 && random.nextInt(4) > 0;
      plane[i] = goesOn ? plane[i - 1] : (char) random.nextInt(values);
    }
    RowRuns runs = RowRuns.of(plane, width, height, 2);
    for (int y = 0; y < height; y++) {
      int from = y * width;
      int[] reached = {0};
      runs.visit(
          y,
          (begin, end) -> {
            assertThat(begin).isEqualTo(reached[0]);
            assertThat(end).isGreaterThan(begin);
            for (int x = begin; x < end; x++) {
              assertThat(plane[from + x]).isEqualTo(plane[from + begin]);
            }
            assertThat(begin == 0 || plane[from + begin] != plane[from + begin - 1]).isTrue();
            reached[0] = end;
          });
      assertThat(reached[0]).isEqualTo(width);
    }
  }
}
