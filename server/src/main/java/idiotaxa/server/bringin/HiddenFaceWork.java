package idiotaxa.server.bringin;

import idiotaxa.core.sight.HiddenFaces;
import idiotaxa.server.asset.HiddenFaceService;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobRun;
import idiotaxa.server.job.JobWork;
import idiotaxa.server.journal.Journal;
import java.util.BitSet;
import org.springframework.stereotype.Component;

/** Looks for hidden faces of a model that was read; they do not count as unclaimed. */
@Component
class HiddenFaceWork implements JobWork {
  /** Of a triangle: mesh and hierarchy. */
  private static final long BYTES_A_TRIANGLE = 250;

  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final HiddenFaceService hidden;
  private final Journal journal;

  HiddenFaceWork(
      RevisionStore revisions, MeshCache meshes, HiddenFaceService hidden, Journal journal) {
    this.revisions = revisions;
    this.meshes = meshes;
    this.hidden = hidden;
    this.journal = journal;
  }

  @Override
  public JobKind kind() {
    return JobKind.FIND_HIDDEN;
  }

  @Override
  public long memoryBytes(long revisionId) {
    return BYTES_A_TRIANGLE * meshes.get(revisionId).mesh().triangleCount();
  }

  @Override
  public void run(long revisionId, JobRun run) {
    // Nobody waits for it: it leaves the other cores, and the pool that they share, to those who do.
    BitSet faces = HiddenFaces.of(meshes.get(revisionId).mesh(), 1, run);
    long assetId = revisions.get(revisionId).assetId();
    run.finish(
        () -> {
          hidden.keep(revisionId, faces);
          journal.countAnew(assetId, revisionId);
        });
  }

  @Override
  public void lock(long revisionId) {
    revisions.find(revisionId).ifPresent(row -> journal.lock(row.assetId()));
  }
}
