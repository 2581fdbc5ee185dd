package idiotaxa.server.sort;

import idiotaxa.core.claim.PickWords;
import idiotaxa.server.asset.CachedMesh;
import idiotaxa.server.asset.FaceRanges;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.group.GroupStore;
import idiotaxa.server.journal.ClaimSet;
import idiotaxa.server.journal.EntryKind;
import idiotaxa.server.journal.FaceGroups;
import idiotaxa.server.journal.Journal;
import idiotaxa.server.journal.JournalStore;
import idiotaxa.server.web.ConflictException;
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
    CachedMesh cached = meshes.get(revisions.getReady(assetId, revisionId).id());
    BitSet faces = FaceRanges.toFaces(faceRanges, cached.mesh().faceCount());
    if (faces.isEmpty()) {
      throw new IllegalArgumentException("Nothing is picked; pick faces first.");
    }
    JournalStore.Cursor last = journal.lock(assetId);
    String group =
        groupId == ClaimSet.UNCLAIMED ? "unclaimed" : groups.row(assetId, groupId).group().name();
    leaveLocked(assetId, revisionId, groupId, last.entryId(), faces);
    String words = PickWords.of(cached.mesh(), cached.pieces(), faces) + " → " + group;
    ClaimSet claims = new ClaimSet(Map.of(groupId, FaceRanges.bitmap(faces)));
    return journal.append(assetId, last, revisionId, EntryKind.HAND, words, claims.pack());
  }

  /** Takes faces out of a set that lie in locked drawers. */
  private void leaveLocked(
      long assetId, long revisionId, long groupId, long lastEntry, BitSet faces) {
    Set<Integer> locked =
        groups.list(assetId).stream()
            .filter(g -> g.isLocked() && g.id() != groupId)
            .map(g -> (int) g.id())
            .collect(Collectors.toSet());
    if (locked.isEmpty()) {
      return;
    }
    int[] ids = faceGroups.ids(assetId, revisionId, lastEntry);
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
}
