package idiotaxa.server.job;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import java.time.Clock;
import org.springframework.context.annotation.Lazy;
import org.springframework.stereotype.Component;

/**
 * Queues work in the job engine's table; the number of the thing to work on names the instance. It is
 * done by any worker, and joins the caller's transaction.
 */
@Component
public class JobQueue {
  private final JobStore jobs;
  private final SchedulerClient scheduler;
  private final Clock clock;

  /**
   * @param scheduler lazy, because the engine's tasks need the work that needs this queue
   */
  JobQueue(JobStore jobs, @Lazy SchedulerClient scheduler, Clock clock) {
    this.jobs = jobs;
    this.scheduler = scheduler;
    this.clock = clock;
  }

  public void add(JobKind kind, long subjectId) {
    jobs.add(kind, subjectId);
    scheduler.scheduleIfNotExists(
        new TaskInstance<>(kind.word(), Long.toString(subjectId)), clock.instant());
  }
}
