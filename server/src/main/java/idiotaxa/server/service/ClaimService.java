package idiotaxa.server.service;

import idiotaxa.core.group.ClaimLayers;
import idiotaxa.core.group.Group;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.server.store.AssetStore;
import idiotaxa.server.store.GroupStore;
import idiotaxa.server.store.JournalStore;
import idiotaxa.server.store.RevisionStore;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Claims, undo and redo: the journal and what follows from it. */
@Service
public class ClaimService {
  /** Kinds of journal entries. */
  static final String HAND = "hand";

  static final String RULE = "rule";

  private final AssetStore assets;
  private final GroupStore groups;
  private final RevisionStore revisions;
  private final JournalStore journal;
  private final MeshCache meshes;

  public ClaimService(
      AssetStore assets,
      GroupStore groups,
      RevisionStore revisions,
      JournalStore journal,
      MeshCache meshes) {
    this.assets = assets;
    this.groups = groups;
    this.revisions = revisions;
    this.journal = journal;
    this.meshes = meshes;
  }

  /** Where the journal stands after a change. */
  public record JournalState(int position, int length, double claimedShare) {}

  /**
   * Puts faces into a drawer.
   *
   * @param groupId 0 for the unclaimed drawer
   * @param faceRanges pairs of first and one past the last face
   * @throws IllegalArgumentException when a range lies outside of the mesh
   */
  @Transactional
  public JournalState claim(long assetId, long revisionId, long groupId, int[] faceRanges) {
    Mesh mesh = meshes.get(checked(assetId, revisionId).id()).mesh();
    RoaringBitmap faces = faces(mesh, faceRanges);
    if (faces.isEmpty()) {
      throw new IllegalArgumentException("Nothing is picked; pick faces first.");
    }
    String group = groupId == ClaimSet.UNCLAIMED ? "unclaimed" : groupName(assetId, groupId);
    String words = picked(mesh, faces) + " → " + group;
    return append(assetId, revisionId, HAND, words, new ClaimSet(Map.of(groupId, faces)));
  }

  /** Adds an entry behind the present position; entries that were undone are dropped. */
  @Transactional
  public JournalState append(
      long assetId, long revisionId, String kind, String words, ClaimSet claims) {
    int ordinal = assets.lock(assetId).journalPosition() + 1;
    String shortWords = words.substring(0, Math.min(300, words.length()));
    journal.append(assetId, revisionId, ordinal, kind, shortWords, claims.pack());
    return moveTo(assetId, revisionId, ordinal);
  }

  private JournalState moveTo(long assetId, long revisionId, int position) {
    assets.setJournalPosition(assetId, position);
    double share = share(revisionId, faceGroups(assetId, revisionId, position));
    revisions.setClaimedShare(revisionId, share);
    return new JournalState(position, journal.words(assetId).size(), share);
  }

  /**
   * @param steps negative to undo, positive to redo; stops at either end
   */
  @Transactional
  public JournalState step(long assetId, int steps) {
    int position = assets.lock(assetId).journalPosition();
    int length = journal.words(assetId).size();
    int wanted = Math.max(0, Math.min(length, position + steps));
    Set<Long> touched = new HashSet<>();
    for (int o = Math.min(position, wanted) + 1; o <= Math.max(position, wanted); o++) {
      touched.add(journal.revisionAt(assetId, o));
    }
    JournalState state = new JournalState(wanted, length, 0);
    assets.setJournalPosition(assetId, wanted);
    for (long revisionId : touched) {
      state = moveTo(assetId, revisionId, wanted);
    }
    return state;
  }

  /** Group number of every face of a revision as the journal stands; 0 is unclaimed. */
  public int[] faceGroups(long assetId, long revisionId) {
    AssetStore.AssetRow asset =
        assets.find(assetId).orElseThrow(() -> new NotFoundException("asset", assetId));
    return faceGroups(assetId, revisionId, asset.journalPosition());
  }

  /** The same at another position of the journal. */
  public int[] faceGroups(long assetId, long revisionId, int position) {
    ClaimLayers layers = new ClaimLayers(meshes.get(revisionId).mesh().faceCount());
    Map<Long, Integer> numbers = new HashMap<>();
    groups.list(assetId).forEach(g -> numbers.put(g.id(), g.group().number()));
    for (JournalStore.EntryRow entry : journal.inForce(assetId, revisionId, position)) {
      boolean isByHand = entry.kind().equals(HAND);
      ClaimSet.unpack(entry.claims())
          .facesOfGroup()
          .forEach(
              (id, faces) -> {
                int number = numbers.getOrDefault(id, Group.UNCLAIMED);
                if (isByHand) {
                  faces.forEach((int f) -> layers.claimByHand(f, number));
                } else {
                  faces.forEach((int f) -> layers.claimByRule(f, number));
                }
              });
    }
    return layers.faceGroups();
  }

  private RevisionStore.RevisionRow checked(long assetId, long revisionId) {
    return revisions
        .find(revisionId)
        .filter(r -> r.assetId() == assetId && r.state().equals(RevisionStore.READY))
        .orElseThrow(() -> new NotFoundException("readable revision of this asset", revisionId));
  }

  private String groupName(long assetId, long groupId) {
    return groups
        .find(groupId)
        .filter(g -> g.assetId() == assetId)
        .orElseThrow(() -> new NotFoundException("group of this asset", groupId))
        .group()
        .name();
  }

  private static RoaringBitmap faces(Mesh mesh, int[] ranges) {
    RoaringBitmap faces = new RoaringBitmap();
    if (ranges.length % 2 != 0) {
      throw new IllegalArgumentException("faceRanges must hold pairs, got " + ranges.length);
    }
    for (int i = 0; i < ranges.length; i += 2) {
      if (ranges[i] < 0 || ranges[i + 1] < ranges[i] || ranges[i + 1] > mesh.faceCount()) {
        throw new IllegalArgumentException(
            "Faces %d … %d are not faces of this model, which has %d."
                .formatted(ranges[i], ranges[i + 1], mesh.faceCount()));
      }
      faces.add((long) ranges[i], ranges[i + 1]);
    }
    return faces;
  }

  /** In words: whole parts by name or count, else faces. */
  private static String picked(Mesh mesh, RoaringBitmap faces) {
    int[] total = new int[mesh.parts().size()];
    int[] in = new int[total.length];
    for (int f = 0; f < mesh.faceCount(); f++) {
      total[mesh.facePart()[f]]++;
      in[mesh.facePart()[f]] += faces.contains(f) ? 1 : 0;
    }
    int whole = 0;
    int last = -1;
    for (int p = 0; p < total.length; p++) {
      if (in[p] > 0 && in[p] < total[p]) {
        return faces.getCardinality() + " faces";
      }
      if (in[p] > 0) {
        whole++;
        last = p;
      }
    }
    return whole == 1 ? mesh.parts().get(last).name() : whole + " parts";
  }

  /** Share of the surface that is claimed, 0 … 1. */
  private double share(long revisionId, int[] faceGroup) {
    Mesh mesh = meshes.get(revisionId).mesh();
    double all = 0;
    double claimed = 0;
    for (int t = 0; t < mesh.triangleCount(); t++) {
      double area = TriangleGeometry.area(mesh, t);
      all += area;
      claimed += faceGroup[mesh.triangleFace(t)] == Group.UNCLAIMED ? 0 : area;
    }
    return all == 0 ? 0 : claimed / all;
  }
}
