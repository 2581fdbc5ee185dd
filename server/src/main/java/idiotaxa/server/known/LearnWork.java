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
   * @param kindId 0 where there was none
   * @param surface where it is kept, for one that may have to be made
   */
  private record Learned(long kindId, SortedPieces.Sorted piece, long surface) {}

  @Override
  public void run(long revisionId, JobRun run) throws IOException {
    long assetId = revisions.get(revisionId).assetId();
    Mesh mesh = meshes.get(revisionId).mesh();
    Map<Integer, Long> idOfNumber = new HashMap<>();
    for (GroupStore.GroupRow row : groups.list(assetId)) {
      idOfNumber.put(row.group().number(), row.id());
    }
    SortedPieces sorted = SortedPieces.of(mesh, groups.faceNumbers(assetId, revisionId));
    KnownPieces known = memory.pieces();
    List<Learned> learned = new ArrayList<>();
    for (int k = 0; k < sorted.kinds().size(); k++) {
      run.checkCancelled();
      run.at("learning pieces", (double) k / sorted.kinds().size());
      SortedPieces.Sorted piece = sorted.kinds().get(k);
      long kind = known.find(piece.surface()).map(KnownKind::id).orElse(0L);
      learned.add(new Learned(kind, piece, keep(piece.surface())));
    }
    LocalDateTime now = LocalDateTime.now(clock);
    run.finish(
        () -> {
          store.forget(revisionId);
          // Two groups of one new kind share it.
          Map<Surface, Long> made = new HashMap<>();
          for (Learned each : learned) {
            Long group = idOfNumber.get(each.piece.group());
            if (group != null) {
              long kind =
                  each.kindId != 0 && store.hold(each.kindId)
                      ? each.kindId
                      : made.computeIfAbsent(each.piece.surface(), s -> add(each, now));
              store.addSeen(kind, revisionId, group, each.piece.pieces());
            }
          }
        });
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
