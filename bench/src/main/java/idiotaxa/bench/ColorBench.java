package idiotaxa.bench;

import idiotaxa.core.group.ColorProposer;
import idiotaxa.core.group.ColorQuality;
import java.util.Arrays;
import java.util.Locale;
import java.util.stream.IntStream;

/** What proposed colours on a black background are worth, and how long one more beside them takes. */
final class ColorBench implements Main.Benchmark {
  private static final int[] COUNTS = {5, 7, 9, 12, 16, 24};

  @Override
  public void run() {
    System.out.println("Proposed ID colours; distances in 8-bit RGB");
    System.out.println();
    System.out.println("| colours | separation | blend clearance | one more beside them, s |");
    System.out.println("|---|---|---|---|");
    for (int count : COUNTS) {
      int[] colors = ColorProposer.propose(new int[] {0}, count);
      int[] all = IntStream.concat(IntStream.of(0), Arrays.stream(colors)).toArray();
      ColorQuality quality = ColorQuality.of(all);
      ColorProposer.propose(all, 1);
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
