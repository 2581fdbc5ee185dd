package idiotaxa.server.catalogue;

import java.time.Duration;
import java.util.function.BooleanSupplier;

/** How long the demo waits for its own jobs; what is not done then is left to the visitor. */
final class DemoPatience {
  private static final Duration LONGEST = Duration.ofMinutes(2);

  private DemoPatience() {}

  /** Whether it came to that in time. */
  static boolean waitFor(BooleanSupplier isReached) {
    long end = System.nanoTime() + LONGEST.toNanos();
    while (!isReached.getAsBoolean()) {
      if (System.nanoTime() > end) {
        return false;
      }
      try {
        Thread.sleep(100);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        return false;
      }
    }
    return true;
  }
}
