package idiotaxa.server.service;

import idiotaxa.core.align.Alignment;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.PartEdit;
import idiotaxa.server.store.RevisionStore;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Parsed meshes of the revisions used last, with the UVs and parts that were changed beside the file. */
@Component
public class MeshCache {
  private static final int MAX_MESHES = 6;

  private final RevisionStore revisions;
  private final BlobFiles files;
  private final JsonMapper json;
  private final RecentResults<State, CachedMesh> meshes = new RecentResults<>(MAX_MESHES);

  public MeshCache(RevisionStore revisions, BlobFiles files, JsonMapper json) {
    this.revisions = revisions;
    this.files = files;
    this.json = json;
  }

  /** One state of a revision's geometry. */
  private record State(long revisionId, int version) {}

  /**
   * @throws idiotaxa.core.file.FormatException when the revision's files are refused
   */
  public CachedMesh get(long revisionId) {
    RevisionStore.RevisionRow row =
        revisions.find(revisionId).orElseThrow(() -> new NotFoundException("revision", revisionId));
    return meshes.get(new State(revisionId, row.geometryVersion()), state -> read(row));
  }

  /** The mesh as it lies on its target: with the alignment that is kept with a source. */
  public Mesh aligned(long revisionId) {
    Mesh mesh = get(revisionId).mesh();
    String alignment = revisions.find(revisionId).orElseThrow().alignment();
    return alignment == null ? mesh : json.readValue(alignment, Alignment.class).apply(mesh);
  }

  /** The files that a revision came with. */
  public FileBundle bundle(long revisionId) {
    return bundle(
        revisions.find(revisionId).orElseThrow(() -> new NotFoundException("revision", revisionId)));
  }

  private FileBundle bundle(RevisionStore.RevisionRow row) {
    Map<String, Path> paths = new HashMap<>();
    revisions.files(row.id()).forEach((name, blob) -> paths.put(name, files.file(blob)));
    return FileBundle.of(row.fileName(), paths);
  }

  private CachedMesh read(RevisionStore.RevisionRow row) {
    Mesh mesh = MeshFiles.read(bundle(row));
    if (row.uvBlobId() != null) {
      mesh = mesh.withCornerUvs(UvFile.read(files.file(row.uvBlobId())));
    }
    if (row.partEdits() != null) {
      for (PartEdit edit : json.readValue(row.partEdits(), PartEdit[].class)) {
        mesh = edit.apply(mesh);
      }
    }
    return new CachedMesh(mesh);
  }
}
