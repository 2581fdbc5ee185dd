package idiotaxa.core.mask;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.map.Coverage;
import idiotaxa.core.map.SheetMaps;
import java.util.ArrayDeque;
import java.util.BitSet;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class RegionsTest {
  private static BitSet flood(char[] groups, TexelIslands islands, int seed) {
    int width = islands.width();
    BitSet region = new BitSet();
    ArrayDeque<Integer> open = new ArrayDeque<>();
    region.set(seed);
    open.add(seed);
    while (!open.isEmpty()) {
      int i = open.poll();
      for (int k = 0; k < 9; k++) {
        int x = i % width + k % 3 - 1;
        int y = i / width + k / 3 - 1;
        if (x < 0 || y < 0 || x >= width || y >= islands.height()) {
          continue;
        }
        int n = y * width + x;
        boolean isSame = groups[n] == groups[i] && islands.labels()[n] == islands.labels()[i];
        if (isSame && !region.get(n)) {
          region.set(n);
          open.add(n);
        }
      }
    }
    return region;
  }

  @Test
  void regionsAreThoseOfAFloodOverSidesAndCorners() {
    SplittableRandom random = new SplittableRandom(22);
    for (int round = 0; round < 12; round++) {
      int width = random.nextInt(1, 40);
      int height = random.nextInt(1, 40);
      TexelIslands islands = RandomMaps.islands(random, width, height, 1 + round % 4);
      SheetMaps maps = RandomMaps.maps(random, islands, 3);
      Regions regions = new Regions(maps, islands);
      for (int i = 0; i < width * height; i++) {
        int run = regions.runAt(i);
        if (maps.groups()[i] == SheetMaps.UNCOVERED) {
          assertThat(run).isEqualTo(-1);
          continue;
        }
        int region = regions.regionOf(run);
        BitSet expected = flood(maps.groups(), islands, i);
        assertThat(regions.texelsOf(region)).as("texel %d", i).isEqualTo(expected);
        assertThat(regions.texels(region)).isEqualTo(expected.cardinality());
        assertThat(regions.group(region)).isEqualTo(maps.groups()[i]);
      }
    }
  }

  @Test
  void aLineDrawnAskewIsOneRegion() {
    char[] groups = new char[16 * 16];
    java.util.Arrays.fill(groups, (char) 1);
    for (int i = 0; i < 16; i++) {
      groups[i * 16 + i] = 2;
    }
    char[] labels = new char[groups.length];
    java.util.Arrays.fill(labels, (char) 1);
    Regions regions = new Regions(new SheetMaps(16, 16, groups, Coverage.none()), new TexelIslands(16, 16, labels));
    assertThat(regions.texels(regions.regionOf(regions.runAt(0)))).isEqualTo(16);
    // The two halves beside it touch each other over its corners as well.
    assertThat(regions.texels(regions.regionOf(regions.runAt(1)))).isEqualTo(240);
  }
}
