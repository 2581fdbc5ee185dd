package idiotaxa.server.catalogue;

import idiotaxa.server.people.Standing;
import idiotaxa.server.web.NotFoundException;
import idiotaxa.server.web.TooOftenException;
import jakarta.annotation.PreDestroy;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Looks at the assets that anybody has open, and tells them apart from what they were. Every asset is read
 * once however many look at it, and only when somebody has not heard of its stamp. What has been told is known
 * of each listener and nowhere else: one that comes while others are told is behind, and hears at the next look.
 */
@Component
@ConditionalOnWebApplication
class AssetWatch {
  private static final Logger LOG = LoggerFactory.getLogger(AssetWatch.class);
  private static final long INTERVAL_MS = 300;
  private static final int LOOKS_PER_SIGN_OF_LIFE = 50;
  private static final int LOOKS_PER_STANDING = 10;

  /** Pages and scripts of one person at this process. */
  private static final int MOST_OF_ONE = 100;

  private static final int MOST = 2000;
  private static final int RETRY_S = 30;

  private final AssetService assets;
  private final ChangeStampStore stamps;
  private final JsonMapper json;
  private final Standing standing;
  private final Visitors visitors;
  private final CopyOnWriteArrayList<AssetListener> listeners = new CopyOnWriteArrayList<>();
  private final ScheduledExecutorService looker = Executors.newSingleThreadScheduledExecutor();

  /** At most a thread for each listener that is sent to now; one that takes nothing holds up no other. */
  private final ExecutorService senders = Executors.newCachedThreadPool();

  private int looks;
  private Object knownStanding = "";

  AssetWatch(
      AssetService assets, ChangeStampStore stamps, JsonMapper json, Standing standing, Visitors visitors) {
    this.standing = standing;
    this.visitors = visitors;
    this.assets = assets;
    this.stamps = stamps;
    this.json = json;
    looker.scheduleWithFixedDelay(this::look, 0, INTERVAL_MS, TimeUnit.MILLISECONDS);
  }

  /**
   * Tells the emitter of the assets from now on, beginning with the whole of each. Those that are not there
   * are left out as long as one is.
   *
   * @param visitor name of who listens, empty where nobody signs in
   * @param owner whose streams are counted together
   * @param mayStill whether whoever listens still may
   * @throws NotFoundException when there is none of them
   * @throws TooOftenException when too many listen already
   */
  void listen(Set<Long> wanted, String visitor, String owner, BooleanSupplier mayStill, SseEmitter emitter) {
    refuseTooMany(owner);
    Set<Long> assetIds = stamps.of(wanted).keySet();
    if (assetIds.isEmpty()) {
      throw new NotFoundException("asset", wanted.iterator().next());
    }
    AssetListener listener = new AssetListener(assetIds, visitor, owner, mayStill, emitter, senders, json);
    emitter.onCompletion(() -> leave(listener));
    emitter.onError(e -> leave(listener));
    listeners.add(listener);
    // What changed since the request was let in is looked for by nobody else.
    listener.endIfItMayNot();
    tellVisitors(assetIds);
    looker.execute(this::look);
  }

  private void refuseTooMany(String owner) {
    if (listeners.stream().filter(l -> l.owner().equals(owner)).count() >= MOST_OF_ONE) {
      throw new TooOftenException(
          "You have " + MOST_OF_ONE + " pages open that follow what happens; close some of them.", RETRY_S);
    }
    if (listeners.size() >= MOST) {
      throw new TooOftenException("There are too many pages open for this process; try again in " + RETRY_S + " s.", RETRY_S);
    }
  }

  private void leave(AssetListener listener) {
    if (listeners.remove(listener)) {
      tellVisitors(listener.assetIds());
    }
  }

  /** Everybody who has an asset open at this process hears who else has, wherever that is. */
  private void tellVisitors(Set<Long> assetIds) {
    for (long id : assetIds) {
      List<AssetListener> here = listeners.stream().filter(l -> l.assetIds().contains(id)).toList();
      List<String> names =
          Stream.concat(here.stream().map(AssetListener::visitor).filter(n -> !n.isEmpty()), visitors.elsewhere(id).stream())
              .distinct()
              .sorted()
              .toList();
      if (!names.isEmpty()) {
        here.forEach(l -> l.hearVisitors(id, names));
      }
    }
  }

  private void look() {
    try {
      Set<Long> wanted =
          listeners.stream().flatMap(l -> l.assetIds().stream()).collect(Collectors.toSet());
      stamps.of(wanted).forEach(this::tellWhoIsBehind);
      if (++looks % LOOKS_PER_SIGN_OF_LIFE == 0) {
        listeners.forEach(AssetListener::giveSignOfLife);
      }
      if (looks % LOOKS_PER_STANDING == 0) {
        endThoseWhoMayNot();
        // Also when the last one has left: others wait to hear it.
        tellVisitors(visitors.exchange(visitorsHere()));
      }
    } catch (RuntimeException e) {
      // The database is away, say: the next look may find it again.
      LOG.warn("assets could not be looked at: {}", e.getMessage());
    }
  }

  private void endThoseWhoMayNot() {
    if (listeners.isEmpty()) {
      return;
    }
    Object stamp = standing.stamp();
    if (!stamp.equals(knownStanding)) {
      listeners.forEach(AssetListener::endIfItMayNot);
      knownStanding = stamp;
    }
  }

  private Map<Long, Set<String>> visitorsHere() {
    Map<Long, Set<String>> names = new TreeMap<>();
    for (AssetListener listener : listeners) {
      if (!listener.visitor().isEmpty()) {
        listener.assetIds().forEach(id -> names.computeIfAbsent(id, i -> new TreeSet<>()).add(listener.visitor()));
      }
    }
    return names;
  }

  private void tellWhoIsBehind(long id, BigDecimal stamp) {
    List<AssetListener> behind = listeners.stream().filter(l -> l.isBehind(id, stamp)).toList();
    if (behind.isEmpty()) {
      return;
    }
    try {
      JsonNode state = json.valueToTree(assets.get(id));
      behind.forEach(l -> l.hear(id, stamp, state));
    } catch (RuntimeException e) {
      // Of this asset alone: the others are told all the same, and this one is tried again at the next look.
      LOG.warn("asset {} could not be told of: {}", id, e.getMessage());
    }
  }

  /** Before the server waits for its requests to end: these would not. */
  @EventListener(ContextClosedEvent.class)
  void endStreams() {
    looker.shutdownNow();
    listeners.forEach(AssetListener::end);
  }

  @PreDestroy
  void stop() {
    looker.shutdownNow();
    senders.shutdownNow();
  }
}
