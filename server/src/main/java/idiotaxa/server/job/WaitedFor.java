package idiotaxa.server.job;

import java.util.function.BooleanSupplier;
import org.springframework.stereotype.Component;

/** Jobs of this process that somebody waits for; the others stand still meanwhile. */
@Component
class WaitedFor {
  /** Between two looks whether who stands still is to end. */
  private static final long LOOK_MS = 200;

  private int running;

  /** To be closed when it has ended. */
  synchronized Running begin() {
    running++;
    return this::end;
  }

  private synchronized void end() {
    running--;
    notifyAll();
  }

  /** A job that is waited for. */
  interface Running extends AutoCloseable {
    @Override
    void close();
  }

  /**
   * Returns when no such job runs.
   *
   * @param isOver asked now and then; returns at once when it says so
   */
  synchronized void letPass(BooleanSupplier isOver) {
    while (running > 0 && !isOver.getAsBoolean()) {
      try {
        wait(LOOK_MS);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        return;
      }
    }
  }
}
