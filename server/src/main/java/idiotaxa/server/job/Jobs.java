package idiotaxa.server.job;

import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What the job engine knows of: one task a kind. A job whose process died is taken over. */
@Configuration
class Jobs {
  /** Until a job whose database was away for a moment is begun again. */
  private static final Duration AGAIN = Duration.ofSeconds(5);

  @Bean
  @TakenHere(JobKind.READ_REVISION)
  Task<Void> readRevision(JobRunner runner, JobQueue queue) {
    return task(JobKind.READ_REVISION, runner, queue);
  }

  @Bean
  @TakenHere(JobKind.FIND_HIDDEN)
  Task<Void> findHidden(JobRunner runner, JobQueue queue) {
    return task(JobKind.FIND_HIDDEN, runner, queue);
  }

  @Bean
  @TakenHere(JobKind.LEARN_PIECES)
  Task<Void> learnPieces(JobRunner runner, JobQueue queue) {
    return task(JobKind.LEARN_PIECES, runner, queue);
  }

  @Bean
  @TakenHere(JobKind.BAKE_SHEET)
  Task<Void> bakeSheet(JobRunner runner, JobQueue queue) {
    return task(JobKind.BAKE_SHEET, runner, queue);
  }

  @Bean
  @TakenHere(JobKind.LAY_OUT)
  Task<Void> layOut(JobRunner runner, JobQueue queue) {
    return task(JobKind.LAY_OUT, runner, queue);
  }

  @Bean
  @TakenHere(JobKind.PACK_HANDOFF)
  Task<Void> packHandoff(JobRunner runner, JobQueue queue) {
    return task(JobKind.PACK_HANDOFF, runner, queue);
  }

  private static Task<Void> task(JobKind kind, JobRunner runner, JobQueue queue) {
    return Tasks.custom(kind.word(), Void.class)
        .onDeadExecutionRevive()
        .onFailure(new FailureHandler.OnFailureRetryLater<>(AGAIN))
        .execute(
            (instance, context) -> {
              long id = Long.parseLong(instance.getId());
              runner.run(kind, id);
              return (complete, operations) -> {
                operations.remove();
                queue.scheduleIfWaiting(kind, id);
              };
            });
  }
}
