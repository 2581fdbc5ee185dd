package idiotaxa.server.catalogue;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import tools.jackson.databind.json.JsonMapper;

/**
 * Tells a page when its asset changes. The state is read from the database, where every worker writes
 * it, so it does not matter which process does the work.
 */
@RestController
class EventController {
  private static final long INTERVAL_MS = 300;
  private static final int POLLS_PER_SIGN_OF_LIFE = 50;

  private final AssetService assets;
  private final JsonMapper json;
  private final ScheduledExecutorService poller = Executors.newScheduledThreadPool(1);

  EventController(AssetService assets, JsonMapper json) {
    this.assets = assets;
    this.json = json;
  }

  /** Sends the asset's state at once and whenever it has changed. */
  @GetMapping(path = "/api/assets/{id}/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  SseEmitter events(@PathVariable("id") long id) {
    assets.get(id);
    SseEmitter emitter = new SseEmitter(0L);
    ScheduledFuture<?> polling =
        poller.scheduleWithFixedDelay(
            new Watch(id, emitter), 0, INTERVAL_MS, TimeUnit.MILLISECONDS);
    emitter.onCompletion(() -> polling.cancel(false));
    emitter.onError(e -> polling.cancel(false));
    return emitter;
  }

  /** Looks at one asset for one page. */
  private final class Watch implements Runnable {
    private final long assetId;
    private final SseEmitter emitter;
    private String last = "";
    private int quietPolls;

    Watch(long assetId, SseEmitter emitter) {
      this.assetId = assetId;
      this.emitter = emitter;
    }

    @Override
    public void run() {
      try {
        String state = json.writeValueAsString(assets.get(assetId));
        if (!state.equals(last)) {
          last = state;
          quietPolls = 0;
          emitter.send(SseEmitter.event().name("asset").data(state));
        } else if (++quietPolls >= POLLS_PER_SIGN_OF_LIFE) {
          // A page that has gone is noticed only when something is sent to it.
          quietPolls = 0;
          emitter.send(SseEmitter.event().comment("still here"));
        }
      } catch (IOException | RuntimeException e) {
        emitter.completeWithError(e);
      }
    }
  }

  @PreDestroy
  void stop() {
    poller.shutdownNow();
  }
}
