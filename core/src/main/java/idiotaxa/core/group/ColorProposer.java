package idiotaxa.core.group;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * Proposes ID colours far from the ones that are there: first by the smaller of half separation and
 * blend clearance, then by distance in lightness for people. Deterministic.
 *
 * <p>Whole palettes on a black background come from a table that was searched for beforehand, see
 * {@link #search}; everything else is searched for at once.
 */
public final class ColorProposer {
  private static final String TABLE = "proposed-colors.txt";

  /** Distances that a search looks at in less than a quarter of a second. */
  private static final double AFFORDABLE = 16e6;

  private static final int MOST_BEGINNINGS = 12;

  private static final int LEVELS = 17;

  private ColorProposer() {}

  /**
   * @param locked colours that stay, the background among them
   * @param count how many new ones, at least 0
   * @return the new colours, 0xRRGGBB
   */
  public static int[] propose(int[] locked, int count) {
    if (count < 0) {
      throw new IllegalArgumentException("count must not be negative, got " + count);
    }
    if (count == 0) {
      return new int[0];
    }
    if (isBlack(locked) && count < Table.ROWS.length) {
      return Table.ROWS[count].clone();
    }
    double cost = ColorSearch.cost(locked.length, count);
    if (cost > AFFORDABLE) {
      return proposeMany(locked, count);
    }
    return search(locked, count, (int) Math.min(MOST_BEGINNINGS, AFFORDABLE / cost));
  }

  /**
   * Searches for as many as can be searched for at once; each of the others goes to the place of a
   * lattice that is farthest from all before it.
   */
  private static int[] proposeMany(int[] locked, int count) {
    int[] out = new int[count];
    int[] first = propose(locked, searchedAtOnce(locked, count));
    int searched = first.length;
    System.arraycopy(first, 0, out, 0, searched);
    int[] lattice = lattice();
    int[] nearest = new int[lattice.length];
    Arrays.fill(nearest, Integer.MAX_VALUE);
    for (int color : locked) {
      comeNear(lattice, nearest, color);
    }
    for (int i = 0; i < count; i++) {
      if (i >= searched) {
        out[i] = lattice[farthest(nearest)];
      }
      comeNear(lattice, nearest, out[i]);
    }
    return out;
  }

  private static int searchedAtOnce(int[] locked, int count) {
    int most = isBlack(locked) ? Math.min(count, Table.ROWS.length - 1) : 0;
    while (most < count && ColorSearch.cost(locked.length, most + 1) <= AFFORDABLE) {
      most++;
    }
    return most;
  }

  private static boolean isBlack(int[] locked) {
    return locked.length == 1 && locked[0] == 0;
  }

  private static void comeNear(int[] lattice, int[] nearest, int color) {
    for (int i = 0; i < lattice.length; i++) {
      nearest[i] = Math.min(nearest[i], Rgb.distanceSq(lattice[i], color));
    }
  }

  private static int farthest(int[] nearest) {
    int best = 0;
    for (int i = 1; i < nearest.length; i++) {
      best = nearest[i] > nearest[best] ? i : best;
    }
    return best;
  }

  private static int[] lattice() {
    int[] out = new int[LEVELS * LEVELS * LEVELS];
    for (int i = 0; i < out.length; i++) {
      out[i] = Rgb.of(level(i / LEVELS / LEVELS), level(i / LEVELS % LEVELS), level(i % LEVELS));
    }
    return out;
  }

  private static int level(int step) {
    return step * 255 / (LEVELS - 1);
  }

  /**
   * Deals colours out so that each goes where something like it is wished for: habits are kept, and red
   * paint does not get the green by chance. The nearest pair first.
   *
   * @param colors as many as {@code wishes}
   * @param wishes 0xRRGGBB, what each was before or looks like
   * @return the same colours in the order of the wishes
   */
  public static int[] dealOut(int[] colors, int[] wishes) {
    int[] out = new int[wishes.length];
    boolean[] isDealt = new boolean[colors.length];
    boolean[] isServed = new boolean[wishes.length];
    for (int round = 0; round < wishes.length; round++) {
      int bestColor = -1;
      int bestWish = -1;
      for (int c = 0; c < colors.length; c++) {
        for (int w = 0; w < wishes.length; w++) {
          if (!isDealt[c]
              && !isServed[w]
              && (bestColor < 0
                  || Rgb.distanceSq(colors[c], wishes[w])
                      < Rgb.distanceSq(colors[bestColor], wishes[bestWish]))) {
            bestColor = c;
            bestWish = w;
          }
        }
      }
      isDealt[bestColor] = true;
      isServed[bestWish] = true;
      out[bestWish] = colors[bestColor];
    }
    return out;
  }

  /**
   * Searches, whatever the table says.
   *
   * @param beginnings how many random beginnings are tried: time grows with it, and the result gets
   *     better
   */
  public static int[] search(int[] locked, int count, int beginnings) {
    return ColorSearch.place(locked, count, beginnings);
  }

  /** One row for each number of colours, from 0. */
  private static final class Table {
    static final int[][] ROWS = read();

    private static int[][] read() {
      try (InputStream in = ColorProposer.class.getResourceAsStream(TABLE)) {
        String text = new String(in.readAllBytes(), StandardCharsets.US_ASCII);
        int[][] rows =
            text.lines()
                .map(l -> Arrays.stream(l.split(" ")).mapToInt(Rgb::parse).toArray())
                .toArray(int[][]::new);
        int[][] out = new int[rows.length + 1][];
        System.arraycopy(rows, 0, out, 1, rows.length);
        return out;
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
  }
}
