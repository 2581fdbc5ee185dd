package idiotaxa.core.spread;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class MinimumCutTest {
  private static final int NODES = 9;

  private static int costOf(int[][] links, boolean[] isA) {
    int sum = 0;
    for (int[] link : links) {
      sum += isA[link[0]] == isA[link[1]] ? 0 : link[2];
    }
    return sum;
  }

  private static boolean[] sides(int bits) {
    boolean[] out = new boolean[NODES];
    for (int i = 2; i < NODES; i++) {
      out[i] = (bits >> (i - 2) & 1) == 1;
    }
    out[MinimumCut.SIDE_A] = true;
    return out;
  }

  @Test
  void noOtherPartingIsCheaper() {
    SplittableRandom random = new SplittableRandom(1);
    for (int round = 0; round < 200; round++) {
      int[][] links = new int[6 + random.nextInt(20)][];
      MinimumCut cut = new MinimumCut(NODES);
      for (int i = 0; i < links.length; i++) {
        int a = random.nextInt(NODES);
        int b = (a + 1 + random.nextInt(NODES - 1)) % NODES;
        links[i] = new int[] {a, b, random.nextInt(50)};
        cut.link(a, b, links[i][2]);
      }
      int least = Integer.MAX_VALUE;
      for (int bits = 0; bits < 1 << (NODES - 2); bits++) {
        least = Math.min(least, costOf(links, sides(bits)));
      }
      boolean[] found = cut.sideA();
      assertThat(found[MinimumCut.SIDE_A]).isTrue();
      assertThat(found[MinimumCut.SIDE_B]).isFalse();
      assertThat(costOf(links, found)).as("round %d", round).isEqualTo(least);
    }
  }
}
