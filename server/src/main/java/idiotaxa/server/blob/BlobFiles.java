package idiotaxa.server.blob;

import idiotaxa.server.IdiotaxaProperties;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.time.Clock;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
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
      if (!touch(file)) {
        fill(file, maker);
        touch(file);
        trim(file);
      }
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

  /** Says that a copy is used now; false when there is none, or another process has just deleted it. */
  private boolean touch(Path file) throws IOException {
    try {
      Files.setLastModifiedTime(file, FileTime.from(clock.instant()));
      return true;
    } catch (NoSuchFileException e) {
      return false;
    }
  }

  /**
   * @param asked stays, even where it is larger than the limit by itself
   */
  private void trim(Path asked) throws IOException {
    List<Copy> copies;
    try (Stream<Path> listing = Files.list(folder)) {
      copies = listing.map(BlobFiles::copy).flatMap(Optional::stream).sorted(Copy.LAST_USED_FIRST).toList();
    }
    long sum = 0;
    for (Copy copy : copies) {
      sum += copy.bytes();
      if (sum > limitBytes && !copy.file().equals(asked)) {
        Files.deleteIfExists(copy.file());
      }
    }
  }

  /** A copy as it was when it was looked at: others use and delete copies while they are sorted. */
  private record Copy(Path file, FileTime lastUsed, long bytes) {
    static final Comparator<Copy> LAST_USED_FIRST = Comparator.comparing(Copy::lastUsed).reversed();
  }

  /** Empty for what is no file, or no longer there. */
  private static Optional<Copy> copy(Path file) {
    try {
      BasicFileAttributes seen = Files.readAttributes(file, BasicFileAttributes.class);
      return seen.isRegularFile() ? Optional.of(new Copy(file, seen.lastModifiedTime(), seen.size())) : Optional.empty();
    } catch (IOException e) {
      return Optional.empty();
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
