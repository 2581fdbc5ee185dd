package idiotaxa.core.handoff;

import idiotaxa.core.file.FileNames;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * A folder that a run writes into. Everything is written beside first, inside of it under a hidden name; only when all of it
 * is there do the files take their places, the one that lists them last, and what an earlier run of ours left and this one does not write goes.
 * So a run that fails leaves the folder as it was, and nobody finds new maps beside an old list. What somebody else put or
 * changed there is never lost.
 */
public final class OutputFolder implements PackageSink, AutoCloseable {
  private static final String BESIDE = ".idiotaxa-";

  /** What was in the way and is none of ours gets this ending. */
  private static final String BEFORE = ".before";

  /** A file that was written. */
  public record Written(String path, long bytes, String sha256) {}

  private final Path folder;
  private final Path beside;
  private final String record;

  /** Folders that are there because of this run only, the innermost first. */
  private final List<Path> made;

  private final Map<String, Written> written = new LinkedHashMap<>();
  private Collection<Path> read = List.of();
  private boolean isFinished;

  private OutputFolder(Path folder, Path beside, String record, List<Path> made) {
    this.folder = folder;
    this.beside = beside;
    this.record = record;
    this.made = made;
  }

  /**
   * Makes the folder where there is none, and proves that it can be written.
   *
   * @param record name of the JSON file that lists what is written, with checksums, and is put last
   * @throws IllegalArgumentException when the path is a file
   * @throws CannotWriteException when the folder does not take files
   */
  public static OutputFolder at(Path path, String record) throws CannotWriteException {
    Path folder = path.toAbsolutePath().normalize();
    List<Path> made = new ArrayList<>();
    try {
      for (Path up = folder; up != null && !Files.isDirectory(up); up = up.getParent()) {
        if (Files.exists(up)) {
          throw new IllegalArgumentException(up + " is a file and no folder; choose a folder to write to");
        }
        made.add(up);
      }
      Files.createDirectories(folder);
      return new OutputFolder(folder, Files.createTempDirectory(folder, BESIDE), record, made);
    } catch (IOException e) {
      throw new CannotWriteException(folder, e);
    }
  }

  /**
   * Refuses to write what has been read, however the two paths are spelled.
   *
   * @param read files that the run opened
   * @param paths that it may write, relative, with {@code /} between folders
   * @throws IllegalArgumentException naming both
   */
  public void refuseToOverwrite(Collection<Path> read, Collection<String> paths) throws IOException {
    this.read = List.copyOf(read);
    for (String path : paths) {
      Path file = folder.resolve(path);
      for (Path source : read) {
        if (isOne(file, source)) {
          throw new IllegalArgumentException(
              "%s would be written over %s, which this is made from; choose another --out, or another name in the template"
                  .formatted(file, source));
        }
      }
    }
  }

  /** One file, or one on systems that tell no case. */
  private static boolean isOne(Path file, Path source) throws IOException {
    if (Files.exists(file) && Files.exists(source)) {
      if (Files.isSameFile(file, source)) {
        return true;
      }
    }
    Path place = file.getParent();
    return Files.exists(place)
        && Files.isSameFile(place, source.getParent())
        && FileNames.withoutCase(file.getFileName().toString())
            .equals(FileNames.withoutCase(source.getFileName().toString()));
  }

  @Override
  public void put(String path, Content content) throws IOException {
    Path file = beside.resolve(path);
    try {
      Files.createDirectories(file.getParent());
      MessageDigest digest = sha256();
      try (OutputStream out =
          new BufferedOutputStream(new DigestOutputStream(Files.newOutputStream(file), digest), 1 << 16)) {
        content.writeTo(out);
      }
      written.put(path, new Written(path, Files.size(file), HexFormat.of().formatHex(digest.digest())));
    } catch (IOException e) {
      throw new CannotWriteException(folder.resolve(path), e);
    }
  }

  private static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }

  /** What has been put so far, for the file that lists it. */
  public List<Written> written() {
    return List.copyOf(written.values());
  }

  /**
   * Puts everything into its place.
   *
   * @return what somebody should know, a sentence each: files of others that were in the way or were left
   */
  public List<String> finish() throws CannotWriteException {
    try {
      List<String> notes = new ArrayList<>();
      EarlierFiles earlier = EarlierFiles.in(folder, record);
      List<String> order = new ArrayList<>(written.keySet());
      order.sort(Comparator.comparing(record::equals));
      for (String path : order) {
        makeRoom(path, earlier, notes);
      }
      removeStale(earlier, notes);
      for (String path : order) {
        Path file = folder.resolve(path);
        Files.createDirectories(file.getParent());
        Files.move(beside.resolve(path), file, StandardCopyOption.REPLACE_EXISTING);
      }
      isFinished = true;
      return notes;
    } catch (IOException e) {
      throw new CannotWriteException(folder, e);
    }
  }

  private void makeRoom(String path, EarlierFiles earlier, List<String> notes) throws IOException {
    Path file = folder.resolve(path);
    if (!Files.exists(file)) {
      return;
    }
    if (earlier.isAsWeLeftIt(path)) {
      if (path.equals(record)) {
        // From here on nobody is told of files that are being replaced.
        Files.delete(file);
      }
    } else if (Files.isDirectory(file) || Files.mismatch(file, beside.resolve(path)) >= 0) {
      Path kept = free(file);
      Files.move(file, kept);
      notes.add("%s was there and is not as an earlier run left it: it is kept as %s".formatted(path, kept.getFileName()));
    }
  }

  private static Path free(Path file) {
    Path kept = file.resolveSibling(file.getFileName() + BEFORE);
    for (int i = 2; Files.exists(kept); i++) {
      kept = file.resolveSibling(file.getFileName() + BEFORE + i);
    }
    return kept;
  }

  private void removeStale(EarlierFiles earlier, List<String> notes) throws IOException {
    Set<Path> emptied = new TreeSet<>(Comparator.reverseOrder());
    for (String path : earlier.paths()) {
      Path file = folder.resolve(path).normalize();
      boolean isGone = !file.startsWith(folder) || !Files.isRegularFile(file);
      if (written.containsKey(path) || isGone || isRead(file)) {
        continue;
      }
      if (earlier.isAsWeLeftIt(path)) {
        Files.delete(file);
        emptied.add(file.getParent());
      } else {
        notes.add("%s is of an earlier run and was changed since: it is left as it is".formatted(path));
      }
    }
    emptied.remove(folder);
    for (Path each : emptied) {
      deleteIfEmpty(each);
    }
  }

  private boolean isRead(Path file) throws IOException {
    for (Path source : read) {
      if (isOne(file, source)) {
        return true;
      }
    }
    return false;
  }

  private static void deleteIfEmpty(Path each) throws IOException {
    try {
      Files.delete(each);
    } catch (DirectoryNotEmptyException e) {
      // Somebody else's files are in it.
    }
  }

  /** Leaves nothing behind of a run that did not come to its end. */
  @Override
  public void close() throws IOException {
    try (Stream<Path> all = Files.walk(beside)) {
      for (Path each : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.deleteIfExists(each);
      }
    } catch (NoSuchFileException e) {
      // Somebody cleared the folder meanwhile.
    }
    if (!isFinished) {
      for (Path each : made) {
        if (Files.isDirectory(each)) {
          deleteIfEmpty(each);
        }
      }
    }
  }
}
