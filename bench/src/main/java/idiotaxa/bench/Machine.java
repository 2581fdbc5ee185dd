package idiotaxa.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;

/** What the figures were measured on. */
final class Machine {
  private Machine() {}

  static void print() throws IOException {
    String cpu =
        Files.readAllLines(Path.of("/proc/cpuinfo")).stream()
            .filter(line -> line.startsWith("model name"))
            .map(line -> line.substring(line.indexOf(':') + 2))
            .findFirst()
            .orElse("unknown");
    System.out.printf(
        "%s, %d cores, Java %s, %s%n%n",
        cpu,
        Runtime.getRuntime().availableProcessors(),
        System.getProperty("java.version"),
        LocalDate.now());
  }

  /** Largest resident size of a process so far, kB; 0 when it has ended. */
  static long peakKb(long pid) {
    try {
      return Files.readAllLines(Path.of("/proc/" + pid + "/status")).stream()
          .filter(line -> line.startsWith("VmHWM:"))
          .mapToLong(line -> Long.parseLong(line.replaceAll("\\D", "")))
          .findFirst()
          .orElse(0);
    } catch (IOException e) {
      return 0;
    }
  }
}
