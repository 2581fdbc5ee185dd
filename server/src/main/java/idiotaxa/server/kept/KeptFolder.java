package idiotaxa.server.kept;

import idiotaxa.core.handoff.HandoffWriter.WrittenFile;
import idiotaxa.server.IdiotaxaProperties;
import idiotaxa.server.handoff.HandoffFolder;
import idiotaxa.server.web.ConflictException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Brings a folder to what a package holds. All new bytes lie beside it before anything is touched; then the manifest goes,
 * each file that is another one is put into its place by a rename, and the manifest comes last. So a reader finds a
 * manifest that describes what lies there, or none.
 */
@Component
class KeptFolder {
  private static final String MANIFEST = "manifest.json";
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final Optional<Path> folder;

  KeptFolder(IdiotaxaProperties properties) {
    folder = properties.watchedFolder();
  }

  boolean isThere() {
    return folder.isPresent();
  }

  /** Whether what was put into a folder has gone from there as a whole. */
  boolean isGone(String name) {
    return !Files.exists(root().resolve(name).resolve(MANIFEST));
  }

  private Path root() {
    return folder.orElseThrow(
        () -> new ConflictException("There is no hand-off folder; name one by IDIOTAXA_HANDOFF_FOLDER and start again."));
  }

  /**
   * A file that was put there or taken away.
   *
   * @param change {@code changed}, {@code new} or {@code gone}
   */
  record Replaced(String path, String change) {}

  /**
   * @param zip the package
   * @param files of the package
   * @param before of the package that was put there before, of which no more is needed goes, unless somebody changed it
   * @param mayGoOn asked once nobody else writes there
   * @return what is another one than it was; nothing at all where somebody else writes or it may not go on
   * @throws ConflictException when the folder cannot be written to
   */
  Optional<List<Replaced>> bring(
      String name, Path zip, List<WrittenFile> files, List<WrittenFile> before, BooleanSupplier mayGoOn) {
    Path root = root();
    try {
      Files.createDirectories(root);
      try (FileChannel guard = FileChannel.open(root.resolve("." + name + ".lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
          FileLock lock = tryLock(guard)) {
        HandoffFolder.sweep(root);
        return lock == null || !mayGoOn.getAsBoolean() ? Optional.empty() : Optional.of(bring(root, name, zip, files, before));
      }
    } catch (FileSystemException e) {
      throw cannotWrite(root, e.getReason() == null ? e.getMessage() : e.getReason());
    } catch (IOException e) {
      throw cannotWrite(root, e.getMessage());
    }
  }

  private static FileLock tryLock(FileChannel guard) throws IOException {
    try {
      return guard.tryLock();
    } catch (OverlappingFileLockException e) {
      return null;
    }
  }

  private static ConflictException cannotWrite(Path root, String why) {
    return new ConflictException("The hand-off folder %s cannot be written to (%s).".formatted(root, why));
  }

  private List<Replaced> bring(Path root, String name, Path zip, List<WrittenFile> files, List<WrittenFile> before) throws IOException {
    Path place = Files.createDirectories(root.resolve(name));
    Set<String> wanted = new TreeSet<>();
    List<Replaced> replaced = new ArrayList<>();
    for (WrittenFile file : files) {
      Path there = place.resolve(file.path());
      boolean isThere = Files.isRegularFile(there);
      if (!isThere || Files.size(there) != file.bytes() || !sha256(there).equals(file.sha256())) {
        wanted.add(file.path());
        replaced.add(new Replaced(file.path(), isThere ? "changed" : "new"));
      }
    }
    List<Path> gone = new ArrayList<>();
    for (WrittenFile file : before) {
      Path there = place.resolve(file.path());
      boolean isWanted = files.stream().anyMatch(f -> f.path().equals(file.path()));
      if (!isWanted && Files.isRegularFile(there) && sha256(there).equals(file.sha256())) {
        gone.add(there);
        replaced.add(new Replaced(file.path(), "gone"));
      }
    }
    if (replaced.isEmpty()) {
      return replaced;
    }
    // It is taken away before anything else, whatever has changed.
    wanted.add(MANIFEST);
    Path coming = Files.createDirectory(root.resolve(HandoffFolder.UNDER_WAY + UUID.randomUUID()));
    try {
      unpack(zip, wanted, coming);
      if (gone.isEmpty() && wanted.equals(Set.of(MANIFEST)) && saysTheSame(place.resolve(MANIFEST), coming.resolve(MANIFEST))) {
        return List.of();
      }
      put(coming, place, wanted, gone);
    } finally {
      delete(coming);
    }
    return replaced;
  }

  private static void unpack(Path zip, Set<String> wanted, Path coming) throws IOException {
    try (ZipInputStream in = new ZipInputStream(Files.newInputStream(zip))) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        if (wanted.contains(entry.getName())) {
          Path file = coming.resolve(entry.getName());
          Files.createDirectories(file.getParent());
          Files.copy(in, file);
        }
      }
    }
  }

  /** Two manifests that differ in when they were made alone. */
  private static boolean saysTheSame(Path one, Path other) throws IOException {
    return Files.exists(one) && withoutTime(one).equals(withoutTime(other));
  }

  private static JsonNode withoutTime(Path manifest) throws IOException {
    JsonNode root = JSON.readTree(Files.readAllBytes(manifest));
    if (root instanceof ObjectNode object) {
      object.remove("created");
    }
    return root;
  }

  private static void put(Path coming, Path place, Set<String> paths, List<Path> gone) throws IOException {
    Files.deleteIfExists(place.resolve(MANIFEST));
    for (String path : paths) {
      if (!path.equals(MANIFEST)) {
        move(coming, place, path);
      }
    }
    for (Path path : gone) {
      Files.deleteIfExists(path);
    }
    move(coming, place, MANIFEST);
  }

  private static void move(Path coming, Path place, String path) throws IOException {
    Files.createDirectories(place.resolve(path).getParent());
    Files.move(coming.resolve(path), place.resolve(path), StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
  }

  private static String sha256(Path file) throws IOException {
    try (InputStream in = new DigestInputStream(Files.newInputStream(file), MessageDigest.getInstance("SHA-256"))) {
      in.transferTo(OutputStream.nullOutputStream());
      return HexFormat.of().formatHex(((DigestInputStream) in).getMessageDigest().digest());
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  private static void delete(Path folder) throws IOException {
    try (Stream<Path> paths = Files.walk(folder)) {
      for (Path path : paths.sorted(Comparator.reverseOrder()).toList()) {
        Files.deleteIfExists(path);
      }
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }
}
