package idiotaxa.core.bake;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.map.Coverage;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

class CoverageBuilderTest {
  private static final int COLUMNS = 3;
  private static final int ROWS = 2;
  private static final int SIDE = 8;

  @Test
  void nothingIsShared() {
    Coverage coverage = new CoverageBuilder(COLUMNS, COLUMNS * ROWS).build();
    assertThat(coverage.mixedCount()).isZero();
    assertThat(coverage.start()).containsExactly(0);
  }

  /** The largest group number and the largest share have the bits beside the mark of the last entry. */
  @Test
  void oneTexelOfTheLargestNumbers() {
    TexelVotes votes = new TexelVotes(16);
    for (int i = 0; i < 15; i++) {
      votes.add(65533);
    }
    votes.add(0);
    CoverageBuilder builder = new CoverageBuilder(1, 1);
    builder.add(0, Integer.MAX_VALUE, votes);
    votes.clear();
    votes.add(65533);
    builder.add(0, 5, votes);
    Coverage coverage = builder.build();
    assertThat(coverage.texels()).containsExactly(5, Integer.MAX_VALUE);
    assertThat(coverage.start()).containsExactly(0, 1, 3);
    assertThat(coverage.groups()).containsExactly((char) 65533, (char) 65533, (char) 0);
    assertThat(coverage.shares()).containsExactly((byte) 255, (byte) 239, (byte) 16);
  }

  /** Tiles lie side by side, so texels of several of them follow each other in a row. */
  @Test
  void texelsOfManyTilesComeToOneOrder() {
    Random random = new Random(4);
    for (int round = 0; round < 50; round++) {
      CoverageBuilder builder = new CoverageBuilder(COLUMNS, COLUMNS * ROWS);
      Map<Integer, List<Integer>> expected = new TreeMap<>();
      for (int i = 0; i < 200; i++) {
        int x = random.nextInt(COLUMNS * SIDE);
        int y = random.nextInt(ROWS * SIDE);
        int texel = y * COLUMNS * SIDE + x;
        if (expected.containsKey(texel)) {
          continue;
        }
        TexelVotes votes = new TexelVotes(16);
        for (int s = 0; s < 16; s++) {
          votes.add(random.nextInt(1 + random.nextInt(9)) * 7000);
        }
        List<Integer> entries = new ArrayList<>();
        for (int g = 0; g < votes.size(); g++) {
          entries.add(votes.group(g));
          entries.add(votes.shares()[g]);
        }
        expected.put(texel, entries);
        builder.add(y / SIDE * COLUMNS + x / SIDE, texel, votes);
      }
      assertThat(entriesOf(builder.build())).isEqualTo(expected);
    }
  }

  private static Map<Integer, List<Integer>> entriesOf(Coverage coverage) {
    Map<Integer, List<Integer>> found = new TreeMap<>();
    assertThat(coverage.texels()).isSorted();
    for (int i = 0; i < coverage.mixedCount(); i++) {
      List<Integer> entries = new ArrayList<>();
      for (int e = coverage.start()[i]; e < coverage.start()[i + 1]; e++) {
        entries.add((int) coverage.groups()[e]);
        entries.add(coverage.shares()[e] & 0xFF);
      }
      found.put(coverage.texels()[i], entries);
    }
    return found;
  }
}
