package idiotaxa.server.cache;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
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

  /** Large ones push out more than small ones, and the one asked for last stays however large it is. */
  @Test
  void whatIsKeptIsBoundedInBytes() {
    RecentResults<String, byte[]> bounded = new RecentResults<>(100, 1000, bytes -> bytes.length);
    for (String key : List.of("a", "b", "c")) {
      bounded.get(key, k -> new byte[400]);
    }
    assertThat(bounded.find("a")).isEmpty();
    assertThat(bounded.find("b")).isPresent();
    bounded.get("huge", k -> new byte[5000]);
    assertThat(bounded.find("b")).isEmpty();
    assertThat(bounded.find("c")).isEmpty();
    assertThat(bounded.find("huge")).isPresent();
    bounded.put("small", new byte[10]);
    assertThat(bounded.find("huge")).isEmpty();
    assertThat(bounded.find("small")).isPresent();
  }

  /** Asks on a thread of its own. */
  private CompletableFuture<Integer> ask(String key, Function<String, Integer> compute) {
    return CompletableFuture.supplyAsync(
        () -> results.get(key, compute), task -> new Thread(task).start());
  }

  @Test
  void manyThatAskAtOnceWaitForOne() throws InterruptedException {
    Gate gate = new Gate();
    CompletableFuture<Integer> first =
        ask(
            "slow",
            key -> {
              gate.pass();
              return count(key);
            });
    gate.waitForSomebody();
    CompletableFuture<Integer> second = ask("slow", this::count);
    assertThat(results.find("slow")).isEmpty();
    assertThat(results.get("other", this::count)).isEqualTo(5);
    gate.open();
    assertThat(first.join()).isEqualTo(4);
    assertThat(second.join()).isEqualTo(4);
    assertThat(computed).hasValue(2);
  }

  @Test
  void aFailureIsNotKeptAndWhoWaitedBeginsAnew() throws InterruptedException {
    Gate gate = new Gate();
    CompletableFuture<Integer> cancelled =
        ask(
            "hull",
            key -> {
              gate.pass();
              throw new IllegalStateException("cancelled");
            });
    gate.waitForSomebody();
    CompletableFuture<Integer> waiting = ask("hull", this::count);
    gate.open();
    assertThatThrownBy(cancelled::join).hasMessageContaining("cancelled");
    assertThat(waiting.join()).isEqualTo(4);
  }

  /** Holds up who passes until it is opened. */
  private static final class Gate {
    private final CountDownLatch somebody = new CountDownLatch(1);
    private final CountDownLatch opened = new CountDownLatch(1);

    void pass() {
      somebody.countDown();
      try {
        opened.await();
      } catch (InterruptedException e) {
        throw new IllegalStateException(e);
      }
    }

    void waitForSomebody() throws InterruptedException {
      somebody.await();
    }

    void open() {
      opened.countDown();
    }
  }
}
