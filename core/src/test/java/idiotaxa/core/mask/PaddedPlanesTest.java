package idiotaxa.core.mask;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.map.NearestCovered;
import idiotaxa.core.map.PaddedPlane;
import idiotaxa.core.map.SheetMaps;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Planes that are padded together, beside each by itself and beside a search of all covered texels. */
class PaddedPlanesTest {
  private static final int WIDTH = 37;
  private static final int HEIGHT = 23;

  @Test
  void togetherIsAsOneByOneAndFromTheNearest() {
    int padded = 0;
    for (int seed = 0; seed < 20; seed++) {
      SplittableRandom random = new SplittableRandom(seed);
      TexelIslands islands = RandomMaps.islands(random, WIDTH, HEIGHT, 5);
      SheetMaps maps = RandomMaps.maps(random, islands, 4);
      List<char[]> planes = List.of(RandomMaps.plane(random, islands), RandomMaps.plane(random, islands), RandomMaps.plane(random, islands));
      for (int radius : new int[] {0, 1, 4, NearestCovered.EVERYWHERE}) {
        List<PaddedPlane> together = PaddedPlane.allOf(maps, planes, radius, 2);
        assertThat(together).hasSize(planes.size());
        for (int p = 0; p < planes.size(); p++) {
          PaddedPlane alone = PaddedPlane.of(maps, planes.get(p), radius, 1);
          for (int i = 0; i < WIDTH * HEIGHT; i++) {
            assertThat(together.get(p).at16(i)).isEqualTo(alone.at16(i));
            if (radius > 0 && maps.groups()[i] == SheetMaps.UNCOVERED) {
              assertThat(nearest(maps, planes.get(p), i, radius)).contains(together.get(p).at16(i));
              padded++;
            } else {
              assertThat(together.get(p).at16(i)).isEqualTo(planes.get(p)[i]);
            }
          }
        }
      }
    }
    assertThat(padded).isPositive();
    assertThat(PaddedPlane.allOf(RandomMaps.maps(new SplittableRandom(1), RandomMaps.islands(new SplittableRandom(1), 4, 4, 1), 1), List.of(), 4, 1)).isEmpty();
  }

  /** Values of the covered texels at the smallest distance; 0 where that is beyond the radius. */
  private static Set<Character> nearest(SheetMaps maps, char[] plane, int texel, int radius) {
    Set<Character> values = new HashSet<>();
    long least = radius == NearestCovered.EVERYWHERE ? Long.MAX_VALUE : (long) radius * radius;
    for (int i = 0; i < plane.length; i++) {
      long dx = i % WIDTH - texel % WIDTH;
      long dy = i / WIDTH - texel / WIDTH;
      long distance = dx * dx + dy * dy;
      if (maps.groups()[i] != SheetMaps.UNCOVERED && distance <= least) {
        if (distance < least) {
          values.clear();
        }
        least = distance;
        values.add(plane[i]);
      }
    }
    return values.isEmpty() ? Set.of((char) 0) : values;
  }
}
