package idiotaxa.server.blob;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.IdiotaxaProperties;
import idiotaxa.server.running.RunningApplication;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.jooq.DSLContext;
import org.jooq.TableField;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class BlobUseTest {
  @TempDir Path folder;

  private final RunningApplication application = RunningApplication.empty();
  private final BlobStore blobs = application.bean(BlobStore.class);
  private final BlobUseStore uses = application.bean(BlobUseStore.class);

  private Path file(String text) throws IOException {
    return Files.writeString(folder.resolve("f" + text.hashCode()), text);
  }

  private static LocalDateTime later() {
    return LocalDateTime.now(ZoneOffset.UTC).plusDays(2);
  }

  /** A column that somebody adds and that is not in the list would let its blobs be deleted. */
  @Test
  void everyKeyOfTheSchemaThatPointsToABlobIsKnown() {
    Set<String> known = new HashSet<>();
    BlobUseStore.POINTERS.keySet().forEach(f -> known.add(((TableField<?, ?>) f).getTable().getName() + "." + f.getName()));
    known.add("stored_blob_chunk.blob_id");
    List<String> keys =
        application
            .bean(DSLContext.class)
            .fetch(
                "SELECT CONCAT(table_name, '.', column_name) FROM information_schema.key_column_usage"
                    + " WHERE table_schema = DATABASE() AND referenced_table_name = 'stored_blob'")
            .map(r -> r.get(0, String.class));
    assertThat(keys).containsExactlyInAnyOrderElementsOf(known);
  }

  @Test
  void onlyWhatNobodyWasGivenLatelyIsDeleted() throws IOException {
    long id = blobs.put(file("nobody points to this")).id();
    LocalDateTime now = LocalDateTime.now(ZoneOffset.UTC);
    assertThat(uses.unused(now.minusHours(1), 1000)).doesNotContain(id);
    assertThat(uses.unused(later(), 100_000)).contains(id);
    assertThat(uses.delete(id, now.minusHours(1))).isFalse();
    assertThat(uses.delete(id, later())).isTrue();
    assertThat(blobs.touch(id)).isFalse();
  }

  /** Whoever stores the same bytes while they are deleted finds them whole or stores them anew. */
  @Test
  void storingAndDeletingAtTheSameTimeLosesNothing() throws Exception {
    ExecutorService two = Executors.newFixedThreadPool(2);
    try {
      for (int round = 0; round < 30; round++) {
        Path file = file("round " + round);
        long first = blobs.put(file).id();
        CountDownLatch together = new CountDownLatch(2);
        // As the clean-up of a moment before: what is touched meanwhile stays.
        LocalDateTime before = LocalDateTime.now(ZoneOffset.UTC).plusNanos(1000);
        Future<Boolean> deleting =
            two.submit(
                () -> {
                  together.countDown();
                  together.await();
                  return uses.delete(first, before);
                });
        Future<Long> storing =
            two.submit(
                () -> {
                  together.countDown();
                  together.await();
                  return blobs.put(file).id();
                });
        long given = storing.get();
        deleting.get();
        assertThat(blobs.get(given).byteCount()).isEqualTo(Files.size(file));
        Path copy = folder.resolve("copy");
        try (var out = Files.newOutputStream(copy)) {
          blobs.copyTo(given, out);
        }
        assertThat(copy).hasSameTextualContentAs(file);
      }
    } finally {
      two.shutdownNow();
    }
  }

  @Test
  void aLocalCopyThatSomebodyChangedIsFetchedAnew() throws IOException {
    long id = blobs.put(file("what was stored")).id();
    BlobFiles files = application.bean(BlobFiles.class);
    Path copy = files.file(id);
    Files.writeString(copy, "something else");
    // Another process trusts nothing that it has not looked at.
    BlobFiles another =
        new BlobFiles(
            blobs, application.bean(WorkFolder.class), application.bean(IdiotaxaProperties.class), Clock.systemUTC());
    Path again = another.file(id);
    assertThat(again).isEqualTo(copy).hasContent("what was stored");
  }
}
