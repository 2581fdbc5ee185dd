package idiotaxa.server.service;

import idiotaxa.core.sight.HiddenFaces;
import idiotaxa.server.store.HiddenFacesStore;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.util.BitSet;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Service;

/** Faces that are seen from nowhere outside; they do not count as forgotten. */
@Service
public class HiddenFaceService {
  private final HiddenFacesStore store;
  private final MeshCache meshes;
  private final JobQueue jobs;
  private final RecentResults<Long, BitSet> known = new RecentResults<>(16);

  public HiddenFaceService(HiddenFacesStore store, MeshCache meshes, JobQueue jobs) {
    this.store = store;
    this.meshes = meshes;
    this.jobs = jobs;
  }

  /** Has them looked for, unless they were; models from before they were looked for have none yet. */
  void ask(long revisionId) {
    if (!store.isKnown(revisionId)) {
      jobs.findHidden(revisionId);
    }
  }

  /** None until they were looked for. Not to be changed. */
  public BitSet of(long revisionId) {
    BitSet faces = known.find(revisionId).orElse(null);
    if (faces == null) {
      byte[] packed = store.find(revisionId).orElse(null);
      if (packed == null) {
        return new BitSet();
      }
      faces = FaceRanges.faces(unpack(packed));
      known.put(revisionId, faces);
    }
    return faces;
  }

  /** Looks for them and keeps them. */
  void find(long revisionId) {
    // Nobody waits for it: it leaves the other cores, and the pool that they share, to those who do.
    BitSet faces = HiddenFaces.of(meshes.get(revisionId).mesh(), 1);
    store.put(revisionId, pack(FaceRanges.bitmap(faces)));
  }

  private static byte[] pack(RoaringBitmap faces) {
    faces.runOptimize();
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try {
      faces.serialize(new DataOutputStream(bytes));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  private static RoaringBitmap unpack(byte[] packed) {
    RoaringBitmap faces = new RoaringBitmap();
    try {
      faces.deserialize(ByteBuffer.wrap(packed));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return faces;
  }
}
