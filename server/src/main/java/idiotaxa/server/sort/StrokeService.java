package idiotaxa.server.sort;

import idiotaxa.core.spread.FreeFaces;
import idiotaxa.core.spread.Spread;
import idiotaxa.core.work.Progress;
import idiotaxa.server.asset.CachedMesh;
import idiotaxa.server.asset.FaceRanges;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.journal.ClaimSet;
import idiotaxa.server.journal.FaceGroups;
import idiotaxa.server.journal.Journal;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;

/** What follows strokes over a model; nothing is changed. */
@Service
class StrokeService {
  /** Strokes of one answer; each is a number of faces, so nobody draws more by hand. */
  private static final int MOST_STROKES = 1_000;

  private final GroupService groups;
  private final RevisionStore revisions;
  private final Journal journal;
  private final FaceGroups faceGroups;
  private final MeshCache meshes;
  private final ClaimService claims;

  StrokeService(
      GroupService groups,
      RevisionStore revisions,
      Journal journal,
      FaceGroups faceGroups,
      MeshCache meshes,
      ClaimService claims) {
    this.groups = groups;
    this.revisions = revisions;
    this.journal = journal;
    this.faceGroups = faceGroups;
    this.meshes = meshes;
    this.claims = claims;
  }

  /**
   * A stroke over a model.
   *
   * @param groupId of the group that follows it; 0 leaves alone what follows
   * @param faceRanges pairs of first and one past the last face that it touches
   */
  record DrawnStroke(long groupId, int[] faceRanges) {}

  /**
   * What follows.
   *
   * @param groups a share for every group of a stroke that anything follows
   * @param free faces that could follow
   * @param unsure pairs of first and one past the last face, where a border runs near that no crease holds
   */
  record Following(List<ClaimService.Share> groups, int free, int[] unsure) {}

  /**
   * @param strokes of two that touch one face the later has it; without any, creases are measured only
   * @param pickedRanges what was picked for it; null where nothing is, so that all that is unclaimed in the touched parts follows
   * @throws IllegalArgumentException when faces are not of the model or there are too many strokes
   */
  Following follow(long assetId, long revisionId, List<DrawnStroke> strokes, int[] pickedRanges) {
    if (strokes.size() > MOST_STROKES) {
      throw new IllegalArgumentException(
          "There are %,d strokes; %,d are answered at once. Keep some of them first.".formatted(strokes.size(), MOST_STROKES));
    }
    CachedMesh cached = meshes.get(revisions.getReady(assetId, revisionId).id());
    int faceCount = cached.mesh().faceCount();
    List<Long> ids = strokes.stream().map(DrawnStroke::groupId).filter(id -> id != ClaimSet.UNCLAIMED).distinct().toList();
    ids.forEach(id -> groups.row(assetId, id));
    List<Spread.Stroke> drawn = new ArrayList<>();
    for (DrawnStroke stroke : strokes) {
      int[] faces = FaceRanges.toFaces(stroke.faceRanges(), faceCount).stream().toArray();
      drawn.add(new Spread.Stroke(1 + ids.indexOf(stroke.groupId()), faces));
    }
    boolean[] isFree = free(assetId, revisionId, cached, drawn, pickedRanges);
    Spread.Result result = cached.spread().follow(drawn, isFree, Progress.NONE);
    return told(result, ids, isFree);
  }

  private boolean[] free(
      long assetId, long revisionId, CachedMesh cached, List<Spread.Stroke> strokes, int[] pickedRanges) {
    long last = journal.lastEntry(assetId);
    boolean[] out = new boolean[cached.mesh().faceCount()];
    int[] held = faceGroups.ids(assetId, revisionId, last);
    if (pickedRanges != null) {
      Set<Integer> locked = claims.locked(assetId);
      for (int f = 0; f < out.length; f++) {
        out[f] = locked.contains(held[f]);
      }
      return FreeFaces.picked(FaceRanges.toFaces(pickedRanges, out.length), out);
    }
    for (int f = 0; f < out.length; f++) {
      out[f] = held[f] != ClaimSet.UNCLAIMED;
    }
    return FreeFaces.unclaimed(cached.mesh(), strokes, out);
  }

  private static Following told(Spread.Result result, List<Long> ids, boolean[] isFree) {
    BitSet[] faces = new BitSet[ids.size() + 1];
    BitSet unsure = new BitSet();
    int free = 0;
    for (int f = 0; f < isFree.length; f++) {
      free += isFree[f] ? 1 : 0;
      int group = result.groupOfFace()[f];
      if (group != Spread.NOBODY) {
        faces[group] = faces[group] == null ? new BitSet() : faces[group];
        faces[group].set(f);
        unsure.set(f, result.confidence()[f] < Spread.WORTH_A_LOOK);
      }
    }
    List<ClaimService.Share> shares = new ArrayList<>();
    for (int g = 0; g < faces.length; g++) {
      if (faces[g] != null) {
        shares.add(new ClaimService.Share(g == 0 ? ClaimSet.UNCLAIMED : ids.get(g - 1), FaceRanges.of(faces[g])));
      }
    }
    return new Following(shares, free, FaceRanges.of(unsure));
  }
}
