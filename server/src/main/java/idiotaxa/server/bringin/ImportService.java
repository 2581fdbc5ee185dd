package idiotaxa.server.bringin;

import java.util.LinkedHashMap;
import idiotaxa.server.job.JobKind;
import org.springframework.transaction.support.TransactionTemplate;
import idiotaxa.core.format.ModelFileNames;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.blob.BlobStore;
import idiotaxa.server.job.JobQueue;
import idiotaxa.server.job.JobState;
import idiotaxa.server.job.JobStore;
import idiotaxa.server.web.NotFoundException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Locale;
import org.springframework.stereotype.Service;

/** Takes uploaded files in. */
@Service
public class ImportService {
  /** What is said of a model whose reading somebody stopped. */
  static final String STOPPED = "Reading was stopped. Bring the model in again when it is wanted.";

  private final AssetStore assets;
  private final RevisionStore revisions;
  private final BlobStore blobs;
  private final JobQueue jobs;
  private final JobStore jobStore;
  private final TransactionTemplate transaction;

  public ImportService(
      AssetStore assets,
      RevisionStore revisions,
      BlobStore blobs,
      JobQueue jobs,
      JobStore jobStore,
      TransactionTemplate transaction) {
    this.assets = assets;
    this.revisions = revisions;
    this.blobs = blobs;
    this.jobs = jobs;
    this.jobStore = jobStore;
    this.transaction = transaction;
  }

  /**
   * Stores the files of one model and queues their reading.
   *
   * @param files local files by plain name, one of them a model
   * @param replaces a revision whose place this one takes once it is read, null for none
   * @return the new revision
   */
  public long take(long assetId, String role, Map<String, Path> files, Long replaces)
      throws IOException {
    assets.find(assetId).orElseThrow(() -> new NotFoundException("asset", assetId));
    if (!role.equals(RevisionStore.TARGET) && !role.equals(RevisionStore.SOURCE)) {
      throw new IllegalArgumentException("role: a model is a target or a source, not \"" + role + "\".");
    }
    checkReplaced(assetId, role, replaces);
    String main = ModelFileNames.main(files.keySet());
    // Bytes first, each file by itself: what holds the asset's row must not wait for an upload.
    Map<String, Long> stored = new LinkedHashMap<>();
    for (Map.Entry<String, Path> file : files.entrySet()) {
      stored.put(file.getKey(), blobs.put(file.getValue()).id());
    }
    return transaction.execute(status -> add(assetId, role, main, stored, replaces));
  }

  /** Stops the reading of a model; the revision stays as one that was refused. */
  public void stop(long revisionId) {
    transaction.executeWithoutResult(
        status -> {
          RevisionStore.RevisionRow row = revisions.get(revisionId);
          assets.lock(row.assetId());
          jobStore.cancel(JobKind.READ_REVISION, List.of(revisionId));
          boolean hadNotBegun =
              jobStore.get(JobKind.READ_REVISION, revisionId).state().equals(JobState.CANCELLED);
          if (hadNotBegun && revisions.get(revisionId).state().equals(RevisionStore.READING)) {
            revisions.setRefused(revisionId, STOPPED);
          }
        });
  }

  private void checkReplaced(long assetId, String role, Long replaces) {
    if (replaces != null) {
      RevisionStore.RevisionRow row = revisions.get(replaces);
      if (row.assetId() != assetId || !row.role().equals(role)) {
        throw new NotFoundException(role + " of this asset", replaces);
      }
    }
  }

  private long add(
      long assetId, String role, String main, Map<String, Long> stored, Long replaces) {
    assets.lock(assetId);
    long count =
        revisions.list(assetId).stream()
            .filter(r -> r.role().equals(role) && !r.state().equals(RevisionStore.REFUSED))
            .count();
    long id = revisions.create(assetId, role, label(count), main, replaces);
    if (!saysItsUnit(main)) {
      before(assetId, replaces).ifPresent(row -> revisions.takeUnit(id, row.readAs()));
    }
    stored.forEach((name, blob) -> revisions.addFile(id, name, blob));
    jobs.add(JobKind.READ_REVISION, id);
    return id;
  }

  /** The model whose unit and axes another most likely has: the one that it replaces, else the target. */
  private Optional<RevisionStore.RevisionRow> before(long assetId, Long replaces) {
    return replaces != null ? revisions.find(replaces) : revisions.currentTarget(assetId);
  }

  /** glTF is always in metres with Y up, and USD says what it is in. */
  private static boolean saysItsUnit(String main) {
    String name = main.toLowerCase(Locale.ROOT);
    return name.endsWith(".glb") || name.endsWith(".gltf") || name.endsWith(".usda");
  }

  /** A, B … Z, then 27, 28 … */
  private static String label(long index) {
    return index < 26 ? Character.toString('A' + (int) index) : Long.toString(index + 1);
  }
}
