package idiotaxa.server;

import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.springframework.util.unit.DataSize;

/** Settings for what is tested without the whole application. */
public final class TestSettings {
  private TestSettings() {}

  /**
   * @param cache folder for local copies, null where none is needed; as the others
   */
  public static IdiotaxaProperties with(Path cache, URI receiver, Path handoffFolder) {
    return with(cache, null, receiver, handoffFolder);
  }

  /** As {@link #with}, with a limit of local copies. */
  public static IdiotaxaProperties withCacheOf(Path cache, long limitBytes) {
    return with(cache, DataSize.ofBytes(limitBytes), null, null);
  }

  private static IdiotaxaProperties with(Path cache, DataSize limit, URI receiver, Path handoffFolder) {
    return new IdiotaxaProperties(
        cache,
        limit,
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
