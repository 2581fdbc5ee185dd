package idiotaxa.server.bake;

import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import idiotaxa.server.cache.RecentResults;
import java.util.List;
import org.springframework.stereotype.Component;

/** Hierarchies of the sources used last, because reach, pairing and bake ask for one after another. */
@Component
public class TracedSources {
  private static final int KEPT = 2;

  private final BakeInputs inputs;
  private final RecentResults<List<String>, TracedSource> recent = new RecentResults<>(KEPT);

  TracedSources(BakeInputs inputs) {
    this.inputs = inputs;
  }

  /**
   * The sources put together, as they lie on their target.
   *
   * @throws idiotaxa.core.work.CancelledException when the progress says so
   */
  TracedSource of(List<Long> sourceIds, Progress progress) {
    List<String> states = sourceIds.stream().map(inputs::state).toList();
    return recent.get(
        states, key -> TracedSource.of(inputs.mesh(sourceIds), Parallel.cores(), progress));
  }
}
