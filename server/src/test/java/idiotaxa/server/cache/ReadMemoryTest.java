package idiotaxa.server.cache;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.server.web.BusyException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class ReadMemoryTest {
  private static final long MB = 1L << 20;

  @Test
  void fortyPicturesNeverTakeMoreThanThereIs() throws Exception {
    ReadMemory memory = new ReadMemory(1000 * MB, 60_000);
    AtomicInteger now = new AtomicInteger();
    AtomicInteger most = new AtomicInteger();
    ExecutorService threads = Executors.newFixedThreadPool(40);
    List<Future<Integer>> all = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      all.add(
          threads.submit(
              () ->
                  memory.with(
                      300 * MB,
                      () -> {
                        most.accumulateAndGet(now.incrementAndGet(), Math::max);
                        Thread.yield();
                        return now.decrementAndGet();
                      })));
    }
    for (Future<Integer> one : all) {
      one.get();
    }
    threads.shutdown();
    assertThat(most.get()).isBetween(1, 3);
  }

  @Test
  void whoWaitsTooLongHearsWhenToComeAgain() throws Exception {
    ReadMemory memory = new ReadMemory(100 * MB, 50);
    CountDownLatch isTaken = new CountDownLatch(1);
    CountDownLatch mayEnd = new CountDownLatch(1);
    Thread holder =
        new Thread(
            () ->
                // More than there is: it has all of it.
                memory.with(
                    500 * MB,
                    () -> {
                      isTaken.countDown();
                      await(mayEnd);
                      return null;
                    }));
    holder.start();
    isTaken.await();
    assertThatThrownBy(() -> memory.with(MB, () -> "")).isInstanceOf(BusyException.class);
    mayEnd.countDown();
    holder.join();
    assertThat(memory.<String>with(MB, () -> "free")).isEqualTo("free");
    assertThatThrownBy(() -> memory.with(100 * MB, () -> { throw new IllegalStateException(); }))
        .isInstanceOf(IllegalStateException.class);
    assertThat(memory.<String>with(100 * MB, () -> "free")).isEqualTo("free");
  }

  private static void await(CountDownLatch latch) {
    try {
      latch.await();
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }
}
