package idiotaxa.server.kept;

import idiotaxa.server.people.Standing;
import idiotaxa.server.web.NotFoundException;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * The package of an asset that is kept up to date in the hand-off folder. An event <code>kept</code> tells where it stands
 * when one begins to listen, an event <code>replaced</code> what was put there or taken away.
 */
@RestController
@ConditionalOnWebApplication
@RequestMapping("/api/assets/{id}/handoffs/kept")
class KeptController {
  private final KeptService kept;
  private final KeptViews views;
  private final KeptListeners listeners;
  private final Standing standing;

  KeptController(KeptService kept, KeptViews views, KeptListeners listeners, Standing standing) {
    this.kept = kept;
    this.views = views;
    this.listeners = listeners;
    this.standing = standing;
  }

  /** Where it stands; 404 while it is not kept. */
  @GetMapping
  KeptViews.KeptView get(@PathVariable("id") long id) {
    return views.of(id).orElseThrow(() -> new NotFoundException("package that is kept up to date of asset", id));
  }

  /** Keeps the package up to date from now on, by the settings of the asset's last bake and its template. */
  @PutMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keep(@PathVariable("id") long id) {
    kept.keep(id);
  }

  /** Keeps it no longer; what lies in the folder stays. */
  @DeleteMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void leave(@PathVariable("id") long id) {
    kept.leave(id);
  }

  /** Tells a tool what was replaced in the folder, whenever something was. */
  @GetMapping(path = "/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  SseEmitter events(@PathVariable("id") long id, HttpServletRequest request) {
    SseEmitter emitter = new SseEmitter(0L);
    listeners.add(id, standing.of(request), emitter);
    return emitter;
  }
}
