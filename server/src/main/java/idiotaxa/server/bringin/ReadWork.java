package idiotaxa.server.bringin;

import idiotaxa.core.check.ModelInspection;
import idiotaxa.core.check.ModelInspector;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.HiddenFaceService;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobRun;
import idiotaxa.server.job.JobWork;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Reads the files of a revision; what is refused is said on the revision. */
@Component
class ReadWork implements JobWork {
  /** Heap for a byte of the files; what is read is bounded by their size. */
  private static final long HEAP_A_BYTE = 12;

  private final AssetStore assets;
  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final HiddenFaceService hidden;
  private final JsonMapper json;

  ReadWork(
      AssetStore assets,
      RevisionStore revisions,
      MeshCache meshes,
      HiddenFaceService hidden,
      JsonMapper json) {
    this.assets = assets;
    this.revisions = revisions;
    this.meshes = meshes;
    this.hidden = hidden;
    this.json = json;
  }

  @Override
  public JobKind kind() {
    return JobKind.READ_REVISION;
  }

  @Override
  public long memoryBytes(long revisionId) {
    return HEAP_A_BYTE * revisions.bytes(revisionId);
  }

  @Override
  public void run(long revisionId, JobRun run) {
    RevisionStore.RevisionRow row = revisions.get(revisionId);
    run.at("reading the files", 0);
    var mesh = meshes.get(revisionId, run).mesh();
    run.at("looking through the model", 0.4);
    ModelInspection inspection = ModelInspector.inspect(mesh, row.fileName(), run);
    String words = json.writeValueAsString(inspection);
    run.finish(
        () -> {
          assets.lock(row.assetId());
          revisions.setReady(row, words);
          hidden.ask(revisionId);
        });
  }

  @Override
  public void failed(long revisionId, String problem) {
    revisions.setRefused(revisionId, problem);
  }
}
