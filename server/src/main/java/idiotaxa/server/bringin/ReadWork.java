package idiotaxa.server.bringin;

import idiotaxa.core.check.OpenFindings;
import idiotaxa.core.check.ModelInspection;
import idiotaxa.core.check.ModelInspector;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.work.Progress;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.HiddenFaceService;
import idiotaxa.server.asset.LocalOrigin;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.change.CarryOvers;
import idiotaxa.server.change.OutdatedCarryException;
import idiotaxa.server.change.PreparedCarry;
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

  /** The same for both models where one takes the place of another: they are compared by their hierarchies. */
  private static final long HEAP_A_BYTE_COMPARED = 18;

  /** Claims that arrive while a carry-over is made send it back so often; then they wait for it. */
  private static final int MOST_REFRESHES = 3;

  private final AssetStore assets;
  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final HiddenFaceService hidden;
  private final CarryOvers carries;
  private final JsonMapper json;

  ReadWork(
      AssetStore assets,
      RevisionStore revisions,
      MeshCache meshes,
      HiddenFaceService hidden,
      CarryOvers carries,
      JsonMapper json) {
    this.assets = assets;
    this.revisions = revisions;
    this.meshes = meshes;
    this.hidden = hidden;
    this.carries = carries;
    this.json = json;
  }

  @Override
  public JobKind kind() {
    return JobKind.READ_REVISION;
  }

  @Override
  public long memoryBytes(long revisionId) {
    long bytes = revisions.bytes(revisionId);
    return revisions
        .replacedBy(revisions.get(revisionId))
        .map(before -> HEAP_A_BYTE_COMPARED * (bytes + revisions.bytes(before.id())))
        .orElse(HEAP_A_BYTE * bytes);
  }

  @Override
  public void run(long revisionId, JobRun run) {
    RevisionStore.RevisionRow row = revisions.get(revisionId);
    run.at("reading the files", 0);
    Mesh mesh = meshes.get(revisionId, run).mesh();
    PreparedCarry carry = carries.prepare(row, run).orElse(null);
    for (int attempt = 0; ; attempt++) {
      run.at("looking through the model", 0.4);
      Mesh whole = carry == null ? mesh : carry.fresh().mesh();
      ModelInspection seen = ModelInspector.inspect(whole, row.fileName(), run);
      ModelInspection read = meshes.otherUvSet(revisionId).map(seen::with).orElse(seen);
      try {
        PreparedCarry made = carry;
        boolean isLast = attempt == MOST_REFRESHES;
        run.finish(
            () -> {
              assets.setOriginOnce(row.assetId(), LocalOrigin.of(mesh));
              keep(row, read, made, isLast);
            });
        return;
      } catch (OutdatedCarryException e) {
        carry =
            carry == null || !carries.isStillBefore(row, carry)
                ? carries.prepare(row, run).orElse(null)
                : carries.refresh(carry, run);
      }
    }
  }

  private void keep(RevisionStore.RevisionRow row, ModelInspection read, PreparedCarry carry, boolean isLast) {
    boolean isStill =
        carry == null ? revisions.replacedBy(row).isEmpty() : carries.isStillBefore(row, carry);
    if (!isStill) {
      throw new OutdatedCarryException();
    }
    // Nobody claims behind this lock.
    PreparedCarry last = carry == null || !isLast ? carry : carries.refresh(carry, Progress.NONE);
    boolean isSource = row.role().equals(RevisionStore.SOURCE);
    revisions.setReady(row, json.writeValueAsString(read), OpenFindings.count(read, isSource));
    if (last != null) {
      carries.keep(row, last);
    }
    if (!isSource) {
      hidden.ask(row.id());
    }
  }

  @Override
  public void lock(long revisionId) {
    revisions.find(revisionId).ifPresent(row -> assets.lock(row.assetId()));
  }

  @Override
  public void again(long revisionId) {
    revisions.setReading(revisionId);
  }

  @Override
  public void cancelled(long revisionId) {
    revisions.setRefused(revisionId, ImportService.STOPPED);
  }

  @Override
  public void failed(long revisionId, String problem) {
    revisions.setRefused(revisionId, problem);
  }
}
