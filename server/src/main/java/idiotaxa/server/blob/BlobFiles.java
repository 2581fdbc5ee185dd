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
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Local copies of blobs, by content hash, up to a size; the longest unused go first. */
@Component
public class BlobFiles {
  private static final Logger LOG = LoggerFactory.getLogger(BlobFiles.class);
  private static final int BUFFER_BYTES = 1 << 16;

  private final BlobStore blobs;
  private final WorkFolder work;
  private final Path folder;
  private final long limitBytes;
  private final Clock clock;

  /** Copies that this process has compared with what was stored, or made itself. */
  private final Set<String> verified = ConcurrentHashMap.newKeySet();

  BlobFiles(
      BlobStore blobs, WorkFolder work, IdiotaxaProperties properties, Clock clock)
      throws IOException {
    this.blobs = blobs;
    this.work = work;
    this.clock = clock;
    folder = PrivateFolder.create(properties.cacheFolder());
    limitBytes = properties.cacheLimit().toBytes();
  }

  /** Writes what a file holds. */
  public interface Maker {
    void write(OutputStream out) throws IOException;
  }

  /** A local file with the blob's bytes; may be deleted once it was long unused. */
  public Path file(long blobId) {
    String sha256 = blobs.get(blobId).sha256();
    if (verified.add(sha256)) {
      deleteIfOther(sha256);
    }
    return file(sha256, out -> blobs.copyTo(blobId, out));
  }

  /** What an earlier process left, or somebody else, need not be what was stored. */
  private void deleteIfOther(String sha256) {
    Path file = folder.resolve(sha256);
    try {
      if (Files.exists(file) && !BlobStore.sha256(file).equals(sha256)) {
        LOG.warn("The local copy {} is not what was stored; it is fetched anew", file);
        Files.delete(file);
      }
    } catch (IOException e) {
      throw new UncheckedIOException("the local copies in " + folder + " cannot be read", e);
    }
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

  /** What all copies take, bytes. */
  public long bytes() {
    try (Stream<Path> listing = Files.list(folder)) {
      return listing.filter(Files::isRegularFile).mapToLong(file -> file.toFile().length()).sum();
    } catch (IOException e) {
      throw new UncheckedIOException("the local copies in " + folder + " cannot be read", e);
    }
  }

  /** Most that the copies may take, bytes. */
  public long limitBytes() {
    return limitBytes;
  }

  /** What is left on their disk, bytes. */
  public long freeBytes() {
    return folder.toFile().getUsableSpace();
  }

  /** A place for files under way, on the same disk. */
  public Path temporary(String suffix) throws IOException {
    return work.newFile(suffix);
  }
}
