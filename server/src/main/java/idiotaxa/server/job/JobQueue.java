package idiotaxa.server.job;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.Priority;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import java.time.Clock;
import org.springframework.context.annotation.Lazy;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

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
    // The row first: whoever has just ended it waits here, see scheduleIfWaiting.
    jobs.add(kind, subjectId);
    schedule(kind, subjectId);
  }

  /**
   * Queues what everybody who looks asks for: what waits or runs goes on, and what failed stays so until somebody
   * begins it anew.
   */
  @Transactional
  public void addOnce(JobKind kind, long subjectId) {
    if (jobs.addOnce(kind, subjectId)) {
      schedule(kind, subjectId);
    }
  }

  /**
   * For after the engine has let go of a job: one that was added again in the moment between its end and that
   * found it still there, so that nobody would begin it.
   */
  @Transactional
  void scheduleIfWaiting(JobKind kind, long subjectId) {
    if (jobs.lock(kind, subjectId, JobState.WAITING)) {
      schedule(kind, subjectId);
    }
  }

  private void schedule(JobKind kind, long subjectId) {
    TaskInstance<Void> instance =
        new TaskInstance.Builder<Void>(kind.word(), Long.toString(subjectId))
            .priority(kind.isWaitedFor() ? Priority.HIGH : Priority.LOW)
            .build();
    scheduler.scheduleIfNotExists(instance, clock.instant());
  }
}
