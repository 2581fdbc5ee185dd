package idiotaxa.core.file;

import java.nio.file.Path;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * The files that a run has opened, in the order in which it did: what its results depend on, and what they must never
 * overwrite. May be added to by several threads.
 */
public final class ReadFiles {
  private final Set<Path> paths = Collections.synchronizedSet(new LinkedHashSet<>());

  public void add(Path file) {
    paths.add(file.toAbsolutePath().normalize());
  }

  /** Absolute, each once. */
  public List<Path> all() {
    synchronized (paths) {
      return List.copyOf(paths);
    }
  }
}
