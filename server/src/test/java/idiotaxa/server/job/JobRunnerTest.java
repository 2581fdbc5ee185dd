package idiotaxa.server.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.work.CancelledException;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.support.StaticListableBeanFactory;
import org.springframework.dao.TransientDataAccessResourceException;
import org.springframework.transaction.support.TransactionTemplate;

/** How jobs end, in the real table, with work that misbehaves. */
class JobRunnerTest {
  private static final JobKind KIND = JobKind.LAY_OUT;
  private static final AtomicLong IDS = new AtomicLong(9_000_000_000L);

  private final RunningApplication application = RunningApplication.empty();
  private final JobStore jobs = application.bean(JobStore.class);
  private final long id = IDS.incrementAndGet();
  private final Misbehaving work = new Misbehaving();
  private JobRunner runner;

  private interface Deed {
    void happen(JobRun run) throws IOException;
  }

  /** Does what a test says, and remembers what it was told. */
  private static final class Misbehaving implements JobWork {
    private Deed deed = run -> {};
    private Runnable lock = () -> {};
    private int begun;
    private final List<String> failures = new ArrayList<>();

    @Override
    public JobKind kind() {
      return KIND;
    }

    @Override
    public long memoryBytes(long id) {
      return 1 << 20;
    }

    @Override
    public void lock(long id) {
      lock.run();
    }

    @Override
    public void run(long id, JobRun run) throws IOException {
      begun++;
      deed.happen(run);
    }

    @Override
    public void failed(long id, String problem) {
      failures.add(problem);
    }
  }

  @BeforeEach
  void addAJob() {
    StaticListableBeanFactory works = new StaticListableBeanFactory();
    works.addBean("misbehaving", work);
    runner =
        new JobRunner(
            jobs,
            works.getBeanProvider(JobWork.class),
            application.bean(TransactionTemplate.class),
            application.bean(JobMemory.class),
            application.bean(ThisProcess.class),
            new WaitedFor());
    jobs.add(KIND, id);
  }

  private JobStore.JobRow job() {
    return jobs.get(KIND, id);
  }

  private void runWith(Deed deed) {
    work.deed = deed;
    runner.run(KIND, id);
  }

  @Test
  void whatIsDoneIsKeptTogetherWithTheResult() {
    List<String> kept = new ArrayList<>();
    runWith(run -> run.finish(() -> kept.add("result")));
    assertThat(kept).containsExactly("result");
    assertThat(job().state()).isEqualTo(JobState.DONE);
  }

  /** Whoever stops it holds its asset and then its row; the end of the job takes the same way. */
  @Test
  void whoStopsAJobAndItsEndDoNotWaitForEachOther() throws Exception {
    AssetStore assets = application.bean(AssetStore.class);
    TransactionTemplate transaction = application.bean(TransactionTemplate.class);
    long asset = new ApiClient(application).createAsset("Stopped at its end");
    CountDownLatch isAtItsEnd = new CountDownLatch(1);
    work.lock =
        () -> {
          isAtItsEnd.countDown();
          assets.lock(asset);
        };
    List<String> kept = new ArrayList<>();
    Thread end = new Thread(() -> runWith(run -> run.finish(() -> kept.add("result"))));
    transaction.executeWithoutResult(
        status -> {
          assets.lock(asset);
          end.start();
          await(isAtItsEnd);
          // It waits for the asset now, and must not hold its row while it does.
          jobs.cancel(KIND, List.of(id));
        });
    end.join();
    assertThat(job().state()).isIn(JobState.DONE, JobState.CANCELLED);
    assertThat(kept).hasSize(job().state().equals(JobState.DONE) ? 1 : 0);
  }

  private static void await(CountDownLatch latch) {
    try {
      latch.await();
      // Long enough for the statement behind it to be sent.
      Thread.sleep(300);
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  @Test
  void outOfMemoryEndsTheJobAndIsNotTriedAgain() {
    runWith(
        run -> {
          throw new OutOfMemoryError("Java heap space");
        });
    assertThat(job().state()).isEqualTo(JobState.FAILED);
    assertThat(job().problem()).contains("needs more memory").contains("GB");
    runner.run(KIND, id);
    assertThat(work.begun).isEqualTo(1);
    assertThat(work.failures).hasSize(1);
  }

  @Test
  void aJobUnderWhichAProcessDiedTwiceIsNotGivenAThird() {
    assertThat(jobs.begin(KIND, id, "another process")).isPresent();
    assertThat(jobs.begin(KIND, id, "another process")).isPresent();
    runner.run(KIND, id);
    assertThat(work.begun).isZero();
    assertThat(job().state()).isEqualTo(JobState.FAILED);
    assertThat(job().problem()).contains("its process ended twice");
  }

  @Test
  void aJobIsBegunThreeTimesAtMost() {
    for (int i = 0; i < 3; i++) {
      assertThatThrownBy(
              () ->
                  runWith(
                      run -> {
                        throw new TransientDataAccessResourceException("away for a moment");
                      }))
          .isInstanceOf(TransientDataAccessResourceException.class);
      assertThat(job().state()).isEqualTo(JobState.WAITING);
    }
    runner.run(KIND, id);
    assertThat(work.begun).isEqualTo(3);
    assertThat(job().state()).isEqualTo(JobState.FAILED);
    assertThat(job().problem()).contains("begun three times");
  }

  @Test
  void whoLostAJobToAnotherProcessKeepsNothing() {
    List<String> kept = new ArrayList<>();
    runWith(
        run -> {
          // Another process takes it for dead meanwhile.
          assertThat(jobs.begin(KIND, id, "another process")).isPresent();
          assertThat(run.isCancelled()).isTrue();
          run.finish(() -> kept.add("late"));
        });
    assertThat(kept).isEmpty();
    assertThat(job().state()).isEqualTo(JobState.RUNNING);
  }

  @Test
  void whatWaitsIsCancelledAtOnceAndWhatRunsWhenItHears() {
    jobs.cancel(KIND, List.of(id));
    assertThat(job().state()).isEqualTo(JobState.CANCELLED);
    runner.run(KIND, id);
    assertThat(work.begun).isZero();

    jobs.add(KIND, id);
    runWith(
        run -> {
          jobs.cancel(KIND, List.of(id));
          throw new CancelledException();
        });
    assertThat(job().state()).isEqualTo(JobState.CANCELLED);
  }

  @Test
  void aLongProblemIsCutAndAFormerOneForgotten() {
    runWith(
        run -> {
          throw new IllegalArgumentException("x".repeat(100_000));
        });
    assertThat(job().problem()).startsWith("xxx").endsWith("…").hasSizeLessThan(20_000);
    jobs.add(KIND, id);
    assertThat(job().problem()).isNull();
  }
}
