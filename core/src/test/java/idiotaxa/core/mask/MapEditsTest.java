package idiotaxa.core.mask;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.map.Coverage;
import idiotaxa.core.map.SheetMaps;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class MapEditsTest {
  private static final int WIDTH = 53;
  private static final int HEIGHT = 41;
  private static final int GROUPS = 4;

  private final SplittableRandom random = new SplittableRandom(12);

  private static int share(SheetMaps maps, int texel, int group) {
    char[] plane = Planes.ofGroup(maps, group, 1);
    return plane[texel] / Planes.STEP;
  }

  private static void isPartition(SheetMaps maps) {
    char[][] planes = new char[GROUPS + 1][];
    for (int g = 0; g <= GROUPS; g++) {
      planes[g] = Planes.ofGroup(maps, g, 1);
    }
    for (int i = 0; i < maps.groups().length; i++) {
      int sum = 0;
      for (char[] plane : planes) {
        sum += plane[i] / Planes.STEP;
      }
      boolean isOfAGroup = maps.groups()[i] < SheetMaps.MISSED;
      assertThat(sum).as("texel %d", i).isEqualTo(isOfAGroup ? 255 : 0);
    }
    Coverage coverage = maps.coverage();
    for (int m = 0; m < coverage.mixedCount(); m++) {
      assertThat(coverage.start()[m + 1] - coverage.start()[m]).isGreaterThan(1);
    }
  }

  @Test
  void aBorderRuleGivesWhatIsNearAndKeepsAPartition() {
    for (int round = 0; round < 6; round++) {
      TexelIslands islands = RandomMaps.islands(random, WIDTH, HEIGHT, 4);
      SheetMaps before = RandomMaps.maps(random, islands, GROUPS);
      BorderRule rule = new BorderRule(1, 2, 1 + round * 0.7);
      SheetMaps after = Borders.moved(before, islands, rule, 2);
      isPartition(before);
      isPartition(after);
      for (int i = 0; i < before.groups().length; i++) {
        boolean isNear = false;
        for (int j = 0; j < before.groups().length && !isNear; j++) {
          double distance = Math.hypot(i % WIDTH - j % WIDTH, i / WIDTH - j / WIDTH);
          isNear =
              before.groups()[j] == 1
                  && islands.labels()[i] == islands.labels()[j]
                  && distance <= rule.px();
        }
        int expected = isNear && before.groups()[i] == 2 ? 1 : before.groups()[i];
        assertThat((int) after.groups()[i]).as("texel %d", i).isEqualTo(expected);
        int given = isNear ? share(before, i, 2) : 0;
        assertThat(share(after, i, 1)).isEqualTo(share(before, i, 1) + given);
        assertThat(share(after, i, 2)).isEqualTo(share(before, i, 2) - given);
        assertThat(share(after, i, 3)).isEqualTo(share(before, i, 3));
      }
    }
  }

  @Test
  void lengthsOfBordersAreThoseOfTheDrawnOnes() {
    char[] groups = new char[200 * 200];
    for (int i = 0; i < groups.length; i++) {
      double r = Math.hypot(i % 200 - 99.5, i / 200 - 99.5);
      groups[i] = (char) (r < 60 ? 1 : 2);
    }
    SheetMaps maps = new SheetMaps(200, 200, groups, Coverage.none());
    List<Borders.Touching> pairs = Borders.of(MaskSheet.withoutMesh("a", maps));
    assertThat(pairs).hasSize(1);
    assertThat(pairs.get(0).one()).isEqualTo(1);
    assertThat(pairs.get(0).other()).isEqualTo(2);
    assertThat(pairs.get(0).px()).isCloseTo(2 * Math.PI * 60, within(0.05 * 2 * Math.PI * 60));
  }

  /** The eight neighbours on the sheet. */
  private static List<Integer> neighbours(int i) {
    List<Integer> out = new ArrayList<>();
    for (int dy = -1; dy <= 1; dy++) {
      for (int dx = -1; dx <= 1; dx++) {
        int x = i % WIDTH + dx;
        int y = i / WIDTH + dy;
        if ((dx != 0 || dy != 0) && x >= 0 && y >= 0 && x < WIDTH && y < HEIGHT) {
          out.add(y * WIDTH + x);
        }
      }
    }
    return out;
  }

  private static BitSet flood(SheetMaps maps, TexelIslands islands, int seed) {
    BitSet region = new BitSet();
    ArrayDeque<Integer> open = new ArrayDeque<>(List.of(seed));
    region.set(seed);
    while (!open.isEmpty()) {
      int i = open.poll();
      for (int n : neighbours(i)) {
        boolean isSame =
            maps.groups()[n] == maps.groups()[i] && islands.labels()[n] == islands.labels()[i];
        if (isSame && !region.get(n)) {
          region.set(n);
          open.add(n);
        }
      }
    }
    return region;
  }

  @Test
  void specksAreTheSmallRegionsThatTouchAnotherGroup() {
    for (int round = 0; round < 8; round++) {
      TexelIslands islands = RandomMaps.islands(random, WIDTH, HEIGHT, 4);
      SheetMaps maps = RandomMaps.maps(random, islands, GROUPS);
      int most = 1 + 2 * round;
      Set<BitSet> expected = new HashSet<>();
      for (int i = 0; i < maps.groups().length; i++) {
        if (maps.groups()[i] >= SheetMaps.MISSED) {
          continue;
        }
        BitSet region = flood(maps, islands, i);
        int seed = i;
        boolean touches =
            region.stream()
                .flatMap(t -> neighbours(t).stream().mapToInt(n -> n).filter(n -> n % WIDTH == t % WIDTH || n / WIDTH == t / WIDTH))
                .anyMatch(
                    n ->
                        islands.labels()[n] == islands.labels()[seed]
                            && maps.groups()[n] != maps.groups()[seed]
                            && maps.groups()[n] < SheetMaps.MISSED);
        if (region.cardinality() <= most && touches) {
          expected.add(region);
        }
      }
      List<Speck> found = Specks.find(RandomMaps.sheet(maps, islands), most);
      Set<BitSet> regions = new HashSet<>();
      found.forEach(speck -> regions.add(flood(maps, islands, speck.texel())));
      assertThat(regions).isEqualTo(expected);
      assertThat(found).hasSameSizeAs(expected);
      assertThat(found).isSortedAccordingTo((a, b) -> Long.compare(b.texels(), a.texels()));
    }
  }

  @Test
  void mergingSpecksLeavesNoneOfThemAndAPartition() {
    TexelIslands islands = RandomMaps.islands(random, WIDTH, HEIGHT, 3);
    SheetMaps maps = RandomMaps.maps(random, islands, GROUPS);
    SheetMaps merged = Specks.merged(maps, islands, 6);
    isPartition(merged);
    assertThat(Specks.find(RandomMaps.sheet(maps, islands), 6)).isNotEmpty();
    assertThat(Specks.find(RandomMaps.sheet(merged, islands), 6)).isEmpty();
  }

  @Test
  void aSpeckLeavesNoGhostInTheSharesAroundIt() {
    char[] groups = new char[9 * 9];
    java.util.Arrays.fill(groups, (char) 1);
    groups[40] = 2;
    List<Integer> texels = List.of(31, 39, 40);
    List<int[]> shares =
        List.of(new int[] {1, 200, 2, 55}, new int[] {1, 180, 2, 75}, new int[] {2, 150, 1, 105});
    SheetMaps maps = new SheetMaps(9, 9, groups, RandomMaps.coverage(texels, shares));
    SheetMaps merged = Specks.merged(maps, TexelIslands.one(maps), 4);
    assertThat(merged.coverage().mixedCount()).isZero();
    assertThat(merged.groups()).containsOnly((char) 1);
  }

  private MaskSheet twoHalves(int size) {
    char[] groups = new char[size * size];
    for (int i = 0; i < groups.length; i++) {
      int x = i % size * 16 / size;
      int y = i / size * 16 / size;
      groups[i] = (char) (x == 5 && y == 5 ? 3 : x < 8 ? 1 : 2);
    }
    return MaskSheet.withoutMesh("a", new SheetMaps(size, size, groups, Coverage.none()));
  }

  @Test
  void aRegionIsTheSameOnMapsOfOtherSizes() {
    MaskSheet small = twoHalves(32);
    TouchUp region = TouchUps.region(small, "uv", 5.5 / 16, 1 - 5.5 / 16, 2);
    for (int size : new int[] {16, 32, 64, 48}) {
      MaskSheet sheet = twoHalves(size);
      MapEdits edits = new MapEdits(0, List.of(), List.of(region));
      char[] after = edits.apply(sheet, "uv", 1).maps().groups();
      for (int i = 0; i < after.length; i++) {
        int before = sheet.maps().groups()[i];
        assertThat((int) after[i]).isEqualTo(before == 3 ? 2 : before);
      }
      assertThat(edits.apply(sheet, "other", 1).maps()).isEqualTo(sheet.maps());
    }
  }

  @Test
  void aStrokeGivesWhatLiesWithinHalfItsWidth() {
    MaskSheet sheet = twoHalves(64);
    TouchUp stroke =
        new TouchUp(
            "a", "uv", TouchUp.Kind.STROKE, 2, List.of(0.25, 0.75, 0.25, 0.25), 6 / 64.0, 0, null);
    BitSet texels = TouchUps.texels(sheet, stroke);
    for (int i = 0; i < 64 * 64; i++) {
      double x = i % 64 + 0.5;
      double y = i / 64 + 0.5;
      double toLine = Math.hypot(x - 16, y - Math.max(16, Math.min(48, y)));
      assertThat(texels.get(i)).as("texel %d", i).isEqualTo(toLine <= 3);
    }
  }

  @Test
  void touchUpsHaveTheLastWord() {
    MaskSheet sheet = twoHalves(16);
    TouchUp back = TouchUps.region(sheet, "uv", 5.5 / 16, 1 - 5.5 / 16, 3);
    MapEdits edits = new MapEdits(4, List.of(new BorderRule(2, 1, 3)), List.of(back));
    char[] after = edits.apply(sheet, "uv", 1).maps().groups();
    assertThat((int) after[5 * 16 + 5]).isEqualTo(3);
    assertThat((int) after[5 * 16 + 6]).isEqualTo(2);
    assertThat((int) after[5 * 16 + 4]).isEqualTo(1);
  }

  @Test
  void whatCannotBeMeantIsRefusedByName() {
    assertThatThrownBy(() -> new BorderRule(3, 3, 1)).hasMessageContaining("two different groups");
    assertThatThrownBy(() -> new BorderRule(1, 2, -1)).hasMessageContaining("0 … 512 px");
    assertThatThrownBy(() -> Specks.find(twoHalves(16), 0)).hasMessageContaining("1 … 4096");
    assertThatThrownBy(() -> TouchUps.region(twoHalves(16), "uv", 2, 2, 1))
        .hasMessageContaining("nothing of the target");
    assertThatThrownBy(
            () ->
                new TouchUp(
                    "a", "uv", TouchUp.Kind.REGION, 1, List.of(0.5, 0.5), 0, 4, List.of(0, 40)))
        .hasMessageContaining("outside of its map");
  }
}
