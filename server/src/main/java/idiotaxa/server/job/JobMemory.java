package idiotaxa.server.job;

import idiotaxa.core.work.CancelledException;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;

/**
 * The heap that jobs of this process share. What does not fit beside what runs waits; what does not fit
 * at all is refused before it begins.
 */
@Component
class JobMemory {
  /** Of the heap, what jobs may use; the rest is for caches and requests. */
  private static final double USABLE = 0.75;
  private static final int MEGABYTE = 1 << 20;

  private final int allMegabytes;
  private final Semaphore free;

  JobMemory() {
    this(Runtime.getRuntime().maxMemory());
  }

  /**
   * @param heapBytes of the process
   */
  JobMemory(long heapBytes) {
    allMegabytes = (int) (heapBytes * USABLE / MEGABYTE);
    free = new Semaphore(allMegabytes, true);
  }

  /** What a job has of it, until it is closed. */
  interface Share extends AutoCloseable {
    @Override
    void close();
  }

  /**
   * @throws IllegalArgumentException when that much is never free
   * @throws CancelledException when the job is cancelled while it waits
   */
  Share take(long bytes, JobRun run) {
    int megabytes = (int) Math.min(Integer.MAX_VALUE, bytes / MEGABYTE + 1);
    if (megabytes > allMegabytes) {
      throw new IllegalArgumentException(
          "This needs about %s of memory, and jobs have %s here; choose a smaller size or model, or give the"
                  .formatted(
                      JobRunner.gigabytes(bytes), JobRunner.gigabytes((long) allMegabytes * MEGABYTE))
              + " application more.");
    }
    try {
      while (!free.tryAcquire(megabytes, 250, TimeUnit.MILLISECONDS)) {
        run.at("waiting for memory", 0);
        if (run.isCancelled()) {
          throw new CancelledException();
        }
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancelledException();
    }
    return () -> free.release(megabytes);
  }
}
