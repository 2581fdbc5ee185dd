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

  /** Distances that a search goes through in about half a second. */
  private static final double AFFORDABLE = 20e6;

  /** Distances that one beginning goes through for each move of a colour, by the square of all. */
  private static final double COST = 2200;

  private static final int MOST_BEGINNINGS = 12;

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
    int[][] table = Table.ROWS;
    if (locked.length == 1 && locked[0] == 0 && count < table.length) {
      return table[count].clone();
    }
    double all = locked.length + (double) count;
    int beginnings = (int) Math.round(AFFORDABLE / (COST * (count + 6) * all * all));
    return search(locked, count, Math.max(1, Math.min(MOST_BEGINNINGS, beginnings)));
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
