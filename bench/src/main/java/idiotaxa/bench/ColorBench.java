package idiotaxa.bench;

import idiotaxa.core.group.ColorProposer;
import idiotaxa.core.group.ColorQuality;
import idiotaxa.core.group.Rgb;
import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * Searches for the table of proposed colours on a black background, one line for each number of
 * colours as {@code core} keeps it, with what it is worth; and times a proposal beside colours that are
 * there.
 */
final class ColorBench implements Main.Benchmark {
  private static final int MOST = 24;
  private static final double TERMS_A_ROW = 1.5e9;

  @Override
  public void run() {
    for (int count = 1; count <= MOST; count++) {
      int size = count + 1;
      int beginnings = (int) Math.max(2, Math.min(200, TERMS_A_ROW / (2200.0 * size * size * size)));
      int[] found = ColorProposer.search(new int[] {0}, count, beginnings);
      System.out.println(Arrays.stream(found).mapToObj(Rgb::toHex).collect(Collectors.joining(" ")));
    }
    System.out.println();
    System.out.println("| colours | separation | blend clearance | one more beside them, s |");
    System.out.println("|---|---|---|---|");
    for (int count : new int[] {5, 7, 9, 12, 16, 24}) {
      int[] colors = ColorProposer.propose(new int[] {0}, count);
      int[] all = IntStream.concat(IntStream.of(0), Arrays.stream(colors)).toArray();
      ColorQuality quality = ColorQuality.of(all);
      long begin = System.nanoTime();
      ColorProposer.propose(all, 1);
      System.out.printf(
          Locale.ROOT,
          "| %d | %.1f | %.1f | %.2f |%n",
          count,
          quality.separation(),
          quality.blendClearance(),
          (System.nanoTime() - begin) / 1e9);
    }
    System.out.println();
  }
}
