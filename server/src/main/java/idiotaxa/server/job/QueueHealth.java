package idiotaxa.server.job;

import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.time.Duration;
import java.util.List;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;

/** Whether somebody works on the queue, and how long it is; for whoever watches the application. */
@Component("queue")
class QueueHealth implements HealthIndicator, MeterBinder {
  /** So long jobs wait while nobody takes any, until that is called a fault. */
  private static final long WAIT_SECONDS = 60;

  private final QueueService queue;

  QueueHealth(QueueService queue) {
    this.queue = queue;
  }

  @Override
  public Health health() {
    QueueService.Now now = queue.now();
    boolean isStuck = now.longestWaitSeconds() > WAIT_SECONDS && now.running() == 0;
    List<String> lonely = queue.withoutAnybody(Duration.ofSeconds(WAIT_SECONDS));
    String problem =
        !lonely.isEmpty()
            ? "no process takes jobs of these kinds: " + String.join(", ", lonely)
            : isStuck ? "jobs wait and no process takes them" : "";
    return (problem.isEmpty() ? Health.up() : Health.outOfService().withDetail("problem", problem))
        .withDetail("waiting", now.waiting())
        .withDetail("running", now.running())
        .withDetail("longestWaitSeconds", now.longestWaitSeconds())
        .build();
  }

  @Override
  public void bindTo(MeterRegistry registry) {
    Gauge.builder("idiotaxa.jobs", queue, q -> q.now().waiting()).tag("state", "waiting").register(registry);
    Gauge.builder("idiotaxa.jobs", queue, q -> q.now().running()).tag("state", "running").register(registry);
    Gauge.builder("idiotaxa.jobs.failed.lately", queue, QueueService::failedLately).register(registry);
    Gauge.builder("idiotaxa.processes.silent", queue, QueueService::silent).register(registry);
    Gauge.builder("idiotaxa.jobs.longest.wait", queue, q -> q.now().longestWaitSeconds()).baseUnit("seconds").register(registry);
  }
}
