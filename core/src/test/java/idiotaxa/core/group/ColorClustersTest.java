package idiotaxa.core.group;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ColorClustersTest {
  private static ColorWeights weights(int... colorsAndWeights) {
    ColorWeights weights = new ColorWeights();
    for (int i = 0; i < colorsAndWeights.length; i += 2) {
      weights.add(colorsAndWeights[i], colorsAndWeights[i + 1]);
    }
    return weights;
  }

  @Test
  void noiseGathersAroundTheHeaviestAndNumbersFollowTheirAppearance() {
    ColorClusters clusters =
        ColorClusters.of(weights(0x100000, 1, 0x0000F0, 50, 0x120000, 90, 0x0000F2, 2), 24);
    assertThat(clusters.count()).isEqualTo(2);
    assertThat(clusters.color(0)).isEqualTo(0x120000);
    assertThat(clusters.weight(0)).isEqualTo(91);
    assertThat(clusters.color(1)).isEqualTo(0x0000F0);
    assertThat(clusters.clusterOf(0x0000F2)).isEqualTo(1);
    assertThat(clusters.clusterOf(0x00FF00)).isEqualTo(-1);
  }

  @Test
  void aThinFilteredBorderIsNoClusterAndAHeavyMiddleIsOne() {
    int middle = 0x7F007F;
    ColorClusters thin = ColorClusters.withoutBlends(weights(0xFF0000, 100, middle, 2, 0x0000FF, 100), 24);
    assertThat(thin.count()).isEqualTo(2);
    assertThat(thin.clusterOf(middle)).isEqualTo(-1);
    ColorClusters heavy =
        ColorClusters.withoutBlends(weights(0xFF0000, 100, middle, 30, 0x0000FF, 100), 24);
    assertThat(heavy.count()).isEqualTo(3);
  }

  @Test
  void blackIsAColourLikeOthers() {
    ColorClusters clusters = ColorClusters.of(weights(0, 5, 0, 6), 24);
    assertThat(clusters.count()).isEqualTo(1);
    assertThat(clusters.weight(0)).isEqualTo(11);
    assertThat(clusters.clusterOf(0)).isZero();
  }

  /** The same by looking at everything, colour by colour. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void clustersAreThoseOfThePlainSearch(long seed) {
    SplittableRandom random = new SplittableRandom(seed);
    Map<Integer, Double> plain = new LinkedHashMap<>();
    ColorWeights weights = new ColorWeights();
    for (int i = 0; i < 4000; i++) {
      int color = random.nextInt(0x1000000) & 0xF8F8F8;
      weights.add(color, 1 + i % 7);
      plain.merge(color, 1.0 + i % 7, Double::sum);
    }
    double tolerance = 20 + 10 * seed;
    Map<Integer, Double> centers = new LinkedHashMap<>();
    plain.entrySet().stream()
        .sorted(Map.Entry.<Integer, Double>comparingByValue().reversed())
        .forEach(
            e -> {
              if (centers.keySet().stream().allMatch(c -> Rgb.distance(c, e.getKey()) > tolerance)) {
                centers.put(e.getKey(), 0.0);
              }
            });
    plain.forEach(
        (color, weight) -> {
          int nearest = -1;
          for (int center : centers.keySet()) {
            if (nearest < 0 || Rgb.distance(center, color) < Rgb.distance(nearest, color)) {
              nearest = center;
            }
          }
          centers.merge(nearest, weight, Double::sum);
        });
    ColorClusters clusters = ColorClusters.of(weights, tolerance);
    assertThat(clusters.count()).isEqualTo(centers.size());
    for (int c = 0; c < clusters.count(); c++) {
      assertThat(clusters.weight(c)).isEqualTo(centers.get(clusters.color(c)));
    }
  }

  @Test
  void aPhotographIsRefusedSoonAndNotCompared() {
    SplittableRandom random = new SplittableRandom(9);
    ColorWeights weights = new ColorWeights();
    for (int i = 0; i < 3_000_000; i++) {
      weights.add(random.nextInt(0x1000000), 1);
    }
    assertTimeoutPreemptively(
        Duration.ofSeconds(30),
        () ->
            assertThatThrownBy(() -> ColorClusters.of(weights, 1))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("raise the tolerance"));
  }
}
