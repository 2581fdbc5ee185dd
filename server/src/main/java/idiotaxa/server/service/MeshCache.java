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
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import org.springframework.stereotype.Component;

/**
 * Parsed meshes of the revisions used last. A mesh is read once however many ask for it at the same
 * time, and reading one keeps nobody from another.
 */
@Component
public class MeshCache {
  private static final int MAX_MESHES = 6;

  private final RevisionStore revisions;
  private final BlobFiles files;
  private final Map<Long, CompletableFuture<CachedMesh>> meshes =
      new LinkedHashMap<>(16, 0.75f, true);

  public MeshCache(RevisionStore revisions, BlobFiles files) {
    this.revisions = revisions;
    this.files = files;
  }

  /** A mesh with its pieces. */
  public record CachedMesh(Mesh mesh, FaceLabels pieces) {}

  /**
   * @throws idiotaxa.core.format.FormatException when the revision's files are refused
   */
  public CachedMesh get(long revisionId) {
    CompletableFuture<CachedMesh> own = new CompletableFuture<>();
    CompletableFuture<CachedMesh> known = register(revisionId, own);
    if (known == own) {
      try {
        own.complete(read(revisionId));
      } catch (RuntimeException | Error e) {
        forget(revisionId);
        own.completeExceptionally(e);
        throw e;
      }
    }
    return join(known);
  }

  private synchronized CompletableFuture<CachedMesh> register(
      long revisionId, CompletableFuture<CachedMesh> own) {
    CompletableFuture<CachedMesh> known = meshes.get(revisionId);
    if (known != null) {
      return known;
    }
    meshes.put(revisionId, own);
    if (meshes.size() > MAX_MESHES) {
      Iterator<Long> leastRecentlyUsed = meshes.keySet().iterator();
      leastRecentlyUsed.next();
      leastRecentlyUsed.remove();
    }
    return own;
  }

  private synchronized void forget(long revisionId) {
    meshes.remove(revisionId);
  }

  private static CachedMesh join(CompletableFuture<CachedMesh> mesh) {
    try {
      return mesh.join();
    } catch (CompletionException e) {
      if (e.getCause() instanceof RuntimeException cause) {
        throw cause;
      }
      throw e;
    }
  }

  private CachedMesh read(long revisionId) {
    RevisionStore.RevisionRow row =
        revisions.find(revisionId).orElseThrow(() -> new NotFoundException("revision", revisionId));
    Map<String, Path> paths = new HashMap<>();
    revisions.files(revisionId).forEach((name, blob) -> paths.put(name, files.file(blob)));
    Mesh mesh = MeshFiles.read(FileBundle.of(row.fileName(), paths));
    return new CachedMesh(mesh, Pieces.of(mesh, Weld.of(mesh)));
  }
}
