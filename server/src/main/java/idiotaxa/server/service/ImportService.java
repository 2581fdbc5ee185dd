package idiotaxa.server.service;

import idiotaxa.core.check.ModelInspector;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.format.ModelFileNames;
import idiotaxa.server.store.AssetStore;
import idiotaxa.server.store.BlobStore;
import idiotaxa.server.store.RevisionStore;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Takes uploaded files in and reads them. */
@Service
public class ImportService {
  private final AssetStore assets;
  private final RevisionStore revisions;
  private final BlobStore blobs;
  private final MeshCache meshes;
  private final HiddenFaceService hidden;
  private final Journal journal;
  private final JobQueue jobs;
  private final JsonMapper json;

  public ImportService(
      AssetStore assets,
      RevisionStore revisions,
      BlobStore blobs,
      MeshCache meshes,
      HiddenFaceService hidden,
      Journal journal,
      JobQueue jobs,
      JsonMapper json) {
    this.assets = assets;
    this.revisions = revisions;
    this.blobs = blobs;
    this.meshes = meshes;
    this.hidden = hidden;
    this.journal = journal;
    this.jobs = jobs;
    this.json = json;
  }

  /**
   * Stores the files of one model and queues their reading.
   *
   * @param files local files by plain name, one of them a model
   * @param replaces a revision whose place this one takes once it is read, null for none
   * @return the new revision
   */
  @Transactional
  public long take(long assetId, String role, Map<String, Path> files, Long replaces)
      throws IOException {
    assets.find(assetId).orElseThrow(() -> new NotFoundException("asset", assetId));
    if (!role.equals(RevisionStore.TARGET) && !role.equals(RevisionStore.SOURCE)) {
      throw new IllegalArgumentException("A model is a target or a source, not a " + role + ".");
    }
    String main = ModelFileNames.main(files.keySet());
    long count =
        revisions.list(assetId).stream()
            .filter(r -> r.role().equals(role) && !r.state().equals(RevisionStore.REFUSED))
            .count();
    long id = revisions.create(assetId, role, label(count), main, replaces);
    for (Map.Entry<String, Path> file : files.entrySet()) {
      revisions.addFile(id, file.getKey(), blobs.put(file.getValue()).id());
    }
    jobs.readRevision(id);
    return id;
  }

  /** A, B … Z, then 27, 28 … */
  private static String label(long index) {
    return index < 26 ? Character.toString('A' + (int) index) : Long.toString(index + 1);
  }

  /** Reads a revision's files; what is refused is said on the revision. Run by a job, repeatable. */
  public void read(long revisionId) {
    RevisionStore.RevisionRow row = revisions.find(revisionId).orElse(null);
    if (row == null || !row.state().equals(RevisionStore.READING)) {
      return;
    }
    try {
      var inspection = ModelInspector.inspect(meshes.get(revisionId).mesh(), row.fileName());
      revisions.setReady(row, json.writeValueAsString(inspection));
      hidden.ask(revisionId);
    } catch (FormatException e) {
      revisions.setRefused(revisionId, e.getMessage());
    } catch (RuntimeException e) {
      revisions.setRefused(
          revisionId, row.fileName() + " could not be read: " + e + "; please report this file.");
      throw e;
    } catch (OutOfMemoryError e) {
      revisions.setRefused(
          revisionId, row.fileName() + " is too large for this machine's memory; split it.");
    }
  }

  /** Looks for hidden faces, which do not count as unclaimed. Run by a job, repeatable. */
  public void findHidden(long revisionId) {
    RevisionStore.RevisionRow row = revisions.find(revisionId).orElse(null);
    if (row != null && row.state().equals(RevisionStore.READY)) {
      hidden.find(revisionId);
      journal.countAnew(row.assetId(), revisionId);
    }
  }
}
