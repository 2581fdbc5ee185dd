package idiotaxa.server.catalogue;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDateTime;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.stereotype.Component;

/** Who has which asset open at other processes that serve pages, as these last said; all is empty where nobody signs in. */
@Component
@ConditionalOnWebApplication
class Visitors {
  private static final Logger LOG = LoggerFactory.getLogger(Visitors.class);

  /** What is said again after as long, though nothing changed. */
  private static final Duration AGAIN = Duration.ofSeconds(15);

  /** A process that said nothing for as long is not there any more. */
  private static final Duration KEPT = Duration.ofSeconds(45);

  private final VisitorStore store;
  private final Clock clock;
  private final String process = UUID.randomUUID().toString();
  private Map<Long, Set<String>> said = Map.of();
  private LocalDateTime saidAt = LocalDateTime.MIN;
  private volatile Map<Long, Set<String>> elsewhere = Map.of();

  Visitors(VisitorStore store, Clock clock) {
    this.store = store;
    this.clock = clock;
  }

  /** Names of those who have an asset open elsewhere. */
  Set<String> elsewhere(long assetId) {
    return elsewhere.getOrDefault(assetId, Set.of());
  }

  /**
   * Says who is here and hears who is elsewhere.
   *
   * @param here names by asset
   * @return the assets of which other names were heard than before
   */
  synchronized Set<Long> exchange(Map<Long, Set<String>> here) {
    if (here.isEmpty() && said.isEmpty()) {
      return Set.of();
    }
    LocalDateTime now = LocalDateTime.now(clock);
    if (!here.equals(said) || saidAt.plus(AGAIN).isBefore(now)) {
      store.put(process, here, now, now.minus(KEPT));
      said = here;
      saidAt = now;
    }
    Map<Long, Set<String>> before = elsewhere;
    elsewhere = store.ofOthers(process, now.minus(KEPT));
    Set<Long> changed = new HashSet<>(before.keySet());
    changed.addAll(elsewhere.keySet());
    changed.removeIf(id -> elsewhere(id).equals(before.getOrDefault(id, Set.of())));
    return changed;
  }

  @PreDestroy
  synchronized void leave() {
    try {
      exchange(Map.of());
    } catch (RuntimeException e) {
      LOG.debug("The database was gone first", e);
    }
  }
}
