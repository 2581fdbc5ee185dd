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
import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.roaringbitmap.RoaringBitmap;
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
    return claimSeveral(assetId, revisionId, List.of(new Share(groupId, faceRanges)), false);
  }

  /**
   * Faces that go into one drawer.
   *
   * @param groupId 0 for the unclaimed drawer
   * @param faceRanges pairs of first and one past the last face
   */
  public record Share(long groupId, int[] faceRanges) {}

  /**
   * Puts faces into several drawers, as one step of the journal. What lies in another, locked drawer stays there.
   *
   * @param isUnclaimedOnly whether faces that belong to a group by now stay there, since somebody else was first
   * @throws IllegalArgumentException when a range lies outside of the mesh, a face is named twice or there is none
   * @throws ConflictException when none of the faces may be taken
   */
  @Transactional
  public Journal.State claimSeveral(long assetId, long revisionId, List<Share> shares, boolean isUnclaimedOnly) {
    CachedMesh cached = meshes.get(revisions.getReady(assetId, revisionId).id());
    int faceCount = cached.mesh().faceCount();
    Map<Long, BitSet> wanted = new TreeMap<>();
    BitSet all = new BitSet(faceCount);
    for (Share share : shares) {
      BitSet faces = FaceRanges.toFaces(share.faceRanges(), faceCount);
      if (all.intersects(faces)) {
        throw new IllegalArgumentException("A face can go into one drawer only; some are named for two.");
      }
      all.or(faces);
      wanted.computeIfAbsent(share.groupId(), g -> new BitSet()).or(faces);
    }
    if (all.isEmpty()) {
      throw new IllegalArgumentException("Nothing is picked; pick faces first.");
    }
    JournalStore.Cursor last = journal.lock(assetId);
    Set<Integer> locked = locked(assetId);
    boolean isHeldAsked = isUnclaimedOnly || !locked.isEmpty();
    int[] held = isHeldAsked ? faceGroups.ids(assetId, revisionId, last.entryId()) : new int[0];
    all.clear();
    Map<Long, RoaringBitmap> set = new LinkedHashMap<>();
    List<String> names = new ArrayList<>();
    wanted.forEach(
        (groupId, faces) -> {
          String name = groupId == ClaimSet.UNCLAIMED ? "unclaimed" : groups.row(assetId, groupId).group().name();
          if (isHeldAsked) {
            leaveOthers(faces, held, groupId, locked, isUnclaimedOnly);
          }
          if (!faces.isEmpty()) {
            set.put(groupId, FaceRanges.bitmap(faces));
            names.add(name);
            all.or(faces);
          }
        });
    if (set.isEmpty()) {
      throw new ConflictException(
          isUnclaimedOnly
              ? "All of these faces have a group by now."
              : "All that is picked lies in locked drawers; unlock them to take it out.");
    }
    String into = names.size() == 1 ? names.get(0) : names.size() + " groups";
    String words = PickWords.of(cached.mesh(), cached.pieces(), all) + " → " + into;
    return journal.append(assetId, last, revisionId, EntryKind.HAND, words, new ClaimSet(set).pack());
  }

  /** What a group has already is no other's: a claim that arrives twice comes to the same. */
  private static void leaveOthers(
      BitSet faces, int[] held, long groupId, Set<Integer> locked, boolean isUnclaimedOnly) {
    for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1)) {
      boolean isClaimed = isUnclaimedOnly && held[f] != ClaimSet.UNCLAIMED;
      if (held[f] != groupId && (isClaimed || locked.contains(held[f]))) {
        faces.clear(f);
      }
    }
  }

  /** Groups whose drawers are locked. */
  Set<Integer> locked(long assetId) {
    return groups.list(assetId).stream()
        .filter(GroupStore.GroupRow::isLocked)
        .map(g -> (int) g.id())
        .collect(Collectors.toSet());
  }
}
