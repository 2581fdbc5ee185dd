package idiotaxa.server.blob;

import idiotaxa.server.IdiotaxaProperties;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * A folder of this process's own for files under way, uploads among them, beside the local copies of blobs.
 * What a process that died left behind goes when the next one starts.
 */
@Component
public class WorkFolder {
  private static final Logger LOG = LoggerFactory.getLogger(WorkFolder.class);
  private static final String PREFIX = "work-of-";

  private final Path folder;

  WorkFolder(IdiotaxaProperties properties) throws IOException {
    Path cache = PrivateFolder.create(properties.cacheFolder());
    dropThoseOfTheDead(cache);
    folder =
        Files.createTempDirectory(cache, PREFIX + ProcessHandle.current().pid() + "-");
  }

  private static void dropThoseOfTheDead(Path cache) throws IOException {
    List<Path> left;
    try (Stream<Path> listing = Files.list(cache)) {
      left = listing.filter(p -> p.getFileName().toString().startsWith(PREFIX)).toList();
    }
    for (Path path : left) {
      String pid = path.getFileName().toString().substring(PREFIX.length()).replaceAll("-.*", "");
      if (!pid.matches("\\d{1,18}") || ProcessHandle.of(Long.parseLong(pid)).isEmpty()) {
        LOG.info("What a process that died left in {} is deleted", path);
        delete(path);
      }
    }
  }

  /** Where files under way are put. */
  public Path path() {
    return folder;
  }

  /** A new folder in it. */
  public Path newFolder() throws IOException {
    return Files.createTempDirectory(folder, "files");
  }

  /** A new file in it. */
  public Path newFile(String suffix) throws IOException {
    return Files.createTempFile(folder, "file", suffix);
  }

  @PreDestroy
  void close() {
    delete(folder);
  }

  /** Deletes a file or a folder with all that is in it. */
  public static void delete(Path path) {
    try (Stream<Path> inside = Files.walk(path)) {
      for (Path each : inside.sorted(Comparator.reverseOrder()).toList()) {
        Files.deleteIfExists(each);
      }
    } catch (IOException | UncheckedIOException e) {
      LOG.warn("{} could not be deleted", path, e);
    }
  }
}
