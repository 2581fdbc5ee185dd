package idiotaxa.bench;

import idiotaxa.core.group.ColorProposer;
import idiotaxa.core.group.Rgb;
import java.util.Arrays;
import java.util.stream.Collectors;

/**
 * Searches for the table of proposed colours on a black background, one line for each number of
 * colours, as {@code core} keeps it in {@code proposed-colors.txt}. Takes minutes.
 */
final class ColorTable implements Main.Benchmark {
  private static final int MOST = 32;
  /** Distances that are gone through for a row. */
  private static final double EFFORT = 1.5e9;

  /** Distances that one beginning goes through, by the cube of all colours. */
  private static final double COST = 2200;

  @Override
  public void run() {
    for (int count = 1; count <= MOST; count++) {
      double size = count + 1.0;
      int beginnings = (int) Math.max(2, Math.min(200, EFFORT / (COST * size * size * size)));
      int[] found = ColorProposer.search(new int[] {0}, count, beginnings);
      System.out.println(Arrays.stream(found).mapToObj(Rgb::toHex).collect(Collectors.joining(" ")));
    }
  }
}
