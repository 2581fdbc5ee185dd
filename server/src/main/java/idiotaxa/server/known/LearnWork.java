package idiotaxa.server.known;

import idiotaxa.core.alike.Surface;
import idiotaxa.core.known.KnownKind;
import idiotaxa.core.known.KnownPieces;
import idiotaxa.core.known.SortedPieces;
import idiotaxa.core.known.SurfaceBytes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.blob.BlobFiles;
import idiotaxa.server.blob.BlobStore;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.group.GroupStore;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobRun;
import idiotaxa.server.job.JobWork;
import idiotaxa.server.journal.Journal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Learns what the pieces of a sorted model look like; what was learned of it before goes. */
@Component
class LearnWork implements JobWork {
  /** Of a triangle: mesh, pieces and their surfaces. */
  private static final long BYTES_A_TRIANGLE = 400;

  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final GroupService groups;
  private final BlobStore blobs;
  private final BlobFiles files;
  private final Journal journal;
  private final KnownStore store;
  private final KnownMemory memory;
  private final Clock clock;

  LearnWork(
      RevisionStore revisions,
      MeshCache meshes,
      GroupService groups,
      BlobStore blobs,
      BlobFiles files,
      Journal journal,
      KnownStore store,
      KnownMemory memory,
      Clock clock) {
    this.revisions = revisions;
    this.meshes = meshes;
    this.groups = groups;
    this.blobs = blobs;
    this.files = files;
    this.journal = journal;
    this.store = store;
    this.memory = memory;
    this.clock = clock;
  }

  @Override
  public JobKind kind() {
    return JobKind.LEARN_PIECES;
  }

  @Override
  public long memoryBytes(long revisionId) {
    return BYTES_A_TRIANGLE * meshes.get(revisionId).mesh().triangleCount();
  }

  @Override
  public void lock(long revisionId) {
    revisions.find(revisionId).ifPresent(row -> journal.lock(row.assetId()));
  }

  /**
   * Pieces of one group with the kind that they are of.
   *
   * @param kindId below 0 for one that is to be made; pieces of one such kind have one number
   * @param surface blob of one that is to be made, 0 where there is one
   */
  private record Learned(long kindId, SortedPieces.Sorted piece, long surface) {}

  /** A kind that was found is there no more: somebody removed the last model that had it. */
  private static final class KindGoneException extends RuntimeException {
    private static final long serialVersionUID = 1;
  }

  @Override
  public void run(long revisionId, JobRun run) throws IOException {
    while (!tryToLearn(revisionId, run)) {
      run.checkCancelled();
    }
  }

  /** False when it has to be looked up anew. */
  private boolean tryToLearn(long revisionId, JobRun run) throws IOException {
    long assetId = revisions.get(revisionId).assetId();
    Mesh mesh = meshes.get(revisionId).mesh();
    Map<Integer, Long> idOfNumber = new HashMap<>();
    for (GroupStore.GroupRow row : groups.list(assetId)) {
      idOfNumber.put(row.group().number(), row.id());
    }
    SortedPieces sorted = SortedPieces.of(mesh, groups.faceNumbers(assetId, revisionId));
    KnownPieces known = memory.pieces();
    KnownPieces fresh = new KnownPieces();
    List<Learned> learned = new ArrayList<>();
    for (int k = 0; k < sorted.kinds().size(); k++) {
      run.checkCancelled();
      run.at("learning pieces", (double) k / sorted.kinds().size());
      SortedPieces.Sorted piece = sorted.kinds().get(k);
      if (!idOfNumber.containsKey(piece.group())) {
        continue;
      }
      Optional<KnownKind> kind = known.find(piece.surface()).or(() -> fresh.find(piece.surface()));
      if (kind.isEmpty()) {
        long next = -1L - fresh.kinds().size();
        fresh.add(new KnownKind(next, piece.surface().fingerprint(), piece::surface));
        learned.add(new Learned(next, piece, keep(piece.surface())));
      } else {
        learned.add(new Learned(kind.get().id(), piece, 0));
      }
    }
    LocalDateTime now = LocalDateTime.now(clock);
    try {
      run.finish(() -> put(revisionId, learned, idOfNumber, now));
      return true;
    } catch (KindGoneException e) {
      return false;
    }
  }

  private void put(long revisionId, List<Learned> learned, Map<Integer, Long> idOfNumber, LocalDateTime now) {
    store.forget(revisionId);
    Map<Long, Long> made = new HashMap<>();
    for (Learned each : learned) {
      long group = idOfNumber.get(each.piece.group());
      if (each.surface != 0) {
        made.put(each.kindId, add(each, now));
      } else if (each.kindId > 0 && !store.hold(each.kindId)) {
        throw new KindGoneException();
      }
      store.addSeen(made.getOrDefault(each.kindId, each.kindId), revisionId, group, each.piece.pieces());
    }
  }

  private long add(Learned each, LocalDateTime now) {
    var fingerprint = each.piece.surface().fingerprint();
    return store.addKind(fingerprint.radius(), KnownMemory.write(fingerprint), each.surface, now);
  }

  private long keep(Surface surface) throws IOException {
    Path file = files.temporary(".piece");
    try {
      Files.write(file, SurfaceBytes.of(surface));
      return blobs.put(file).id();
    } finally {
      Files.deleteIfExists(file);
    }
  }
}
