package idiotaxa.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Bakes from the command line in a fresh Java process and reads what it reports. */
final class WholeProcess {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private WholeProcess() {}

  /**
   * @param seconds from start to end of the process
   * @param report the printed report
   * @param peakMb largest resident size
   */
  record Run(double seconds, JsonNode report, long peakMb) {
    /** Milliseconds of stages whose names begin with one of the words. */
    long millis(String... beginnings) {
      long sum = 0;
      JsonNode stages = report.get("milliseconds");
      for (String name : stages.propertyNames()) {
        for (String beginning : beginnings) {
          sum += name.startsWith(beginning) ? stages.get(name).asLong() : 0;
        }
      }
      return sum;
    }

    long rays() {
      return report.get("sheets").get(0).get("rays").asLong();
    }
  }

  /** Runs {@code ./idiotaxa bake}, as the README gives it. */
  static Run bake(List<String> arguments) throws IOException, InterruptedException {
    List<String> command = new ArrayList<>(List.of(System.getProperty("idiotaxa.script"), "bake"));
    command.addAll(arguments);
    command.add("--json");
    Path printed = Files.createTempFile("idiotaxa-bench", ".json");
    long begin = System.nanoTime();
    Process process =
        new ProcessBuilder(command)
            .redirectOutput(printed.toFile())
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .start();
    // The script hands its process over to Java, so its number stays.
    long peakKb = 0;
    while (!process.waitFor(10, TimeUnit.MILLISECONDS)) {
      peakKb = Math.max(peakKb, Machine.peakKb(process.pid()));
    }
    double seconds = (System.nanoTime() - begin) / 1e9;
    String report = Files.readString(printed);
    Files.delete(printed);
    if (process.exitValue() != 0) {
      throw new IllegalStateException("the bake ended with " + process.exitValue() + ": " + report);
    }
    return new Run(seconds, JSON.readTree(report), peakKb / 1024);
  }
}
