package idiotaxa.server.known;

import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobQueue;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Says which models are well sorted, so that others learn from them. */
@Service
public class LearnService {
  private final RevisionStore revisions;
  private final KnownStore store;
  private final JobQueue jobs;

  LearnService(RevisionStore revisions, KnownStore store, JobQueue jobs) {
    this.revisions = revisions;
    this.store = store;
    this.jobs = jobs;
  }

  /** Learns of an asset's models as they are sorted when the work begins. */
  @Transactional
  public void learn(long assetId) {
    revisions.currentTarget(assetId).ifPresent(row -> jobs.add(JobKind.LEARN_PIECES, row.id()));
    revisions.currentSources(assetId).forEach(row -> jobs.add(JobKind.LEARN_PIECES, row.id()));
  }

  /**
   * Learns of every asset that was handed off and that nothing is known of.
   *
   * @return how many
   */
  @Transactional
  public int learnAll() {
    List<Long> assets = store.unlearned();
    assets.forEach(this::learn);
    return assets.size();
  }
}
