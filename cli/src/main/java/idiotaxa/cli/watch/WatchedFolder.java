package idiotaxa.cli.watch;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * The files of a folder, looked at now and then: a file counts as written when its size and time have stayed
 * the same for a while. Looking rather than being told works on shares and after sleep alike.
 */
final class WatchedFolder {
  /** So many times the settling time, and at least so long, no clock of a share is off. */
  private static final int LONG_PAST = 10;

  private static final long LONG_PAST_MILLIS = 600_000;

  private final Path folder;
  private final long settleNanos;
  private final Map<String, Seen> seen = new HashMap<>();

  /**
   * One state of a file.
   *
   * @param size bytes
   * @param modified milliseconds since 1970
   */
  record Stamp(long size, long modified) {}

  private record Seen(Stamp stamp, long sinceNanos) {}

  /**
   * @param settled files that have stayed the same long enough, by name
   * @param unsettled names of those that have not, or are empty
   * @param empty names of those that have stayed empty
   */
  record Look(Map<String, Stamp> settled, Set<String> unsettled, Set<String> empty) {
    /** Whether waiting may tell more. */
    boolean isBeingWritten() {
      return unsettled.size() > empty.size();
    }
  }

  /**
   * @param settleMillis how long a file must stay the same
   */
  WatchedFolder(Path folder, long settleMillis) {
    this.folder = folder;
    settleNanos = settleMillis * 1_000_000;
  }

  /** Files of the folder itself, but for hidden ones and those that are called as being written. */
  Look look() throws IOException {
    long now = System.nanoTime();
    Map<String, Stamp> settled = new TreeMap<>();
    Set<String> unsettled = new TreeSet<>();
    Set<String> empty = new TreeSet<>();
    Set<String> present = new TreeSet<>();
    try (Stream<Path> files = Files.list(folder)) {
      for (Path file : (Iterable<Path>) files::iterator) {
        String name = file.getFileName().toString();
        Stamp stamp = isUnfinished(name) ? null : stamp(file);
        if (stamp == null) {
          continue;
        }
        present.add(name);
        Seen before = seen.get(name);
        if (before == null || !before.stamp().equals(stamp)) {
          before = new Seen(stamp, now);
          seen.put(name, before);
        }
        boolean isStill = now - before.sinceNanos() >= settleNanos || isLongPast(stamp);
        if (isStill && stamp.size() > 0) {
          settled.put(name, stamp);
        } else {
          unsettled.add(name);
          if (isStill) {
            empty.add(name);
          }
        }
      }
    }
    seen.keySet().retainAll(present);
    return new Look(settled, unsettled, empty);
  }

  /** What was written long ago, by whichever clock, is not being written now. */
  private boolean isLongPast(Stamp stamp) {
    long age = System.currentTimeMillis() - stamp.modified();
    return age > LONG_PAST_MILLIS && age > LONG_PAST * settleNanos / 1_000_000;
  }

  private static boolean isUnfinished(String name) {
    return name.startsWith(".") || name.endsWith(".part") || name.endsWith(".tmp") || name.endsWith("~");
  }

  /** Null for what is no file, or is gone by now. */
  static Stamp stamp(Path file) throws IOException {
    try {
      BasicFileAttributes attributes = Files.readAttributes(file, BasicFileAttributes.class);
      return attributes.isRegularFile()
          ? new Stamp(attributes.size(), attributes.lastModifiedTime().toMillis())
          : null;
    } catch (NoSuchFileException e) {
      return null;
    }
  }
}
