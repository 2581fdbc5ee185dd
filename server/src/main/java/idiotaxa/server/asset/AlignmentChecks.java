package idiotaxa.server.asset;

import idiotaxa.core.align.AlignmentCheck;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Parallel;
import idiotaxa.server.cache.RecentResults;
import java.util.List;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/** How sources lie to targets, compared once for each state of both. */
@Component
public class AlignmentChecks {
  private final RecentResults<List<String>, AlignmentCheck.Result> results =
      new RecentResults<>(64);

  /**
   * @param states names all that the surfaces depend on
   * @param source with its hierarchy, asked for only when they were not compared before
   */
  public AlignmentCheck.Result of(
      List<String> states, Supplier<Mesh> target, Supplier<TracedSource> source) {
    return results.get(
        states, key -> AlignmentCheck.of(target.get(), source.get(), Parallel.cores()));
  }
}
