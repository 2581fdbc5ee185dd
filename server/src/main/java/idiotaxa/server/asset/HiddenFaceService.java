package idiotaxa.server.asset;

import idiotaxa.server.job.JobKind;
import java.util.Set;
import idiotaxa.server.cache.RecentResults;
import idiotaxa.server.job.JobQueue;
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
  private final JobQueue jobs;
  private final RecentResults<Long, BitSet> known = new RecentResults<>(16);

  public HiddenFaceService(HiddenFacesStore store, JobQueue jobs) {
    this.store = store;
    this.jobs = jobs;
  }

  /**
   * Has them looked for, unless they were or are. A target's are when it has been read, a source's when somebody
   * sorts it or looks at its groups: most sources bring their groups along, and are by far the larger models.
   */
  public void ask(long revisionId) {
    if (!store.isKnown(revisionId)) {
      jobs.addOnce(JobKind.FIND_HIDDEN, revisionId);
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

  /** Keeps what was found. */
  public void keep(long revisionId, BitSet faces) {
    store.put(revisionId, pack(FaceRanges.bitmap(faces)));
  }

  /** Revisions of an asset whose hidden faces were looked for. */
  public Set<Long> knownOf(long assetId) {
    return store.knownOf(assetId);
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
