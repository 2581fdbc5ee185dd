package idiotaxa.server.blob;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.running.RunningApplication;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class BlobStoreTest {
  private final BlobStore blobs = RunningApplication.empty().bean(BlobStore.class);

  @TempDir Path folder;

  @Test
  void bytesOfSeveralChunksComeBackAsTheyWere() throws IOException {
    byte[] bytes = new byte[3 * (1 << 20) + 12345];
    new Random(7).nextBytes(bytes);
    BlobStore.BlobInfo info = blobs.put(Files.write(folder.resolve("a"), bytes));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    blobs.copyTo(info.id(), out);
    assertThat(out.toByteArray()).isEqualTo(bytes);
    assertThat(info.byteCount()).isEqualTo(bytes.length);
  }

  @Test
  void sameContentIsKeptOnce() throws IOException {
    byte[] bytes = {4, 2, 4, 2, 9};
    long first = blobs.put(Files.write(folder.resolve("b"), bytes)).id();
    long second = blobs.put(Files.write(folder.resolve("c"), bytes)).id();
    assertThat(second).isEqualTo(first);
  }

  @Test
  void equalContentPutByManyAtOnceIsKeptOnceAndNobodyFails() throws Exception {
    byte[] bytes = new byte[2 << 20];
    new Random(11).nextBytes(bytes);
    int writers = 8;
    CyclicBarrier together = new CyclicBarrier(writers);
    Set<Long> ids = ConcurrentHashMap.newKeySet();
    try (var closing = new WriterThreads(writers)) {
      for (int i = 0; i < writers; i++) {
        Path file = Files.write(folder.resolve("same" + i), bytes);
        closing.run(
            () -> {
              together.await();
              ids.add(blobs.put(file).id());
              return null;
            });
      }
    }
    assertThat(ids).hasSize(1);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    blobs.copyTo(ids.iterator().next(), out);
    assertThat(out.toByteArray()).isEqualTo(bytes);
  }

  /** Threads that have all ended, or failed the test, when it is closed. */
  private static final class WriterThreads implements AutoCloseable {
    private final ExecutorService threads;
    private final List<Future<?>> ends = new ArrayList<>();

    WriterThreads(int count) {
      threads = Executors.newFixedThreadPool(count);
    }

    void run(Callable<?> work) {
      ends.add(threads.submit(work));
    }

    @Override
    public void close() throws Exception {
      for (Future<?> end : ends) {
        end.get();
      }
      threads.shutdown();
    }
  }

  @Test
  void emptyFileIsABlobToo() throws IOException {
    BlobStore.BlobInfo info = blobs.put(Files.write(folder.resolve("d"), new byte[0]));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    blobs.copyTo(info.id(), out);
    assertThat(out.size()).isZero();
  }
}
