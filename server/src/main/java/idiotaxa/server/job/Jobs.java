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
  Task<Void> readRevision(JobRunner runner) {
    return task(JobKind.READ_REVISION, runner);
  }

  @Bean
  @TakenHere(JobKind.FIND_HIDDEN)
  Task<Void> findHidden(JobRunner runner) {
    return task(JobKind.FIND_HIDDEN, runner);
  }

  @Bean
  @TakenHere(JobKind.BAKE_SHEET)
  Task<Void> bakeSheet(JobRunner runner) {
    return task(JobKind.BAKE_SHEET, runner);
  }

  @Bean
  @TakenHere(JobKind.LAY_OUT)
  Task<Void> layOut(JobRunner runner) {
    return task(JobKind.LAY_OUT, runner);
  }

  @Bean
  @TakenHere(JobKind.PACK_HANDOFF)
  Task<Void> packHandoff(JobRunner runner) {
    return task(JobKind.PACK_HANDOFF, runner);
  }

  private static Task<Void> task(JobKind kind, JobRunner runner) {
    return Tasks.oneTime(kind.word())
        .onDeadExecutionRevive()
        .onFailure(new FailureHandler.OnFailureRetryLater<>(AGAIN))
        .execute((instance, context) -> runner.run(kind, Long.parseLong(instance.getId())));
  }
}
