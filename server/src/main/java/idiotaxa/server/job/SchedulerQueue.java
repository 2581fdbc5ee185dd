package idiotaxa.server.job;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import idiotaxa.server.service.JobQueue;
import java.time.Clock;
import org.springframework.context.annotation.Lazy;
import org.springframework.stereotype.Component;

/** Queues jobs in the job engine's table; the number of the thing to work on names the instance. */
@Component
class SchedulerQueue implements JobQueue {
  static final TaskDescriptor<Void> READ_REVISION = TaskDescriptor.of("read-revision");
  static final TaskDescriptor<Void> FIND_HIDDEN = TaskDescriptor.of("find-hidden");
  static final TaskDescriptor<Void> BAKE_SHEET = TaskDescriptor.of("bake-sheet");
  static final TaskDescriptor<Void> LAY_OUT = TaskDescriptor.of("lay-out");
  static final TaskDescriptor<Void> PACK_HANDOFF = TaskDescriptor.of("pack-handoff");

  private final SchedulerClient scheduler;
  private final Clock clock;

  /**
   * @param scheduler lazy, because the engine's tasks need the services that need this queue
   */
  SchedulerQueue(@Lazy SchedulerClient scheduler, Clock clock) {
    this.scheduler = scheduler;
    this.clock = clock;
  }

  @Override
  public void readRevision(long revisionId) {
    schedule(READ_REVISION, revisionId);
  }

  @Override
  public void findHidden(long revisionId) {
    schedule(FIND_HIDDEN, revisionId);
  }

  @Override
  public void bakeSheet(long sheetId) {
    schedule(BAKE_SHEET, sheetId);
  }

  @Override
  public void layOut(long layoutId) {
    schedule(LAY_OUT, layoutId);
  }

  @Override
  public void packHandoff(long handoffId) {
    schedule(PACK_HANDOFF, handoffId);
  }

  private void schedule(TaskDescriptor<Void> task, long id) {
    scheduler.scheduleIfNotExists(
        new TaskInstance<>(task.getTaskName(), Long.toString(id)), clock.instant());
  }
}
