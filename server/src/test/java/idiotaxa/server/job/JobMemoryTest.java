package idiotaxa.server.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.work.CancelledException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

class JobMemoryTest {
  private static final long GIGABYTE = 1L << 30;

  /** Of which jobs may use three quarters: 3 GB. */
  private final JobMemory memory = new JobMemory(4 * GIGABYTE);

  private static final class Run implements JobRun {
    private final List<String> said = Collections.synchronizedList(new ArrayList<>());
    private volatile boolean isCancelled;

    @Override
    public void at(String doing, double share) {
      said.add(doing);
    }

    @Override
    public void texels(long done, long all) {}

    @Override
    public boolean isCancelled() {
      return isCancelled;
    }

    @Override
    public void finish(Runnable keepResult) {
      keepResult.run();
    }
  }

  @Test
  void whatNeverFitsIsRefusedWithBothFigures() {
    assertThatThrownBy(() -> memory.take(5 * GIGABYTE, new Run()))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContainingAll("5.0 GB", "3.0 GB");
  }

  @Test
  void whatDoesNotFitBesideOthersWaitsAndSaysSo() throws Exception {
    JobMemory.Share first = memory.take(2 * GIGABYTE, new Run());
    Run run = new Run();
    CompletableFuture<JobMemory.Share> second =
        CompletableFuture.supplyAsync(() -> memory.take(2 * GIGABYTE, run));
    while (run.said.isEmpty()) {
      assertThat(second).isNotDone();
      TimeUnit.MILLISECONDS.sleep(10);
    }
    assertThat(run.said).contains("waiting for memory");
    assertThat(second).isNotDone();
    first.close();
    second.get(20, TimeUnit.SECONDS).close();
    memory.take(2 * GIGABYTE, new Run()).close();
  }

  @Test
  void whoIsCancelledWhileWaitingTakesNothing() {
    try (JobMemory.Share first = memory.take(2 * GIGABYTE, new Run())) {
      Run run = new Run();
      run.isCancelled = true;
      assertThatThrownBy(() -> memory.take(2 * GIGABYTE, run)).isInstanceOf(CancelledException.class);
    }
    memory.take(3 * GIGABYTE - (1 << 20), new Run()).close();
  }
}
