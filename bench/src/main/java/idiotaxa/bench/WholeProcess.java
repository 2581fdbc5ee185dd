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

  /**
   * @param seconds from start to end of the process
   * @param exit the process's exit code, {@link #STOPPED} when it took too long
   * @param errors what it wrote to standard error
   * @param peakMb largest resident size
   */
  record End(double seconds, int exit, String printed, String errors, long peakMb) {}

  /** No exit code of ours. */
  static final int STOPPED = -1;

  /** Runs {@code ./idiotaxa bake}, as the README gives it. */
  static Run bake(List<String> arguments) throws IOException, InterruptedException {
    List<String> command = new ArrayList<>(List.of("bake"));
    command.addAll(arguments);
    command.add("--json");
    End end = run(command, Long.MAX_VALUE);
    if (end.exit() != 0) {
      throw new IllegalStateException("the bake ended with " + end.exit() + ": " + end.errors());
    }
    return new Run(end.seconds(), JSON.readTree(end.printed()), end.peakMb());
  }

  /**
   * Runs {@code ./idiotaxa} with a command and its arguments.
   *
   * @param mostSeconds after which the process is ended
   */
  static End run(List<String> arguments, long mostSeconds) throws IOException, InterruptedException {
    List<String> command = new ArrayList<>(List.of(System.getProperty("idiotaxa.script")));
    command.addAll(arguments);
    Path printed = Files.createTempFile("idiotaxa-bench", ".out");
    Path errors = Files.createTempFile("idiotaxa-bench", ".err");
    long begin = System.nanoTime();
    Process process =
        new ProcessBuilder(command).redirectOutput(printed.toFile()).redirectError(errors.toFile()).start();
    // The script hands its process over to Java, so its number stays.
    long peakKb = 0;
    boolean isStopped = false;
    while (!process.waitFor(10, TimeUnit.MILLISECONDS)) {
      peakKb = Math.max(peakKb, Machine.peakKb(process.pid()));
      if (!isStopped && (System.nanoTime() - begin) / 1e9 > mostSeconds) {
        process.destroyForcibly();
        isStopped = true;
      }
    }
    double seconds = (System.nanoTime() - begin) / 1e9;
    End end =
        new End(
            seconds,
            isStopped ? STOPPED : process.exitValue(),
            Files.readString(printed),
            Files.readString(errors),
            peakKb / 1024);
    Files.delete(printed);
    Files.delete(errors);
    return end;
  }
}
