package idiotaxa.server.job;

import idiotaxa.server.people.ForManagers;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The queue of jobs, and the processes that work on it. */
@RestController
@RequestMapping("/api/queue")
class QueueController {
  private final QueueService queue;

  QueueController(QueueService queue) {
    this.queue = queue;
  }

  /** How much is to be done, of all shows together. */
  @GetMapping("/now")
  QueueService.Now now() {
    return queue.now();
  }

  /** All of the queue with the processes that work on it. */
  @GetMapping
  @ForManagers
  QueueService.Queue all() {
    return queue.all();
  }

  /**
   * Begins a job anew that failed.
   *
   * @param kind <code>read-revision</code>, <code>find-hidden</code>, <code>bake-sheet</code>, <code>lay-out</code> or
   *     <code>pack-handoff</code>
   * @param id of what it works on
   */
  @PostMapping("/{kind}/{id}/again")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @ForManagers
  void again(@PathVariable("kind") String kind, @PathVariable("id") long id) {
    queue.again(kind, id);
  }
}
