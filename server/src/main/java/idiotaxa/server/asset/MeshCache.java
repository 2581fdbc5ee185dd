package idiotaxa.server.asset;

import idiotaxa.core.work.Progress;
import idiotaxa.core.align.Alignment;
import idiotaxa.core.check.Finding;
import idiotaxa.core.check.UvSetChoice;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.handoff.OriginalModel;
import idiotaxa.core.format.ReadAs;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.PartEdit;
import idiotaxa.server.blob.BlobFiles;
import idiotaxa.server.cache.RecentResults;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Parsed meshes of the revisions used last, with the UVs and parts that were changed beside the file. */
@Component
public class MeshCache {
  private static final int MOST_MESHES = 64;

  /** Of the heap. */
  private static final double SHARE = 0.25;

  private final RevisionStore revisions;
  private final BlobFiles files;
  private final JsonMapper json;
  private final RecentResults<State, CachedMesh> meshes = 
      new RecentResults<>(MOST_MESHES, RecentResults.ofHeap(SHARE), CachedMesh::bytes);

  public MeshCache(RevisionStore revisions, BlobFiles files, JsonMapper json) {
    this.revisions = revisions;
    this.files = files;
    this.json = json;
  }

  /**
   * What a revision's geometry is made of; its files never change. Named by its content and not by a number, which a transaction
   * that is rolled back gives to something that never was.
   *
   * @param partEdits JSON, null for none
   * @param origin of the asset, null for the model's own
   */
  private record State(long revisionId, Long uvBlobId, String partEdits, LocalOrigin origin, ReadAs readAs) {
    State(long revisionId, RevisionStore.Geometry geometry) {
      this(revisionId, geometry.uvBlobId(), geometry.partEdits(), geometry.origin(), geometry.readAs());
    }
  }

  /**
   * @throws idiotaxa.core.file.FormatException when the revision's files are refused
   */
  public CachedMesh get(long revisionId) {
    return get(revisionId, Progress.NONE);
  }

  /**
   * @param progress asked now and then whether to go on reading
   * @throws idiotaxa.core.file.FormatException when the revision's files are refused
   * @throws idiotaxa.core.work.CancelledException when the progress says so
   */
  public CachedMesh get(long revisionId, Progress progress) {
    // Asked many times a request: only what names the state, not all that was found out about the model.
    State state = new State(revisionId, revisions.geometry(revisionId));
    return meshes.get(state, key -> read(key, progress));
  }

  /** Keeps a state of a revision that the caller has made already, as {@link #get} will be asked for it. */
  public void put(long revisionId, Long uvBlobId, String partEdits, CachedMesh mesh) {
    RevisionStore.Geometry now = revisions.geometry(revisionId);
    meshes.put(new State(revisionId, uvBlobId, partEdits, now.origin(), now.readAs()), mesh);
  }

  /** The mesh as it lies on its target: with the alignment that is kept with a source. */
  public Mesh aligned(long revisionId) {
    Mesh mesh = get(revisionId).mesh();
    String alignment = revisions.get(revisionId).alignment();
    return alignment == null ? mesh : json.readValue(alignment, Alignment.class).apply(mesh);
  }

  /** The mesh as its file has it, without what was changed beside it; read anew. */
  public Mesh ofFile(long revisionId) {
    RevisionStore.Geometry now = revisions.geometry(revisionId);
    return read(revisionId, now.origin(), now.readAs(), Progress.NONE);
  }

  /** What tells that another UV set of a revision's file is meant; asked only where nothing was laid over its UVs. */
  public Optional<Finding> otherUvSet(long revisionId) {
    RevisionStore.Geometry now = revisions.geometry(revisionId);
    FileBundle bundle = bundle(revisionId);
    if (now.uvBlobId() != null) {
      return Optional.empty();
    }
    return UvSetChoice.of(
        get(revisionId).mesh(),
        now.readAs().uvSet(),
        MeshFiles.uvSets(bundle),
        set -> MeshFiles.read(bundle, now.readAs().withUvSet(set), Progress.NONE));
  }

  /** The files that a revision came with. */
  public FileBundle bundle(long revisionId) {
    return bundle(
        revisions.get(revisionId));
  }

  private FileBundle bundle(RevisionStore.RevisionRow row) {
    Map<String, Path> paths = new HashMap<>();
    revisions.files(row.id()).forEach((name, blob) -> paths.put(name, files.file(blob)));
    return FileBundle.of(row.fileName(), paths);
  }

  /** The file of a revision as it came in, opened when it is asked for. */
  public OriginalModel original(long revisionId) {
    RevisionStore.RevisionRow row = revisions.get(revisionId);
    boolean isLaidOutHere = revisions.geometry(revisionId).uvBlobId() != null;
    return new OriginalModel(row.fileName(), isLaidOutHere, () -> bundle(row));
  }

  private CachedMesh read(State state, Progress progress) {
    Mesh mesh = read(state.revisionId(), state.origin(), state.readAs(), progress);
    if (state.uvBlobId() != null) {
      mesh = mesh.withCornerUvs(UvFile.read(files.file(state.uvBlobId())));
    }
    if (state.partEdits() != null) {
      for (PartEdit edit : json.readValue(state.partEdits(), PartEdit[].class)) {
        mesh = edit.apply(mesh);
      }
    }
    return new CachedMesh(mesh);
  }

  /**
   * @param origin null for the model's own
   */
  private Mesh read(long revisionId, LocalOrigin origin, ReadAs as, Progress progress) {
    Mesh mesh = MeshFiles.read(bundle(revisionId), as, progress);
    return origin == null ? mesh : origin.around(mesh);
  }
}
