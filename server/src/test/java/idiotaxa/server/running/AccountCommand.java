package idiotaxa.server.running;

import idiotaxa.server.IdiotaxaApplication;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** The command that makes an account, as {@code ./idiotaxa account} runs it, in a process of its own. */
public final class AccountCommand {
  private AccountCommand() {}

  /** What it printed. */
  public static String run(RunningApplication application, String name, String role, String password) {
    try {
      Path log = Files.createTempFile("idiotaxa-account", ".log");
      Path cache = Files.createTempDirectory("idiotaxa-account-cache");
      Process process =
          new ProcessBuilder(
                  List.of(
                      System.getProperty("java.home") + "/bin/java",
                      "-XX:TieredStopAtLevel=1",
                      "-cp",
                      System.getProperty("surefire.test.class.path", System.getProperty("java.class.path")),
                      IdiotaxaApplication.class.getName(),
                      "--spring.profiles.active=account",
                      "--spring.datasource.url=" + application.database(),
                      "--idiotaxa.cache-folder=" + cache,
                      "--account=" + name,
                      "--role=" + role))
              .redirectErrorStream(true)
              .redirectOutput(log.toFile())
              .start();
      try (OutputStream in = process.getOutputStream()) {
        in.write((password + "\n").getBytes(StandardCharsets.UTF_8));
      }
      process.waitFor();
      return Files.readString(log);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }
}
