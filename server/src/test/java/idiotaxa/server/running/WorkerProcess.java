package idiotaxa.server.running;

import idiotaxa.server.IdiotaxaApplication;
import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** One more worker, as {@code ./idiotaxa worker} starts it, in a process of its own. */
public final class WorkerProcess implements AutoCloseable {
  private final Process process;

  private WorkerProcess(Process process) {
    this.process = process;
  }

  /** A worker that takes one job at a time. */
  public static WorkerProcess start() {
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
              "--db-scheduler.threads=1");
      return new WorkerProcess(
          new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(log).start());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
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

  @Override
  public void close() {
    kill();
  }
}
