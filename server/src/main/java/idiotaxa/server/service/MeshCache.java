package idiotaxa.server.service;

import idiotaxa.core.format.FileBundle;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.Weld;
import idiotaxa.server.store.RevisionStore;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Parsed meshes of the revisions used last. */
@Component
public class MeshCache {
  private static final int MAX_MESHES = 6;

  private final RevisionStore revisions;
  private final BlobFiles files;
  private final Map<Long, CachedMesh> meshes = new LinkedHashMap<>(16, 0.75f, true);

  public MeshCache(RevisionStore revisions, BlobFiles files) {
    this.revisions = revisions;
    this.files = files;
  }

  /** A mesh with its pieces. */
  public record CachedMesh(Mesh mesh, FaceLabels pieces) {}

  /**
   * @throws idiotaxa.core.format.FormatException when the revision's files are refused
   */
  public synchronized CachedMesh get(long revisionId) {
    CachedMesh known = meshes.get(revisionId);
    if (known != null) {
      return known;
    }
    RevisionStore.RevisionRow row =
        revisions.find(revisionId).orElseThrow(() -> new NotFoundException("revision", revisionId));
    Map<String, Path> paths = new HashMap<>();
    revisions.files(revisionId).forEach((name, blob) -> paths.put(name, files.file(blob)));
    Mesh mesh = MeshFiles.read(FileBundle.of(row.fileName(), paths));
    CachedMesh cached = new CachedMesh(mesh, Pieces.of(mesh, Weld.of(mesh)));
    meshes.put(revisionId, cached);
    if (meshes.size() > MAX_MESHES) {
      meshes.remove(meshes.keySet().iterator().next());
    }
    return cached;
  }
}
