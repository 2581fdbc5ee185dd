package idiotaxa.server.job;

import static org.assertj.core.api.Assertions.assertThat;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.CompletionHandler;
import com.github.kagkarlsson.scheduler.task.ExecutionOperations;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import idiotaxa.server.running.RunningApplication;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.transaction.support.TransactionTemplate;

/** What several do to one job at the same time, in the real table. */
class JobQueueTest {
  private static final JobKind KIND = JobKind.FIND_HIDDEN;
  private static final AtomicLong IDS = new AtomicLong(8_000_000_000L);
  private static final int ASKING = 6;
  private static final Duration PATIENCE = Duration.ofSeconds(20);

  private final RunningApplication application = RunningApplication.empty();
  private final JobStore jobs = application.bean(JobStore.class);
  private final JobQueue queue = application.bean(JobQueue.class);
  private final TransactionTemplate transaction = application.bean(TransactionTemplate.class);
  private final long id = IDS.incrementAndGet();

  private String state() {
    return jobs.get(KIND, id).state();
  }

  @Test
  void whoLooksOnWhileItRunsDoesNotTakeItFromWhoDoesIt() {
    jobs.add(KIND, id);
    int attempt = jobs.begin(KIND, id, "somebody").orElseThrow().number();
    queue.addOnce(KIND, id);
    assertThat(state()).isEqualTo(JobState.RUNNING);
    assertThat(jobs.isCancelled(KIND, id, attempt)).isFalse();
    assertThat(jobs.end(KIND, id, attempt, JobState.DONE, null)).isTrue();
  }

  @ParameterizedTest
  @CsvSource({"failed, false", "cancelled, true", "done, true"})
  void whatFailedIsLeftToPeopleAndWhatElseEndedBeginsAnew(String ended, boolean isAdded) {
    jobs.add(KIND, id);
    int attempt = jobs.begin(KIND, id, "somebody").orElseThrow().number();
    jobs.end(KIND, id, attempt, ended, null);
    assertThat(transaction.<Boolean>execute(status -> jobs.addOnce(KIND, id))).isEqualTo(isAdded);
    assertThat(state()).isEqualTo(isAdded ? JobState.WAITING : ended);
    // The engine knows nothing of it, so it would wait for ever.
    jobs.cancel(KIND, List.of(id));
  }

  @Test
  void ofManyWhoAskAtOnceNobodyFailsAndItIsDone() throws Exception {
    CyclicBarrier start = new CyclicBarrier(ASKING);
    List<CompletableFuture<Void>> asking = new ArrayList<>();
    for (int i = 0; i < ASKING; i++) {
      asking.add(
          CompletableFuture.runAsync(
              () -> {
                try {
                  start.await();
                } catch (Exception e) {
                  throw new IllegalStateException(e);
                }
                queue.addOnce(KIND, id);
              },
              task -> new Thread(task).start()));
    }
    asking.forEach(CompletableFuture::join);
    // There is no such model, so it fails at once.
    waitUntilFailed();
  }

  /** An earlier version could leave a job waiting that the engine knew nothing of. */
  @Test
  void whatWaitsForNobodyIsQueuedByWhoAsksNext() throws Exception {
    jobs.add(KIND, id);
    queue.addOnce(KIND, id);
    waitUntilFailed();
  }

  /** The engine lets go of a job a moment after it has ended; who adds it in that moment must not be forgotten. */
  @Test
  void whatIsAddedAgainTheMomentItEndsIsDoneAgain() throws Exception {
    SchedulerClient engine = application.bean(SchedulerClient.class);
    TaskInstance<Void> instance = new TaskInstance<>(KIND.word(), Long.toString(id));
    Task<Void> task = new Jobs().findHidden(application.bean(JobRunner.class), queue);
    jobs.add(KIND, id);
    // Done here, in place of the engine, which would have it due much later.
    engine.scheduleIfNotExists(instance, Instant.now().plus(Duration.ofDays(1)));
    // There is no such model, so it fails at once.
    CompletionHandler<Void> end = task.execute(instance, null);
    assertThat(state()).isEqualTo(JobState.FAILED);
    transaction.executeWithoutResult(status -> queue.add(KIND, id));
    assertThat(state()).isEqualTo(JobState.WAITING);
    end.complete(
        null,
        new ExecutionOperations<>(null, null, null) {
          @Override
          public void remove() {
            engine.cancel(instance);
          }
        });
    waitUntilFailed();
  }

  private void waitUntilFailed() throws InterruptedException {
    Instant end = Instant.now().plus(PATIENCE);
    while (!state().equals(JobState.FAILED)) {
      assertThat(Instant.now()).as("still " + state()).isBefore(end);
      Thread.sleep(1);
    }
  }
}
