package idiotaxa.server.catalogue;

import java.util.List;
import java.util.Set;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells pages and scripts when assets change. An event <code>asset</code> has the whole of one; an event
 * <code>change</code> has what is another value since the event before.
 */
@RestController
@ConditionalOnWebApplication
class EventController {
  private static final int MOST_ASSETS = 100;

  private final AssetWatch watch;

  EventController(AssetWatch watch) {
    this.watch = watch;
  }

  /** Sends an asset's state at once, and what has changed whenever it has changed. */
  @GetMapping(path = "/api/assets/{id}/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  SseEmitter events(@PathVariable("id") long id) {
    return listen(Set.of(id));
  }

  /**
   * The same of several assets in one stream.
   *
   * @param assets ids, 1 to 100
   */
  @GetMapping(path = "/api/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  SseEmitter eventsOfSeveral(@RequestParam("asset") List<Long> assets) {
    if (assets.isEmpty() || assets.size() > MOST_ASSETS) {
      throw new IllegalArgumentException("asset: 1 to " + MOST_ASSETS + " of them, not " + assets.size() + ".");
    }
    return listen(Set.copyOf(assets));
  }

  private SseEmitter listen(Set<Long> assets) {
    SseEmitter emitter = new SseEmitter(0L);
    watch.listen(assets, emitter);
    return emitter;
  }
}
