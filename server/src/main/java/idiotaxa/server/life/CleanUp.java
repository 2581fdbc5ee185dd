package idiotaxa.server.life;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import idiotaxa.server.IdiotaxaProperties;
import idiotaxa.server.blob.BlobUseStore;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDateTime;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Component;

/** Removes what lay in the trash long enough, and bytes that nothing points to; by one process at a time. */
@Component
public class CleanUp {
  private static final Logger LOG = LoggerFactory.getLogger(CleanUp.class);

  /** What was made before what it was made of. */
  private static final List<TrashKind> ORDER =
      List.of(TrashKind.PACKAGE, TrashKind.BAKE, TrashKind.MODEL, TrashKind.ASSET);

  private static final int AT_ONCE = 200;

  private final TrashService trash;
  private final BlobUseStore blobs;
  private final Clock clock;
  private final IdiotaxaProperties properties;

  CleanUp(TrashService trash, BlobUseStore blobs, Clock clock, IdiotaxaProperties properties) {
    this.trash = trash;
    this.blobs = blobs;
    this.clock = clock;
    this.properties = properties;
  }

  /** The job engine runs it again and again, in whichever process. */
  @Configuration
  static class Schedule {
    private static final Duration PAUSE = Duration.ofHours(1);

    @Bean
    Task<Void> cleanUpTask(CleanUp cleanUp) {
      return Tasks.recurring("clean-up", FixedDelay.of(PAUSE)).execute((instance, context) -> cleanUp.run());
    }
  }

  /** One thing that something still holds keeps no other from going. */
  private boolean remove(TrashKind kind, long id) {
    try {
      trash.removeIfOverdue(kind, id);
      return true;
    } catch (DataIntegrityViolationException e) {
      LOG.error("{} {} cannot be removed from the trash", kind.word(), id, e);
      return false;
    }
  }

  /** Each thing in a transaction of its own: whenever it is stopped, what is there is whole. */
  public void run() {
    int things = 0;
    for (TrashKind kind : ORDER) {
      for (long id : trash.overdue(kind)) {
        things += remove(kind, id) ? 1 : 0;
      }
    }
    int deleted = 0;
    LocalDateTime before = LocalDateTime.now(clock).minus(properties.blobTime());
    for (List<Long> ids = blobs.unused(before, AT_ONCE); !ids.isEmpty(); ids = blobs.unused(before, AT_ONCE)) {
      int now = 0;
      for (long id : ids) {
        now += blobs.delete(id, before) ? 1 : 0;
      }
      deleted += now;
      if (now == 0) {
        break;
      }
    }
    if (things + deleted > 0) {
      LOG.info("{} things of the trash and {} blobs that nothing pointed to were deleted", things, deleted);
    }
  }
}
