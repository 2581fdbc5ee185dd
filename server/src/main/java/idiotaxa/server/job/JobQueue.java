package idiotaxa.server.job;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.Priority;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import idiotaxa.server.people.CurrentPerson;
import idiotaxa.server.web.TooOftenException;
import java.time.Clock;
import org.springframework.context.annotation.Lazy;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Queues work in the job engine's table; the number of the thing to work on names the instance. It is
 * done by any worker, and joins the caller's transaction.
 */
@Component
public class JobQueue {
  /** Of one person: a show of two hundred assets with ten sheets each. */
  static final int MOST_WAITING = 2000;

  private static final int RETRY_S = 60;

  private final JobStore jobs;
  private final CurrentPerson people;
  private final Scheduler scheduler;
  private final Clock clock;

  /**
   * @param scheduler lazy, because the engine's tasks need the work that needs this queue
   */
  JobQueue(JobStore jobs, CurrentPerson people, @Lazy Scheduler scheduler, Clock clock) {
    this.people = people;
    this.jobs = jobs;
    this.scheduler = scheduler;
    this.clock = clock;
  }

  /**
   * @throws TooOftenException when whoever asks has too many waiting already
   */
  public void add(JobKind kind, long subjectId) {
    Long asker = people.get().accountId();
    if (asker != null && jobs.countWaiting(asker) >= MOST_WAITING) {
      throw new TooOftenException(
          "You have %,d jobs waiting; wait until some are done, or stop them in Queue.".formatted(MOST_WAITING), RETRY_S);
    }
    // The row first: whoever has just ended it waits here, see scheduleIfWaiting.
    jobs.add(kind, subjectId);
    jobs.setAskedBy(kind, subjectId, asker);
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
    if (TransactionSynchronizationManager.isSynchronizationActive()) {
      TransactionSynchronizationManager.registerSynchronization(
          new TransactionSynchronization() {
            @Override
            public void afterCommit() {
              // The engine looked when it was told, before anything of it could be seen; its next look by itself is a second off.
              scheduler.triggerCheckForDueExecutions();
            }
          });
    }
  }
}
