package idiotaxa.server.catalogue;

import idiotaxa.server.people.Access;
import idiotaxa.server.people.CurrentPerson;
import idiotaxa.server.people.Person;
import idiotaxa.server.people.Standing;
import idiotaxa.server.web.NotFoundException;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells pages and scripts when assets change. An event <code>asset</code> has the whole of one; an event
 * <code>change</code> has what is another value since the event before; an event <code>visitors</code> has the
 * names of those who have it open, where people sign in.
 */
@RestController
@ConditionalOnWebApplication
class EventController {
  private static final int MOST_ASSETS = 100;

  private final AssetWatch watch;
  private final Access access;
  private final CurrentPerson people;
  private final Standing standing;

  EventController(AssetWatch watch, Access access, CurrentPerson people, Standing standing) {
    this.people = people;
    this.standing = standing;
    this.watch = watch;
    this.access = access;
  }

  /** Sends an asset's state at once, and what has changed whenever it has changed. */
  @GetMapping(path = "/api/assets/{id}/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  SseEmitter events(@PathVariable("id") long id, HttpServletRequest request) {
    return listen(Set.of(id), request);
  }

  /**
   * The same of several assets in one stream.
   *
   * @param assets ids, 1 to 100
   */
  @GetMapping(path = "/api/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  SseEmitter eventsOfSeveral(@RequestParam("asset") List<Long> assets, HttpServletRequest request) {
    if (assets.isEmpty() || assets.size() > MOST_ASSETS) {
      throw new IllegalArgumentException("asset: 1 to " + MOST_ASSETS + " of them, not " + assets.size() + ".");
    }
    return listen(Set.copyOf(assets), request);
  }

  private SseEmitter listen(Set<Long> wanted, HttpServletRequest request) {
    Set<Long> assets = wanted.stream().filter(access::seesAsset).collect(Collectors.toSet());
    if (assets.isEmpty()) {
      throw new NotFoundException("asset", wanted.iterator().next());
    }
    SseEmitter emitter = new SseEmitter(0L);
    Person person = people.get();
    // Where nobody signs in, all pages are one person's.
    String listener = person.accountId() == null ? "" : person.accountId() + " " + (person.token() == null ? "" : person.token());
    watch.listen(assets, person.name(), listener, standing.of(request), emitter);
    return emitter;
  }
}
