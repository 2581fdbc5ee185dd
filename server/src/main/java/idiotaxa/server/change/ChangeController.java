package idiotaxa.server.change;

import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One revision beside the one before. */
@RestController
@RequestMapping("/api/revisions/{id}")
class ChangeController {
  private final ChangeService changes;

  ChangeController(ChangeService changes) {
    this.changes = changes;
  }

  /** What became of the parts when the revision took another's place. */
  @GetMapping("/changes")
  ChangeService.ChangeView changes(@PathVariable("id") long id) {
    return changes.changes(id);
  }

  /** Groups that had surface on the revision before and have none now. */
  @GetMapping("/unreached-groups")
  List<ChangeService.UnreachedGroup> unreached(@PathVariable("id") long id) {
    return changes.unreached(id);
  }

  /** Puts the revision back into the place that another took. */
  @PostMapping("/make-current")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void makeCurrent(@PathVariable("id") long id) {
    changes.makeCurrent(id);
  }
}
