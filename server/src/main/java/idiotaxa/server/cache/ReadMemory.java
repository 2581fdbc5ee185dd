package idiotaxa.server.cache;

import idiotaxa.server.web.BusyException;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * The memory that reads may take together while they are computed: a part of the heap, so that however many pictures are
 * asked for at once, claims and jobs find theirs. Who comes when it is taken waits in line, for a while.
 */
@Component
public class ReadMemory {
  private static final double SHARE_OF_HEAP = 0.25;
  private static final long MEGABYTE = 1L << 20;
  private static final long PATIENCE_MS = 10_000;
  private static final int RETRY_S = 5;

  private final int allMegabytes;
  private final Semaphore free;
  private final long patienceMs;

  ReadMemory() {
    this((long) (SHARE_OF_HEAP * Runtime.getRuntime().maxMemory()), PATIENCE_MS);
  }

  /**
   * @param bytes all that there is
   */
  ReadMemory(long bytes, long patienceMs) {
    allMegabytes = (int) Math.max(1, Math.min(Integer.MAX_VALUE, bytes / MEGABYTE));
    free = new Semaphore(allMegabytes, true);
    this.patienceMs = patienceMs;
  }

  /**
   * Does something that needs so much memory, once it is there. What needs more than there is has it to itself.
   *
   * @throws BusyException when it was not there for ten seconds
   */
  public <T> T with(long bytes, Supplier<T> work) {
    int megabytes = (int) Math.max(1, Math.min(allMegabytes, (bytes + MEGABYTE - 1) / MEGABYTE));
    try {
      if (!free.tryAcquire(megabytes, patienceMs, TimeUnit.MILLISECONDS)) {
        throw busy();
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw busy();
    }
    try {
      return work.get();
    } finally {
      free.release(megabytes);
    }
  }

  private static BusyException busy() {
    return new BusyException("Too much is being computed at the moment; try again in " + RETRY_S + " s.", RETRY_S);
  }
}
