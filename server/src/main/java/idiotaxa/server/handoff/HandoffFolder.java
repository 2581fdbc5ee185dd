package idiotaxa.server.handoff;

import idiotaxa.server.IdiotaxaProperties;
import idiotaxa.server.web.ConflictException;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.springframework.stereotype.Service;

/**
 * The folder that other tools watch. A package appears in it as a folder of its own, whole or not at all: it
 * is unpacked beside under a name that begins with a dot, then renamed.
 */
@Service
public class HandoffFolder {
  /** Begins the names of what is not there yet; what is left of it is swept. */
  public static final String UNDER_WAY = ".coming-";

  private static final Duration ABANDONED = Duration.ofHours(1);

  private final Optional<Path> folder;
  private final HandoffService handoffs;
  private final HandoffStore store;

  HandoffFolder(IdiotaxaProperties properties, HandoffService handoffs, HandoffStore store) {
    folder = properties.watchedFolder();
    this.handoffs = handoffs;
    this.store = store;
  }

  /** Where it is, empty when there is none. */
  Optional<Path> path() {
    return folder;
  }

  /**
   * Puts a package in. One that lies there already stays as it is.
   *
   * @return the name of its folder
   * @throws ConflictException when there is no folder, it cannot be written to, or the package is not made
   */
  synchronized String deliver(long handoffId) {
    Path into =
        folder.orElseThrow(
            () ->
                new ConflictException(
                    "There is no hand-off folder; name one by IDIOTAXA_HANDOFF_FOLDER and start again."));
    HandoffService.FinishedPackage finished = handoffs.finished(handoffId);
    String name = finished.fileName().replaceFirst("\\.zip$", "") + "-" + handoffId;
    try {
      Files.createDirectories(into);
      sweep(into);
      if (!Files.exists(into.resolve(name))) {
        unpack(finished.file(), into, name);
      }
    } catch (FileSystemException e) {
      throw new ConflictException(
          "The hand-off folder %s cannot be written to (%s); mend that, then put it in again."
              .formatted(into, e.getReason() == null ? e.getMessage() : e.getReason()));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    store.setDelivered(handoffId, name);
    return name;
  }

  private static void unpack(Path zip, Path into, String name) throws IOException {
    // With the rights that new folders have there: whoever the package is for has another account.
    Path coming = Files.createDirectory(into.resolve(UNDER_WAY + UUID.randomUUID()));
    try {
      try (ZipInputStream in = new ZipInputStream(Files.newInputStream(zip))) {
        for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
          put(in, coming.resolve(entry.getName()));
        }
      }
      appear(coming, into.resolve(name));
    } finally {
      delete(coming);
    }
  }

  private static void appear(Path coming, Path place) throws IOException {
    try {
      Files.move(coming, place, StandardCopyOption.ATOMIC_MOVE);
    } catch (FileSystemException e) {
      // Another process was first with the same package.
      if (!Files.isDirectory(place)) {
        throw e;
      }
    }
  }

  private static void put(InputStream in, Path file) throws IOException {
    Files.createDirectories(file.getParent());
    Files.copy(in, file);
  }

  /** What a process that died left behind; what another one is unpacking now is younger. */
  public static void sweep(Path into) throws IOException {
    List<Path> left;
    try (Stream<Path> all = Files.list(into)) {
      left = all.filter(p -> p.getFileName().toString().startsWith(UNDER_WAY)).toList();
    }
    Instant old = Instant.now().minus(ABANDONED);
    for (Path path : left) {
      try {
        if (Files.getLastModifiedTime(path).toInstant().isBefore(old)) {
          delete(path);
        }
      } catch (NoSuchFileException e) {
        // Another process has just put it into its place, or swept it too.
      }
    }
  }

  private static void delete(Path folder) throws IOException {
    if (!Files.exists(folder)) {
      return;
    }
    try (Stream<Path> paths = Files.walk(folder)) {
      for (Path path : paths.sorted(Comparator.reverseOrder()).toList()) {
        Files.deleteIfExists(path);
      }
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }
}
