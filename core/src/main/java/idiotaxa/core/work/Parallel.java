package idiotaxa.core.work;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.ForkJoinTask;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Runs numbered blocks of work on a fixed number of threads. The blocks are handed out in order from
 * a shared counter, so results must not depend on which thread takes which block.
 */
public final class Parallel {
  /** Work on one block; {@code worker} is in 0 … threads−1 and selects that thread's scratch. */
  @FunctionalInterface
  public interface Block {
    void run(int block, int worker);
  }

  /** Work on {@code from} up to and without {@code to}. */
  @FunctionalInterface
  public interface Range {
    void run(int from, int to);
  }

  private Parallel() {}

  /** As many threads as the machine has cores. */
  public static int cores() {
    return Runtime.getRuntime().availableProcessors();
  }

  /**
   * Runs blocks 0 … blocks−1 and returns when all are done. The first exception stops the hand-out of
   * further blocks and is rethrown as it was.
   *
   * @param threads at least 1; the calling thread is one of them
   */
  public static void run(int blocks, int threads, Block block) {
    if (threads < 1) {
      throw new IllegalArgumentException("threads must be at least 1, got " + threads);
    }
    AtomicInteger next = new AtomicInteger();
    int helpers = Math.min(threads, blocks) - 1;
    List<ForkJoinTask<?>> tasks = new ArrayList<>();
    for (int h = 0; h < helpers; h++) {
      int worker = h + 1;
      tasks.add(ForkJoinPool.commonPool().submit(() -> drain(next, blocks, worker, block)));
    }
    Throwable failure = null;
    try {
      drain(next, blocks, 0, block);
    } catch (RuntimeException | Error e) {
      failure = e;
    }
    // Nobody may still write to the caller's arrays when this returns, however it returns.
    for (ForkJoinTask<?> task : tasks) {
      failure = join(task, failure);
    }
    if (failure instanceof Error error) {
      throw error;
    }
    if (failure != null) {
      throw (RuntimeException) failure;
    }
  }

  /** Runs 0 … count−1 in ranges of {@code size}, as {@link #run} does blocks. */
  public static void ranges(int count, int size, int threads, Range work) {
    run(
        (int) (((long) count + size - 1) / size),
        threads,
        (block, worker) -> {
          int from = block * size;
          work.run(from, count - from < size ? count : from + size);
        });
  }

  private static void drain(AtomicInteger next, int blocks, int worker, Block block) {
    try {
      for (int b = next.getAndIncrement(); b < blocks; b = next.getAndIncrement()) {
        block.run(b, worker);
      }
    } catch (RuntimeException | Error e) {
      next.set(Integer.MAX_VALUE / 2);
      throw e;
    }
  }

  private static Throwable join(ForkJoinTask<?> task, Throwable failure) {
    try {
      task.get();
      return failure;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return failure != null ? failure : new IllegalStateException("interrupted", e);
    } catch (ExecutionException e) {
      return failure != null ? failure : rootOf(e);
    }
  }

  /** Fork-join wraps what a task threw into a copy of itself; the innermost is the one thrown. */
  private static Throwable rootOf(Throwable wrapped) {
    Throwable cause = wrapped;
    while (cause.getCause() != null
        && (cause instanceof ExecutionException || cause.getClass() == cause.getCause().getClass())) {
      cause = cause.getCause();
    }
    return cause instanceof Error || cause instanceof RuntimeException
        ? cause
        : new IllegalStateException(cause);
  }
}
