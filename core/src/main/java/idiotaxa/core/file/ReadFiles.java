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
  private final Set<Path> missing = Collections.synchronizedSet(new LinkedHashSet<>());

  public void add(Path file) {
    paths.add(file.toAbsolutePath().normalize());
  }

  /** One that was looked for: the results would be others if it came. */
  public void addMissing(Path file) {
    missing.add(file.toAbsolutePath().normalize());
  }

  /** Those that were looked for and are not there; absolute, each once. */
  public List<Path> missing() {
    synchronized (missing) {
      return List.copyOf(missing);
    }
  }

  /** Absolute, each once. */
  public List<Path> all() {
    synchronized (paths) {
      return List.copyOf(paths);
    }
  }
}
