package idiotaxa.server.service;

import idiotaxa.core.claim.PickWords;
import idiotaxa.server.store.GroupStore;
import idiotaxa.server.store.RevisionStore;
import java.util.BitSet;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Hand claims. */
@Service
public class ClaimService {
  private final GroupService groups;
  private final RevisionStore revisions;
  private final Journal journal;
  private final FaceGroups faceGroups;
  private final MeshCache meshes;

  public ClaimService(
      GroupService groups,
      RevisionStore revisions,
      Journal journal,
      FaceGroups faceGroups,
      MeshCache meshes) {
    this.groups = groups;
    this.revisions = revisions;
    this.journal = journal;
    this.faceGroups = faceGroups;
    this.meshes = meshes;
  }

  /**
   * Puts faces into a drawer. What lies in another, locked drawer stays there.
   *
   * @param groupId 0 for the unclaimed drawer
   * @param faceRanges pairs of first and one past the last face
   * @throws IllegalArgumentException when a range lies outside of the mesh or there is none
   * @throws ConflictException when all of the faces lie in locked drawers
   */
  @Transactional
  public Journal.State claim(long assetId, long revisionId, long groupId, int[] faceRanges) {
    CachedMesh cached = meshes.get(checked(assetId, revisionId).id());
    BitSet faces = FaceRanges.toFaces(faceRanges, cached.mesh().faceCount());
    if (faces.isEmpty()) {
      throw new IllegalArgumentException("Nothing is picked; pick faces first.");
    }
    int position = journal.lock(assetId);
    String group =
        groupId == ClaimSet.UNCLAIMED ? "unclaimed" : groups.row(assetId, groupId).group().name();
    leaveLocked(assetId, revisionId, groupId, position, faces);
    String words = PickWords.of(cached.mesh(), cached.pieces(), faces) + " → " + group;
    ClaimSet claims = new ClaimSet(Map.of(groupId, FaceRanges.bitmap(faces)));
    return journal.append(assetId, revisionId, EntryKind.HAND, words, claims.pack());
  }

  /** Takes faces out of a set that lie in locked drawers. */
  private void leaveLocked(
      long assetId, long revisionId, long groupId, int position, BitSet faces) {
    Set<Integer> locked =
        groups.list(assetId).stream()
            .filter(g -> g.isLocked() && g.id() != groupId)
            .map(g -> (int) g.id())
            .collect(Collectors.toSet());
    if (locked.isEmpty()) {
      return;
    }
    int[] ids = faceGroups.ids(assetId, revisionId, position);
    for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1)) {
      if (locked.contains(ids[f])) {
        faces.clear(f);
      }
    }
    if (faces.isEmpty()) {
      throw new ConflictException(
          "All that is picked lies in locked drawers; unlock them to take it out.");
    }
  }

  /** Group number of every face of a revision as the journal stands; 0 is unclaimed. */
  public int[] faceGroups(long assetId, long revisionId) {
    return faceGroups.numbers(assetId, revisionId, journal.position(assetId));
  }

  private RevisionStore.RevisionRow checked(long assetId, long revisionId) {
    return revisions
        .find(revisionId)
        .filter(r -> r.assetId() == assetId && r.state().equals(RevisionStore.READY))
        .orElseThrow(() -> new NotFoundException("readable revision of this asset", revisionId));
  }
}
