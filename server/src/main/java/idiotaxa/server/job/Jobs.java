package idiotaxa.server.job;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import idiotaxa.server.service.HandoffService;
import idiotaxa.server.service.ImportService;
import idiotaxa.server.service.LayoutService;
import idiotaxa.server.service.SheetBakes;
import java.util.function.LongConsumer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What workers do. A job whose worker died is taken over and begun again. */
@Configuration
class Jobs {
  @Bean
  Task<Void> readRevision(ImportService imports) {
    return task(SchedulerQueue.READ_REVISION, imports::read);
  }

  @Bean
  Task<Void> findHidden(ImportService imports) {
    return task(SchedulerQueue.FIND_HIDDEN, imports::findHidden);
  }

  @Bean
  Task<Void> bakeSheet(SheetBakes bakes) {
    return task(SchedulerQueue.BAKE_SHEET, bakes::bake);
  }

  @Bean
  Task<Void> layOut(LayoutService layouts) {
    return task(SchedulerQueue.LAY_OUT, layouts::layOut);
  }

  @Bean
  Task<Void> packHandoff(HandoffService handoffs) {
    return task(SchedulerQueue.PACK_HANDOFF, handoffs::pack);
  }

  private static Task<Void> task(TaskDescriptor<Void> descriptor, LongConsumer work) {
    return Tasks.oneTime(descriptor)
        .onDeadExecutionRevive()
        .execute((instance, context) -> work.accept(Long.parseLong(instance.getId())));
  }
}
