package idiotaxa.server.running;

import idiotaxa.server.IdiotaxaApplication;
import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;

/** One more worker, as {@code ./idiotaxa worker} starts it, in a process of its own. */
public final class WorkerProcess implements AutoCloseable {
  private final Process process;

  private static final Duration PATIENCE = Duration.ofMinutes(2);

  private WorkerProcess(Process process) {
    this.process = process;
  }

  /** A worker that takes one job at a time. */
  public static WorkerProcess start() {
    return start("all", "");
  }

  /**
   * @param kinds words of the jobs that it takes
   * @param name by which the queue tells it from others, empty for one of its own
   */
  public static WorkerProcess start(String kinds, String name) {
    try {
      File log = File.createTempFile("idiotaxa-worker", ".log");
      Path cache = Files.createTempDirectory("idiotaxa-worker-cache");
      List<String> command =
          List.of(
              System.getProperty("java.home") + "/bin/java",
              "-XX:TieredStopAtLevel=1",
              "-cp",
              System.getProperty(
                  "surefire.test.class.path", System.getProperty("java.class.path")),
              IdiotaxaApplication.class.getName(),
              "--spring.profiles.active=worker",
              "--spring.datasource.url=" + RunningApplication.databaseUrl(),
              "--idiotaxa.cache-folder=" + cache,
              "--db-scheduler.heartbeat-interval=1s",
              "--db-scheduler.missed-heartbeats-limit=5",
              "--idiotaxa.job-kinds=" + kinds,
              "--idiotaxa.process-name=" + name,
              "--db-scheduler.threads=1");
      Process process =
          new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(log).start();
      waitUntilStarted(process, log.toPath());
      return new WorkerProcess(process);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** A worker that does not start would go unnoticed: whoever else is there would do its work. */
  private static void waitUntilStarted(Process process, Path log) throws IOException {
    long end = System.nanoTime() + PATIENCE.toNanos();
    while (!Files.readString(log).contains("Started IdiotaxaApplication")) {
      if (!process.isAlive() || System.nanoTime() > end) {
        process.destroyForcibly();
        throw new AssertionError("the worker did not start: " + Files.readString(log));
      }
      try {
        Thread.sleep(100);
      } catch (InterruptedException e) {
        throw new IllegalStateException(e);
      }
    }
  }

  public boolean isAlive() {
    return process.isAlive();
  }

  /** SIGKILL: the process has no chance to say anything. */
  public void kill() {
    process.destroyForcibly();
    try {
      process.waitFor();
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  /** SIGSTOP: it does nothing until it is woken up, and knows nothing of it. */
  public void pause() {
    signal("STOP");
  }

  public void wake() {
    signal("CONT");
  }

  private void signal(String name) {
    try {
      new ProcessBuilder("kill", "-" + name, Long.toString(process.pid())).start().waitFor();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  @Override
  public void close() {
    kill();
  }
}
