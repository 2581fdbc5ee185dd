package idiotaxa.cli;

import idiotaxa.core.work.Progress;
import java.util.LinkedHashMap;
import java.util.Map;

/** Passes progress on and takes the time of each stage; a stage lasts until another is reported. */
final class BakeTimes implements Progress {
  private static final String WRITING = "writing";

  private final Progress next;
  private final Map<String, Long> nanos = new LinkedHashMap<>();
  private String stage;
  private long since;

  BakeTimes(Progress next) {
    this.next = next;
  }

  @Override
  public void at(String doing, double share) {
    enter(doing.startsWith(WRITING) ? WRITING : doing);
    next.at(doing, share);
  }

  private synchronized void enter(String entered) {
    if (!entered.equals(stage)) {
      end();
      stage = entered;
      since = System.nanoTime();
    }
  }

  /** Ends the last stage. */
  synchronized void end() {
    if (stage != null) {
      nanos.merge(stage, System.nanoTime() - since, Long::sum);
      stage = null;
    }
  }

  @Override
  public boolean isCancelled() {
    return next.isCancelled();
  }

  /** By stage, in the order in which they began. */
  synchronized Map<String, Long> millis() {
    Map<String, Long> millis = new LinkedHashMap<>();
    nanos.forEach((name, n) -> millis.put(name, n / 1_000_000));
    return millis;
  }

  synchronized double seconds() {
    return nanos.values().stream().mapToLong(Long::longValue).sum() / 1e9;
  }
}
