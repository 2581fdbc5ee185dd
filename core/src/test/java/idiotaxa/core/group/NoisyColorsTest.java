package idiotaxa.core.group;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class NoisyColorsTest {
  private static int[] clouds(int spread, int each, int... centers) {
    SplittableRandom random = new SplittableRandom(5);
    int[] out = new int[each * centers.length];
    for (int i = 0; i < out.length; i++) {
      int center = centers[i / each];
      for (int shift = 0; shift <= 16; shift += 8) {
        int value = (center >> shift & 0xFF) + random.nextInt(2 * spread + 1) - spread;
        out[i] |= Math.max(0, Math.min(255, value)) << shift;
      }
    }
    return out;
  }

  @Test
  void threeColoursWithNoiseAreJoinedByTheToleranceThatIsOffered() {
    int[] colors = clouds(22, 18, 0xC02020, 0x20C040, 0x3030D0);
    NoisyColors.Joined joined = NoisyColors.of(colors, 24).orElseThrow();
    assertThat(joined.clouds()).isEqualTo(3);
    ColorWeights weights = new ColorWeights();
    for (int color : colors) {
      weights.add(color, 1);
    }
    assertThat(ColorClusters.of(weights, joined.tolerance()).count()).isEqualTo(3);
    assertThat(joined.words()).contains("54 colours").contains("there would be 3");
  }

  @Test
  void coloursThatAreEvenlyApartAreLeftAlone() {
    assertThat(NoisyColors.of(new int[] {0xFF0000, 0x00FF00, 0x0000FF, 0xFFFF00}, 24)).isEmpty();
    assertThat(NoisyColors.of(new int[] {0x000000, 0x202020, 0x404040, 0x606060, 0x808080}, 24)).isEmpty();
    assertThat(NoisyColors.of(new int[] {0x102030}, 24)).isEmpty();
  }
}
