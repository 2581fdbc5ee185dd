package idiotaxa.bench;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
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

  static Run bake(String... arguments) throws IOException, InterruptedException {
    List<String> command = new ArrayList<>();
    command.add(System.getProperty("java.home") + "/bin/java");
    command.addAll(List.of("-Xmx4g", "-cp", System.getProperty("java.class.path")));
    command.add(MeasuredBake.class.getName());
    command.add("bake");
    command.addAll(List.of(arguments));
    command.add("--json");
    long begin = System.nanoTime();
    Process process =
        new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.DISCARD).start();
    String printed = new String(process.getInputStream().readAllBytes());
    int exit = process.waitFor();
    double seconds = (System.nanoTime() - begin) / 1e9;
    int peakAt = printed.lastIndexOf(MeasuredBake.PEAK);
    if (exit != 0 || peakAt < 0) {
      throw new IllegalStateException("the bake ended with " + exit + ": " + printed);
    }
    long peakKb = Long.parseLong(printed.substring(peakAt + MeasuredBake.PEAK.length()).strip());
    return new Run(seconds, JSON.readTree(printed.substring(0, peakAt)), peakKb / 1024);
  }
}
