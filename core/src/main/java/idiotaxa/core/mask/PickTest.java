package idiotaxa.core.mask;

import com.carrotsearch.hppc.IntLongHashMap;
import com.carrotsearch.hppc.LongLongHashMap;
import com.carrotsearch.hppc.cursors.IntLongCursor;
import com.carrotsearch.hppc.cursors.LongLongCursor;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.map.PaddedMaps;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.work.Parallel;
import java.util.Arrays;
import java.util.List;

/**
 * Which tolerance takes which texels of an ID map, as it is written: for every group and tolerance how many
 * texels a pick of its colour takes that are not its own, and how many of its own it leaves. One histogram
 * of distances a group, not a pass a tolerance.
 */
public final class PickTest {
  /** The largest tolerance that is tried. */
  public static final int MAX = 128;

  private static final int NOBODY = -1;
  private static final int BAND = 32;

  /** The image that is picked from. */
  public enum Variant {
    /** Only palette colours. */
    CRISP,
    /** Blended by coverage at borders. */
    FILTERED,
    /** The crisp map at half its size, every four texels averaged, as tools shrink images. */
    HALVED
  }

  /**
   * What a group's pick does.
   *
   * @param texels that are the group's own
   * @param from the least tolerance with the fewest wrong texels
   * @param to the largest of that range, {@value #MAX} at most
   * @param wronglyTaken texels of others, with a tolerance in the range
   * @param wronglyLeft own texels, with a tolerance in the range
   * @param limitedBy number of the group of which texels are taken first beyond the range, 0 for the
   *     background and what is unclaimed, −1 when none is
   */
  public record Result(
      int group, long texels, int from, int to, long wronglyTaken, long wronglyLeft, int limitedBy) {
    public boolean isExact() {
      return wronglyTaken == 0 && wronglyLeft == 0;
    }

    /** In the middle of the range, farthest from both ends. */
    public int best() {
      return (from + to) / 2;
    }
  }

  private final PaddedMaps maps;
  private final List<Group> groups;
  private final int[] colors;
  private final boolean[] isGroup;
  private final int threads;

  private PickTest(PaddedMaps maps, Palette palette, int threads) {
    this.maps = maps;
    this.threads = threads;
    groups = palette.groups();
    colors = palette.colorTable(SheetImages.BACKGROUND);
    isGroup = new boolean[colors.length];
    groups.forEach(group -> isGroup[group.number()] = true);
  }

  /** One result a group of the palette, in its order. */
  public static List<Result> of(
      PaddedMaps maps, Palette palette, Variant variant, int threads) {
    PickTest test = new PickTest(maps, palette, threads);
    LongLongHashMap seen = test.count(variant);
    return palette.groups().stream().map(group -> test.result(seen, group)).toList();
  }

  /** Adds texels of a colour that an owner has; number 0 for nobody. */
  private static void add(LongLongHashMap seen, int rgb, int owner, long count) {
    seen.addTo((long) rgb << 16 | owner, count);
  }

  /** The least whole tolerance that reaches a squared distance; {@value #MAX} + 1 for none. */
  private static int tolerance(int distanceSq) {
    int t = (int) Math.ceil(Math.sqrt(distanceSq));
    return Math.min(MAX + 1, t);
  }

  /** How many texels have which colour and owner: far fewer than there are texels. */
  private LongLongHashMap count(Variant variant) {
    int rows = variant == Variant.HALVED ? maps.height() / 2 : maps.height();
    LongLongHashMap[] parts = new LongLongHashMap[threads];
    long[][] whole = new long[threads][];
    Parallel.run(
        (rows + BAND - 1) / BAND,
        threads,
        (block, worker) -> {
          if (parts[worker] == null) {
            parts[worker] = new LongLongHashMap();
            whole[worker] = new long[colors.length];
          }
          for (int y = block * BAND; y < Math.min(rows, (block + 1) * BAND); y++) {
            if (variant == Variant.HALVED) {
              countHalved(y, parts[worker], whole[worker]);
            } else {
              countRow(y, variant == Variant.FILTERED, parts[worker], whole[worker]);
            }
          }
        });
    LongLongHashMap sum = new LongLongHashMap();
    for (int w = 0; w < threads; w++) {
      if (parts[w] != null) {
        for (LongLongCursor cursor : parts[w]) {
          sum.addTo(cursor.key, cursor.value);
        }
        for (int number = 0; number < colors.length; number++) {
          add(sum, colors[number], ownerOf(number), whole[w][number]);
        }
      }
    }
    return sum;
  }

  private int ownerOf(int number) {
    return isGroup[number] ? number : 0;
  }

  private int numberAt(int texel) {
    int number = maps.groupAt(texel);
    return number < colors.length ? number : 0;
  }

  private void countRow(int y, boolean isFiltered, LongLongHashMap part, long[] whole) {
    int from = y * maps.width();
    maps.visitRuns(y, (begin, end) -> whole[numberAt(from + begin)] += end - begin);
    if (isFiltered) {
      maps.visitShared(
          y,
          texel -> {
            whole[numberAt(texel)]--;
            add(part, maps.blendAt(texel, colors), ownerOf(numberAt(texel)), 1);
          });
    }
  }

  private void countHalved(int y, LongLongHashMap part, long[] whole) {
    int width = maps.width();
    for (int x = 0; x + 1 < width; x += 2) {
      int first = 2 * y * width + x;
      int a = numberAt(first);
      int b = numberAt(first + 1);
      int c = numberAt(first + width);
      int d = numberAt(first + width + 1);
      if (a == b && a == c && a == d) {
        whole[a]++;
      } else {
        add(part, average(a, b, c, d), ownerOf(most(a, b, c, d)), 1);
      }
    }
  }

  private int average(int a, int b, int c, int d) {
    int rgb = 0;
    for (int shift = 0; shift <= 16; shift += 8) {
      int sum = 2;
      sum += colors[a] >> shift & 0xFF;
      sum += colors[b] >> shift & 0xFF;
      sum += colors[c] >> shift & 0xFF;
      sum += colors[d] >> shift & 0xFF;
      rgb |= sum / 4 << shift;
    }
    return rgb;
  }

  /** The number that most of four have; of several the one met first. */
  private static int most(int a, int b, int c, int d) {
    if (a == b || a == c || a == d) {
      return a;
    }
    return b == c || b == d ? b : c == d ? c : a;
  }

  private Result result(LongLongHashMap seen, Group group) {
    long[] own = new long[MAX + 2];
    long[] others = new long[MAX + 2];
    for (LongLongCursor cursor : seen) {
      int t = tolerance(Rgb.distanceSq((int) (cursor.key >>> 16), group.color()));
      boolean isOwn = (cursor.key & 0xFFFF) == group.number();
      (isOwn ? own : others)[t] += cursor.value;
    }
    long texels = Arrays.stream(own).sum();
    long taken = 0;
    long left = texels;
    long fewest = Long.MAX_VALUE;
    int from = 0;
    int to = 0;
    long wronglyTaken = 0;
    long wronglyLeft = 0;
    for (int t = 0; t <= MAX; t++) {
      left -= own[t];
      taken += others[t];
      if (taken + left < fewest) {
        fewest = taken + left;
        from = t;
        to = t;
        wronglyTaken = taken;
        wronglyLeft = left;
      } else if (taken + left == fewest && to == t - 1) {
        to = t;
      }
    }
    return new Result(
        group.number(), texels, from, to, wronglyTaken, wronglyLeft, limit(seen, group, to));
  }

  /** Whose texels come first beyond a tolerance; of several those that are most. */
  private int limit(LongLongHashMap seen, Group group, int to) {
    int first = MAX + 1;
    IntLongHashMap texels = new IntLongHashMap();
    for (LongLongCursor cursor : seen) {
      int owner = (int) (cursor.key & 0xFFFF);
      int t = tolerance(Rgb.distanceSq((int) (cursor.key >>> 16), group.color()));
      if (owner == group.number() || t <= to || t > first || t > MAX || cursor.value == 0) {
        continue;
      }
      if (t < first) {
        first = t;
        texels.clear();
      }
      texels.addTo(owner, cursor.value);
    }
    int best = NOBODY;
    long most = 0;
    for (IntLongCursor cursor : texels) {
      if (cursor.value > most || cursor.value == most && cursor.key < best) {
        best = cursor.key;
        most = cursor.value;
      }
    }
    return best;
  }
}
