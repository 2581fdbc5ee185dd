package idiotaxa.core.mask;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Every step against its definition, texel by texel. */
class MaskStepsTest {
  private static final int WIDTH = 61;
  private static final int HEIGHT = 47;

  private final SplittableRandom random = new SplittableRandom(11);
  private final TexelIslands islands = RandomMaps.islands(random, WIDTH, HEIGHT, 5);

  private static double distance(int i, int j) {
    return Math.hypot(i % WIDTH - j % WIDTH, i / WIDTH - j / WIDTH);
  }

  private char[] largest(char[] in, double radius) {
    char[] out = in.clone();
    for (int i = 0; i < in.length; i++) {
      for (int j = 0; j < in.length; j++) {
        boolean isOwn = islands.labels()[i] == islands.labels()[j] && islands.labels()[i] != 0;
        if (isOwn && distance(i, j) <= radius + 1e-9 && in[j] > out[i]) {
          out[i] = in[j];
        }
      }
    }
    return out;
  }

  @ParameterizedTest
  @ValueSource(doubles = {0, 0.5, 1, 1.5, 2.3, 5, 7.07, 13, 40})
  void growIsTheLargestWithinTheDistanceInTheIsland(double radius) {
    for (int round = 0; round < 4; round++) {
      char[] in = RandomMaps.plane(random, islands);
      assertThat(DiskGrowth.grow(in, islands, radius, 2)).isEqualTo(largest(in, radius));
    }
  }

  @ParameterizedTest
  @ValueSource(doubles = {1, 2.3, 5, 13})
  void shrinkIsTheSmallestAndWhatLiesOutsideDoesNotCount(double radius) {
    char[] in = RandomMaps.plane(random, islands);
    char[] shrunk = DiskGrowth.shrink(in, islands, radius, 2);
    for (int i = 0; i < in.length; i++) {
      int least = in[i];
      for (int j = 0; j < in.length; j++) {
        boolean isOwn = islands.labels()[i] == islands.labels()[j];
        least = isOwn && distance(i, j) <= radius ? Math.min(least, in[j]) : least;
      }
      assertThat((int) shrunk[i]).as("texel %d", i).isEqualTo(islands.labels()[i] == 0 ? 0 : least);
    }
  }

  @Test
  void closingContainsTheStartAndOpeningIsContained() {
    for (double radius : new double[] {1, 3.5, 9}) {
      char[] in = RandomMaps.plane(random, islands);
      char[] closed =
          DiskGrowth.shrink(DiskGrowth.grow(in, islands, radius, 2), islands, radius, 2);
      char[] opened =
          DiskGrowth.grow(DiskGrowth.shrink(in, islands, radius, 2), islands, radius, 2);
      for (int i = 0; i < in.length; i++) {
        assertThat(closed[i]).isGreaterThanOrEqualTo(in[i]);
        assertThat(opened[i]).isLessThanOrEqualTo(in[i]);
      }
    }
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.5, 2, 3.7, 15})
  void featherIsAWeightedMeanOfTheIsland(double radius) {
    char[] in = RandomMaps.plane(random, islands);
    char[] out = Feather.apply(in, islands, radius, 2);
    double sigma = radius / 2;
    int reach = (int) Math.floor(3 * sigma);
    for (int i = 0; i < in.length; i++) {
      double sum = 0;
      double weight = 0;
      for (int j = 0; j < in.length; j++) {
        int dx = Math.abs(i % WIDTH - j % WIDTH);
        int dy = Math.abs(i / WIDTH - j / WIDTH);
        if (islands.labels()[i] == islands.labels()[j] && dx <= reach && dy <= reach) {
          double w = Math.exp(-(dx * dx + dy * dy) / (2 * sigma * sigma));
          sum += w * in[j];
          weight += w;
        }
      }
      double expected = islands.labels()[i] == 0 ? 0 : sum / weight;
      assertThat((double) out[i]).as("texel %d", i).isCloseTo(expected, within(1.0));
    }
  }

  /** On cells, against the Gaussian without any cut, over a larger map. */
  @ParameterizedTest
  @ValueSource(doubles = {16, 29, 40, 50})
  void aWideFeatherIsTheGaussianToWithinAFourHundredth(double radius) {
    int size = 120;
    TexelIslands wide = RandomMaps.islands(random, size, size, 4);
    char[] in = new char[size * size];
    char[] blotches = RandomMaps.blotches(random, size, size, 9, 2);
    for (int i = 0; i < in.length; i++) {
      in[i] = wide.labels()[i] == 0 ? 0 : (char) (blotches[i] * Planes.FULL);
    }
    char[] out = Feather.apply(in, wide, radius, 2);
    double sigma = radius / 2;
    for (int i = 0; i < in.length; i += 7) {
      double sum = 0;
      double weight = 0;
      for (int j = 0; j < in.length; j++) {
        if (wide.labels()[i] == wide.labels()[j]) {
          double d = Math.hypot(i % size - j % size, i / size - j / size);
          double w = Math.exp(-d * d / (2 * sigma * sigma));
          sum += w * in[j];
          weight += w;
        }
      }
      double expected = wide.labels()[i] == 0 ? 0 : sum / weight;
      assertThat((double) out[i]).as("texel %d", i).isCloseTo(expected, within(65535 / 400.0));
    }
  }

  @Test
  void featherKeepsAMaskOfWholeIslandsToTheirBorders() {
    char[] whole = new char[WIDTH * HEIGHT];
    for (int i = 0; i < whole.length; i++) {
      whole[i] = islands.labels()[i] == 2 ? Planes.FULL : 0;
    }
    assertThat(Feather.apply(whole, islands, 20, 2)).isEqualTo(whole);
  }

  @Test
  void tightenIsLinearBetweenItsEnds() {
    char[] in = {0, 13107, 26214, 39321, 52428, 65535};
    assertThat(Planes.tightened(in, 0.2, 0.8, 1)).isEqualTo(new char[] {0, 0, 21845, 43690, 65535, 65535});
    assertThat(Planes.tightened(in, 0.4, 0.4, 1)).isEqualTo(new char[] {0, 0, 0, 65535, 65535, 65535});
  }

  @Test
  void invertLeavesWhatIsNotCovered() {
    char[] in = RandomMaps.plane(random, islands);
    char[] inverted = Planes.inverted(in, islands, 2);
    for (int i = 0; i < in.length; i++) {
      assertThat((int) inverted[i]).isEqualTo(islands.labels()[i] == 0 ? 0 : 65535 - in[i]);
    }
  }

  @Test
  void oneThreadAndTwoGiveTheSame() {
    char[] in = RandomMaps.plane(random, islands);
    assertThat(DiskGrowth.grow(in, islands, 6, 1)).isEqualTo(DiskGrowth.grow(in, islands, 6, 2));
    assertThat(Feather.apply(in, islands, 6, 1)).isEqualTo(Feather.apply(in, islands, 6, 2));
  }
}
