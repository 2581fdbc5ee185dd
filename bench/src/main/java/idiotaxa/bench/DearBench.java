package idiotaxa.bench;

import idiotaxa.bench.dear.DearShape;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;

/** Files of 50 MB that are dear to look through: what each command takes for them, or how it refuses. */
final class DearBench implements Main.Benchmark {
  private static final long BYTES = 50_000_000;

  /** A command that takes longer is ended: that is a fault. */
  private static final long MOST_SECONDS = 120;

  @Override
  public void run() throws IOException, InterruptedException {
    System.out.println("Files of about 50 MB; seconds and peak MB of whole processes, or the words of the refusal");
    System.out.println();
    System.out.println("| file | MB | inspect | bake | carry |");
    System.out.println("|---|---|---|---|---|");
    Path folder = Files.createTempDirectory("idiotaxa-dear");
    for (DearShape shape : DearShape.values()) {
      Path file = folder.resolve(shape.fileName());
      shape.writeTo(file, BYTES);
      String model = file.toString();
      String out = folder.resolve("out").toString();
      System.out.printf(
          Locale.ROOT,
          "| %s | %.0f | %s | %s | %s |%n",
          shape.words(),
          Files.size(file) / 1e6,
          told(List.of("inspect", model)),
          told(List.of("bake", model, "--source", model, "--out", out)),
          told(List.of("carry", model, model, "--out", out)));
      Files.delete(file);
    }
    System.out.println();
  }

  private static String told(List<String> arguments) throws IOException, InterruptedException {
    WholeProcess.End end = WholeProcess.run(arguments, MOST_SECONDS);
    String figures = String.format(Locale.ROOT, "%.1f s, %,d MB", end.seconds(), end.peakMb());
    return switch (end.exit()) {
      case 0 -> figures;
      case WholeProcess.STOPPED -> "**ended after " + figures + "**";
      default ->
          "%s, exit %d: %s"
              .formatted(figures, end.exit(), end.errors().lines().reduce((a, b) -> b).orElse(""));
    };
  }
}
