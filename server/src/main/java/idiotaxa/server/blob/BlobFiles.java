package idiotaxa.server.blob;

import idiotaxa.server.IdiotaxaProperties;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.time.Clock;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Local copies of blobs, by content hash, up to a size; the longest unused go first. */
@Component
public class BlobFiles {
  private static final int BUFFER_BYTES = 1 << 16;

  private final BlobStore blobs;
  private final WorkFolder work;
  private final Path folder;
  private final long limitBytes;
  private final Clock clock;

  BlobFiles(
      BlobStore blobs, WorkFolder work, IdiotaxaProperties properties, Clock clock)
      throws IOException {
    this.blobs = blobs;
    this.work = work;
    this.clock = clock;
    folder = Files.createDirectories(properties.cacheFolder());
    limitBytes = properties.cacheLimit().toBytes();
  }

  /** Writes what a file holds. */
  public interface Maker {
    void write(OutputStream out) throws IOException;
  }

  /** A local file with the blob's bytes; may be deleted once it was long unused. */
  public Path file(long blobId) {
    return file(blobs.get(blobId).sha256(), out -> blobs.copyTo(blobId, out));
  }

  /**
   * A local file of something that is made of blobs and always comes out the same; made at the first call.
   *
   * @param name that says all of what it is made of
   */
  public Path file(String name, Maker maker) {
    Path file = folder.resolve(name);
    try {
      if (!Files.exists(file)) {
        fill(file, maker);
        trim();
      }
      Files.setLastModifiedTime(file, FileTime.from(clock.instant()));
      return file;
    } catch (IOException e) {
      throw new UncheckedIOException("the local copies in " + folder + " cannot be written", e);
    }
  }

  private void fill(Path file, Maker maker) throws IOException {
    Path partial = work.newFile(".part");
    try {
      try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(partial), BUFFER_BYTES)) {
        maker.write(out);
      }
      Files.move(partial, file, StandardCopyOption.ATOMIC_MOVE);
    } finally {
      Files.deleteIfExists(partial);
    }
  }

  private void trim() throws IOException {
    List<Path> files;
    try (Stream<Path> listing = Files.list(folder)) {
      files = listing.filter(Files::isRegularFile).sorted(Comparator.comparing(BlobFiles::lastUsed).reversed()).toList();
    }
    long sum = 0;
    for (Path file : files) {
      sum += Files.size(file);
      if (sum > limitBytes) {
        Files.deleteIfExists(file);
      }
    }
  }

  private static FileTime lastUsed(Path file) {
    try {
      return Files.getLastModifiedTime(file);
    } catch (IOException e) {
      return FileTime.fromMillis(0);
    }
  }

  /** A place for files under way, on the same disk. */
  public Path temporary(String suffix) throws IOException {
    return work.newFile(suffix);
  }
}
