package idiotaxa.server.job;

import idiotaxa.server.IdiotaxaProperties;
import jakarta.annotation.PreDestroy;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.web.context.WebApplicationContext;
import org.springframework.context.ApplicationContext;

/** What this process is, said to the database every few seconds while it lives. */
@Component
class ThisProcess {
  private static final Logger LOG = LoggerFactory.getLogger(ThisProcess.class);
  private static final long INTERVAL_SECONDS = 5;
  private static final int MEGABYTE = 1 << 20;

  private final ProcessStore store;
  private final ProcessStore.ProcessRow self;
  private final boolean isLasting;
  private final ScheduledExecutorService teller = Executors.newSingleThreadScheduledExecutor();

  ThisProcess(
      ProcessStore store,
      IdiotaxaProperties properties,
      ApplicationContext context,
      @Value("${db-scheduler.threads}") int threads,
      @Value("${db-scheduler.enabled:true}") boolean isLasting) {
    this.store = store;
    this.isLasting = isLasting;
    String host = host();
    List<String> kinds = JobKind.of(properties.jobKinds() == null ? List.of() : properties.jobKinds()).stream().map(JobKind::word).toList();
    boolean isNamed = properties.processName() != null && !properties.processName().isBlank();
    self =
        new ProcessStore.ProcessRow(
            isNamed ? properties.processName().strip() : host + " " + ProcessHandle.current().pid(),
            host,
            kinds,
            context instanceof WebApplicationContext,
            threads,
            (int) (Runtime.getRuntime().maxMemory() / MEGABYTE));
  }

  private static String host() {
    try {
      return InetAddress.getLocalHost().getHostName();
    } catch (UnknownHostException e) {
      return "unknown host";
    }
  }

  /** As the queue tells it from others. */
  String name() {
    return self.name();
  }

  @EventListener(ApplicationReadyEvent.class)
  void begin() {
    if (isLasting) {
      store.begin(self);
      teller.scheduleWithFixedDelay(this::tell, INTERVAL_SECONDS, INTERVAL_SECONDS, TimeUnit.SECONDS);
    }
  }

  private void tell() {
    try {
      store.tell(self);
    } catch (RuntimeException e) {
      LOG.warn("The database does not hear that this process is there: {}", e.getMessage());
    }
  }

  @PreDestroy
  void end() {
    teller.shutdownNow();
    if (isLasting) {
      try {
        store.end(self.name());
      } catch (RuntimeException e) {
        LOG.debug("The database was gone first", e);
      }
    }
  }
}
