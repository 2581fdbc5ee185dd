package idiotaxa.server.crash;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;

/** A process that is killed without a word (SIGKILL) and started again as it was. */
final class KilledProcess {
  private static final long PATIENCE_MS = 90_000;

  private final List<String> command;
  private final Path log;
  private final BooleanSupplier isThere;
  private Process process;
  private int kills;

  /**
   * @param isThere whether it can be worked with
   */
  KilledProcess(List<String> command, Path log, BooleanSupplier isThere) {
    this.command = command;
    this.log = log;
    this.isThere = isThere;
  }

  /** Returns when it can be worked with. */
  void start() {
    try {
      process =
          new ProcessBuilder(command)
              .redirectErrorStream(true)
              .redirectOutput(ProcessBuilder.Redirect.appendTo(log.toFile()))
              .start();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    long end = System.currentTimeMillis() + PATIENCE_MS;
    while (!isThere.getAsBoolean()) {
      if (!process.isAlive() || System.currentTimeMillis() > end) {
        throw new AssertionError("did not start: " + command.get(0) + "\n" + read(log));
      }
      pause(100);
    }
  }

  void kill() {
    kills++;
    end();
  }

  /** The last time, which is no crash. */
  void end() {
    if (process == null) {
      return;
    }
    process.destroyForcibly();
    try {
      process.waitFor(30, TimeUnit.SECONDS);
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  int kills() {
    return kills;
  }

  private static String read(Path file) {
    try {
      String all = Files.readString(file);
      return all.substring(Math.max(0, all.length() - 4000));
    } catch (IOException e) {
      return "";
    }
  }

  static void pause(long millis) {
    try {
      Thread.sleep(millis);
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }
}
