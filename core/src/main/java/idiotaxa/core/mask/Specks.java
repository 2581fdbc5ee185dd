package idiotaxa.core.mask;

import com.carrotsearch.hppc.IntArrayList;
import com.carrotsearch.hppc.IntObjectHashMap;
import com.carrotsearch.hppc.cursors.IntObjectCursor;
import idiotaxa.core.map.SheetMaps;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;

/** Finds specks of a map, and merges them into the groups that surround them. */
public final class Specks {
  /** Texels; a larger region is no speck. */
  public static final int LARGEST = 4096;

  /** Texels up to which a bake counts specks by itself. */
  public static final int USUAL = 8;

  /** Two specks that lie in each other need a second look at what the first merge left. */
  private static final int MOST_ROUNDS = 4;

  private Specks() {}

  /**
   * Regions that touch another group in their island, the largest first.
   *
   * @param most texels of a region that still counts as a speck, 1 … {@value #LARGEST}
   */
  public static List<Speck> find(MaskSheet sheet, int most) {
    List<Speck> specks = new ArrayList<>();
    for (Found found : search(sheet.maps(), sheet.islands(), most)) {
      specks.add(describe(sheet, found));
    }
    return specks;
  }

  /** How many there are. */
  public static int count(MaskSheet sheet, int most) {
    SheetMaps maps = sheet.maps();
    TexelIslands islands = sheet.islands();
    Regions regions = new Regions(maps, islands);
    BitSet isSpeck = new BitSet();
    for (int run = 0; run < regions.runCount(); run++) {
      int region = regions.regionOf(run);
      if (mayBeSpeck(regions, region, most) && !isSpeck.get(region)) {
        SideVisitor any = (texel, group) -> isSpeck.set(region);
        visitSides(maps, islands, regions.from(run), regions.to(run), any);
      }
    }
    return isSpeck.cardinality();
  }

  /** The map after all specks up to a size went to the groups around them. */
  static SheetMaps merged(SheetMaps maps, TexelIslands islands, int most) {
    SheetMaps present = maps;
    for (int round = 0; round < MOST_ROUNDS; round++) {
      List<Found> specks = search(present, islands, most);
      if (specks.isEmpty()) {
        break;
      }
      present = merge(present, islands, specks);
    }
    return present;
  }

  private static SheetMaps merge(SheetMaps maps, TexelIslands islands, List<Found> specks) {
    MapGiver giver = new MapGiver(maps);
    // All that go from one group to another at once: one walk over the map for each such pair.
    IntObjectHashMap<BitSet> ofPair = new IntObjectHashMap<>();
    for (Found speck : specks) {
      int pair = speck.group << 16 | speck.proposed();
      BitSet set = ofPair.get(pair);
      if (set == null) {
        set = new BitSet();
        ofPair.put(pair, set);
      }
      for (int r = 0; r < speck.runs.size(); r += 2) {
        set.set(speck.runs.get(r), speck.runs.get(r + 1));
      }
    }
    List<Integer> pairs = new ArrayList<>();
    for (IntObjectCursor<BitSet> cursor : ofPair) {
      pairs.add(cursor.key);
    }
    pairs.sort(Comparator.comparingLong(Integer::toUnsignedLong));
    for (int pair : pairs) {
      giver.giveRegion(ofPair.get(pair), pair >>> 16, pair & 0xFFFF, islands);
    }
    return giver.maps();
  }

  /** A speck while its rim is counted. */
  private static final class Found {
    private final int group;
    /** First texel of every run and the one behind its last; there may be millions of specks. */
    private final IntArrayList runs = new IntArrayList(2);

    private int texels;
    /** Groups beside it with how many sides each has, in turns. */
    private final IntArrayList sides = new IntArrayList(2);

    Found(int group) {
      this.group = group;
    }

    void addRun(int from, int to) {
      runs.add(from, to);
      texels += to - from;
    }

    void addSide(int ofGroup) {
      for (int i = 0; i < sides.size(); i += 2) {
        if (sides.get(i) == ofGroup) {
          sides.buffer[i + 1]++;
          return;
        }
      }
      sides.add(ofGroup, 1);
    }

    int proposed() {
      int best = SheetMaps.MISSED;
      int most = 0;
      for (int i = 0; i < sides.size(); i += 2) {
        int side = sides.get(i);
        int count = sides.get(i + 1);
        if (count > most || count == most && side < best) {
          best = side;
          most = count;
        }
      }
      return best;
    }
  }

  private static boolean mayBeSpeck(Regions regions, int region, int most) {
    return regions.texels(region) <= most && regions.group(region) < SheetMaps.MISSED;
  }

  private static List<Found> search(SheetMaps maps, TexelIslands islands, int most) {
    if (most < 1 || most > LARGEST) {
      throw new IllegalArgumentException(
          "a speck has 1 … " + LARGEST + " texels, got " + most);
    }
    Regions regions = new Regions(maps, islands);
    IntObjectHashMap<Found> ofRegion = new IntObjectHashMap<>();
    List<Found> found = new ArrayList<>();
    for (int run = 0; run < regions.runCount(); run++) {
      int region = regions.regionOf(run);
      if (!mayBeSpeck(regions, region, most)) {
        continue;
      }
      Found speck = ofRegion.get(region);
      if (speck == null) {
        speck = new Found(regions.group(region));
        ofRegion.put(region, speck);
        found.add(speck);
      }
      speck.addRun(regions.from(run), regions.to(run));
      Found counted = speck;
      SideVisitor count = (texel, group) -> counted.addSide(group);
      visitSides(maps, islands, regions.from(run), regions.to(run), count);
    }
    found.removeIf(speck -> speck.sides.isEmpty());
    found.sort(Comparator.comparingInt(speck -> -speck.texels));
    return found;
  }

  /** Hears of a side that a texel has to one of another group in its island. */
  private interface SideVisitor {
    void at(int texel, int group);
  }

  private static void visitSides(
      SheetMaps maps, TexelIslands islands, int from, int to, SideVisitor visitor) {
    int width = maps.width();
    for (int i = from; i < to; i++) {
      if (i % width > 0) {
        visitSide(maps, islands, i, i - 1, visitor);
      }
      if (i % width < width - 1) {
        visitSide(maps, islands, i, i + 1, visitor);
      }
      visitSide(maps, islands, i, i - width, visitor);
      visitSide(maps, islands, i, i + width, visitor);
    }
  }

  private static void visitSide(
      SheetMaps maps, TexelIslands islands, int texel, int other, SideVisitor visitor) {
    char[] groups = maps.groups();
    if (other < 0 || other >= groups.length || islands.labels()[other] != islands.labels()[texel]) {
      return;
    }
    int group = groups[other];
    if (group != groups[texel] && group < SheetMaps.MISSED) {
      visitor.at(texel, group);
    }
  }

  private static Speck describe(MaskSheet sheet, Found found) {
    int width = sheet.maps().width();
    int first = found.runs.get(0);
    int minX = width;
    int maxX = 0;
    int last = first;
    double area = 0;
    for (int r = 0; r < found.runs.size(); r += 2) {
      for (int i = found.runs.get(r); i < found.runs.get(r + 1); i++) {
        minX = Math.min(minX, i % width);
        maxX = Math.max(maxX, i % width);
        last = i;
        area += sheet.points() == null ? 0 : sheet.points().squareMetresAt(i);
      }
    }
    double[] position = {};
    double[] normal = {};
    if (sheet.points() != null) {
      position = new double[3];
      normal = new double[3];
      sheet.points().place(first, position, normal);
    }
    return new Speck(
        found.group,
        found.proposed(),
        found.texels,
        area * 1e6,
        first,
        minX,
        first / width,
        maxX - minX + 1,
        last / width - first / width + 1,
        position,
        normal);
  }
}
