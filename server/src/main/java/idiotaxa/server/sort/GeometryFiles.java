package idiotaxa.server.sort;

import idiotaxa.server.asset.CachedMesh;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.blob.BlobFiles;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.Deflater;
import java.util.zip.GZIPOutputStream;
import org.springframework.stereotype.Component;

/** Geometry for the stage, compressed once and kept as a file; it is read from the mesh only then. */
@Component
class GeometryFiles {
  /** Raised when {@link GeometryBuffer} writes the same mesh otherwise. */
  private static final int FORMAT = 1;

  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final BlobFiles files;

  GeometryFiles(RevisionStore revisions, MeshCache meshes, BlobFiles files) {
    this.revisions = revisions;
    this.meshes = meshes;
    this.files = files;
  }

  /**
   * @param key see {@link RevisionStore#geometryKeys}
   * @param gzip a {@link GeometryBuffer} in gzip (RFC 1952)
   */
  record Geometry(String key, Path gzip) {}

  Geometry get(RevisionStore.RevisionRow revision) {
    String key = revisions.geometryKeys(List.of(revision)).get(revision.id());
    Path file =
        files.file("geometry-%d-%s.gz".formatted(FORMAT, key), out -> write(meshes.get(revision.id()), out));
    return new Geometry(key, file);
  }

  private static void write(CachedMesh mesh, OutputStream out) throws IOException {
    try (GZIPOutputStream packed = new FastGzip(out)) {
      GeometryBuffer.of(mesh).writeTo(packed);
    }
  }

  /** Geometry shrinks to nearly the same at every level, and the lowest takes a third of the time. */
  private static final class FastGzip extends GZIPOutputStream {
    FastGzip(OutputStream out) throws IOException {
      super(out, 1 << 16);
      def.setLevel(Deflater.BEST_SPEED);
    }
  }
}
