package idiotaxa.server.blob;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.running.RunningApplication;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
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
  void emptyFileIsABlobToo() throws IOException {
    BlobStore.BlobInfo info = blobs.put(Files.write(folder.resolve("d"), new byte[0]));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    blobs.copyTo(info.id(), out);
    assertThat(out.size()).isZero();
  }
}
