package idiotaxa.server.job;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

class WaitedForTest {
  private final WaitedFor waitedFor = new WaitedFor();

  @Test
  void nothingIsLetPassWhereNothingRuns() {
    waitedFor.letPass(
        () -> {
          throw new AssertionError("nobody needs to ask");
        });
  }

  @Test
  void whatNobodyWaitsForStandsStillUntilTheLastHasEnded() throws Exception {
    CountDownLatch isStanding = new CountDownLatch(1);
    WaitedFor.Running one = waitedFor.begin();
    WaitedFor.Running two = waitedFor.begin();
    CompletableFuture<Void> still =
        CompletableFuture.runAsync(
            () ->
                waitedFor.letPass(
                    () -> {
                      isStanding.countDown();
                      return false;
                    }));
    assertThat(isStanding.await(20, TimeUnit.SECONDS)).isTrue();
    one.close();
    assertThat(still).isNotDone();
    two.close();
    still.get(20, TimeUnit.SECONDS);
  }

  @Test
  void whoIsToEndStandsStillNoLonger() {
    WaitedFor.Running running = waitedFor.begin();
    waitedFor.letPass(() -> true);
    running.close();
  }
}
