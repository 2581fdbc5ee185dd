package idiotaxa.server.blob;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.IdiotaxaProperties;
import idiotaxa.server.TestSettings;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Local copies while several make, use and delete them. */
class BlobFilesTest {
  @TempDir Path cache;

  private BlobFiles files(int limitBytes, InstantSource time) throws IOException {
    IdiotaxaProperties settings = TestSettings.withCacheOf(cache, limitBytes);
    // Nothing here is fetched from the database.
    return new BlobFiles(null, new WorkFolder(settings), settings, time.withZone(ZoneOffset.UTC));
  }

  private static BlobFiles.Maker text(String text) {
    return out -> out.write(text.getBytes(StandardCharsets.UTF_8));
  }

  private List<String> copies() throws IOException {
    try (Stream<Path> listing = Files.list(cache)) {
      return listing.filter(Files::isRegularFile).map(p -> p.getFileName().toString()).sorted().toList();
    }
  }

  @Test
  void theLongestUnusedGoFirstAndWhatIsAskedForStays() throws IOException {
    Instant[] now = {Instant.parse("2026-03-01T08:00:00Z")};
    BlobFiles files = files(10, () -> now[0]);
    for (String name : List.of("a", "b", "a", "c")) {
      now[0] = now[0].plus(Duration.ofSeconds(10));
      assertThat(files.file(name, text("four"))).hasContent("four");
    }
    assertThat(copies()).containsExactly("a", "c");
    now[0] = now[0].plus(Duration.ofSeconds(10));
    assertThat(files.file("large", text("longer than the limit"))).hasContent("longer than the limit");
    assertThat(copies()).containsExactly("large");
  }

  @Test
  void manyAtOnceAlwaysGetWhatTheyAskFor() throws Exception {
    Random moments = new Random(7);
    InstantSource time =
        () -> {
          synchronized (moments) {
            return Instant.ofEpochSecond(moments.nextInt(1_000_000));
          }
        };
    // Large enough that what one was given is not deleted before it is read.
    BlobFiles files = files(1 << 20, time);
    int people = 4;
    ExecutorService pool = Executors.newFixedThreadPool(people);
    try {
      List<Future<?>> all = new ArrayList<>();
      for (int p = 0; p < people; p++) {
        int seed = p;
        all.add(
            pool.submit(
                () -> {
                  Random random = new Random(seed);
                  for (int i = 0; i < 400; i++) {
                    String name = "copy " + random.nextInt(300);
                    assertThat(files.file(name, text(name))).hasContent(name);
                  }
                  return null;
                }));
      }
      for (Future<?> one : all) {
        one.get();
      }
    } finally {
      pool.shutdownNow();
    }
    assertThat(copies()).hasSizeGreaterThan(100);
  }
}
