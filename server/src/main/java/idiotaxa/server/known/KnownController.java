package idiotaxa.server.known;

import idiotaxa.server.journal.Journal;
import idiotaxa.server.people.ForManagers;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What the studio has sorted before. */
@RestController
@RequestMapping("/api")
class KnownController {
  private final KnownService known;
  private final LearnService learning;

  KnownController(KnownService known, LearnService learning) {
    this.known = known;
    this.learning = learning;
  }

  /**
   * A row that is kept.
   *
   * @param face that names it
   * @param key of the group that it goes to
   */
  record KnownChoice(int face, String key) {}

  /**
   * What is never to be proposed again.
   *
   * @param faces that name the rows
   * @param key of the group that they are not
   */
  record KnownRefusal(Set<Integer> faces, String key) {}

  /**
   * @param choices rows that are kept, absent for all that is sure
   */
  record KeptKnown(List<KnownChoice> choices) {}

  /**
   * @param assets that are learned of
   */
  record LearnAll(int assets) {}

  /** What is known of a model's pieces. */
  @GetMapping("/assets/{assetId}/revisions/{id}/known")
  KnownService.KnownView view(@PathVariable("assetId") long assetId, @PathVariable("id") long id) {
    return known.view(assetId, id);
  }

  /** Claims what is known, as one step of the journal. */
  @PostMapping("/assets/{assetId}/revisions/{id}/known")
  Journal.State keep(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestBody(required = false) KeptKnown kept) {
    Map<Integer, String> choices =
        kept == null || kept.choices() == null
            ? null
            : kept.choices().stream().collect(Collectors.toMap(KnownChoice::face, KnownChoice::key, (a, b) -> b));
    return known.keep(assetId, id, known.find(assetId, id), choices);
  }

  /** Never proposes this group for these pieces again. */
  @PostMapping("/assets/{assetId}/revisions/{id}/known/refusals")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void refuse(
      @PathVariable("assetId") long assetId, @PathVariable("id") long id, @RequestBody KnownRefusal refused) {
    known.refuse(assetId, known.find(assetId, id), refused.faces(), refused.key());
  }

  /** Says that an asset is well sorted, so that others learn from it. A hand-off says that too. */
  @PostMapping("/assets/{assetId}/known")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void learn(@PathVariable("assetId") long assetId) {
    learning.learn(assetId);
  }

  /** Learns of all assets that were handed off before; in the queue like other work. */
  @PostMapping("/known")
  @ForManagers
  @ResponseStatus(HttpStatus.ACCEPTED)
  LearnAll learnAll() {
    return new LearnAll(learning.learnAll());
  }
}
