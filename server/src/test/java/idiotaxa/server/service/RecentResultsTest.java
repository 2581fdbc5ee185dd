package idiotaxa.server.service;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class RecentResultsTest {
  private final RecentResults<String, Integer> results = new RecentResults<>(2);
  private final AtomicInteger computed = new AtomicInteger();

  private int count(String key) {
    computed.incrementAndGet();
    return key.length();
  }

  @Test
  void theOnesAskedForLastAreKept() {
    results.get("a", this::count);
    results.get("bb", this::count);
    results.get("a", this::count);
    results.get("ccc", this::count);
    assertThat(computed).hasValue(3);
    assertThat(results.find("bb")).isEmpty();
    assertThat(results.find("a")).contains(1);
  }

  @Test
  void manyThatAskAtOnceWaitForOne() throws InterruptedException {
    CountDownLatch begun = new CountDownLatch(1);
    CountDownLatch goOn = new CountDownLatch(1);
    CompletableFuture<Integer> first =
        CompletableFuture.supplyAsync(
            () ->
                results.get(
                    "slow",
                    key -> {
                      begun.countDown();
                      await(goOn);
                      return count(key);
                    }),
            task -> new Thread(task).start());
    begun.await();
    CompletableFuture<Integer> second =
        CompletableFuture.supplyAsync(
            () -> results.get("slow", this::count), task -> new Thread(task).start());
    assertThat(results.find("slow")).isEmpty();
    assertThat(results.get("other", this::count)).isEqualTo(5);
    goOn.countDown();
    assertThat(first.join()).isEqualTo(4);
    assertThat(second.join()).isEqualTo(4);
    assertThat(computed).hasValue(2);
  }

  @Test
  void aFailureIsNotKeptAndWhoWaitedBeginsAnew() throws InterruptedException {
    CountDownLatch begun = new CountDownLatch(1);
    CountDownLatch goOn = new CountDownLatch(1);
    CompletableFuture<Integer> cancelled =
        CompletableFuture.supplyAsync(
            () ->
                results.get(
                    "hull",
                    key -> {
                      begun.countDown();
                      await(goOn);
                      throw new IllegalStateException("cancelled");
                    }),
            task -> new Thread(task).start());
    begun.await();
    CompletableFuture<Integer> waiting =
        CompletableFuture.supplyAsync(
            () -> results.get("hull", this::count), task -> new Thread(task).start());
    goOn.countDown();
    assertThatThrownBy(cancelled::join).hasMessageContaining("cancelled");
    assertThat(waiting.join()).isEqualTo(4);
  }

  private static void await(CountDownLatch latch) {
    try {
      latch.await();
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }
}
