package idiotaxa.cli;

import java.util.LinkedHashMap;
import java.util.Map;

/** Milliseconds of each stage, in order. */
final class BakeTimes {
  private final Map<String, Long> millis = new LinkedHashMap<>();
  private long last = System.nanoTime();

  /** Ends the stage that began at the last mark. */
  void mark(String stage) {
    long now = System.nanoTime();
    millis.put(stage, (now - last) / 1_000_000);
    last = now;
  }

  Map<String, Long> millis() {
    return millis;
  }

  double seconds() {
    return millis.values().stream().mapToLong(Long::longValue).sum() / 1000.0;
  }
}
