package idiotaxa.server.kept;

import jakarta.annotation.PreDestroy;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Looks again and again at the packages that are kept up to date, in processes that answer requests. */
@Component
@ConditionalOnWebApplication
class KeptWatch {
  private static final Logger LOG = LoggerFactory.getLogger(KeptWatch.class);
  private static final long INTERVAL_MS = 100;

  /** A look takes at most one part in this many of the time, however many packages there are. */
  private static final int SHARE = 10;

  private final KeptStore store;
  private final KeptService service;
  private final KeptListeners listeners;
  private final boolean hasFolder;

  /** What was wrong with an asset last; the looker's own. */
  private final Map<Long, String> failures = new HashMap<>();

  private final ScheduledExecutorService looker = Executors.newSingleThreadScheduledExecutor();

  KeptWatch(KeptStore store, KeptService service, KeptListeners listeners, KeptFolder folder) {
    this.store = store;
    this.service = service;
    this.listeners = listeners;
    hasFolder = folder.isThere();
    looker.schedule(this::look, INTERVAL_MS, TimeUnit.MILLISECONDS);
  }

  /** It is tried again at every look, and said when it is another failure than before. */
  private void sayOnce(long assetId, RuntimeException problem) {
    String words = String.valueOf(problem.getMessage());
    if (!words.equals(failures.put(assetId, words))) {
      LOG.warn("the package of asset {} could not be kept up to date", assetId, problem);
    }
  }

  private void look() {
    long begun = System.nanoTime();
    try {
      if (hasFolder) {
        List<Long> kept = store.assets();
        failures.keySet().retainAll(kept);
        service.stepAll(kept, this::sayOnce);
      }
      listeners.tell();
    } catch (RuntimeException e) {
      // The database is away, say: the next look may find it again.
      LOG.warn("packages could not be kept up to date: {}", e.getMessage());
    }
    long took = TimeUnit.NANOSECONDS.toMillis(System.nanoTime() - begun);
    if (!looker.isShutdown()) {
      looker.schedule(this::look, Math.max(INTERVAL_MS, SHARE * took), TimeUnit.MILLISECONDS);
    }
  }

  @EventListener(ContextClosedEvent.class)
  void end() {
    looker.shutdownNow();
    listeners.end();
  }

  @PreDestroy
  void stop() {
    looker.shutdownNow();
  }
}
