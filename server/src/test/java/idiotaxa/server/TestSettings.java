package idiotaxa.server;

import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;

/** Settings for what is tested without the whole application. */
public final class TestSettings {
  private TestSettings() {}

  /**
   * @param cache folder for local copies, null where none is needed; as the others
   */
  public static IdiotaxaProperties with(Path cache, URI receiver, Path handoffFolder) {
    return new IdiotaxaProperties(
        cache,
        null,
        receiver,
        handoffFolder,
        false,
        List.of("127.0.0.1"),
        "test",
        List.of("all"),
        Duration.ofDays(30),
        Duration.ofDays(1));
  }
}
