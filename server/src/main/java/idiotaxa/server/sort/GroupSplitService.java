package idiotaxa.server.sort;

import idiotaxa.server.asset.RevisionStore;
import idiotaxa.core.group.Group;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.server.asset.CachedMesh;
import idiotaxa.server.asset.FaceRanges;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.group.GroupStore;
import idiotaxa.server.journal.ClaimSet;
import idiotaxa.server.journal.EntryKind;
import idiotaxa.server.journal.FaceGroups;
import idiotaxa.server.journal.Journal;
import idiotaxa.server.web.ConflictException;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Divides a group into groups by its pieces. */
@Service
public class GroupSplitService {
  private static final int MAX_GROUPS = 50;

  private final GroupService groups;
  private final GroupStore store;
  private final Journal journal;
  private final FaceGroups faceGroups;
  private final MeshCache meshes;
  private final RevisionStore revisions;

  public GroupSplitService(
      GroupService groups,
      GroupStore store,
      Journal journal,
      FaceGroups faceGroups,
      MeshCache meshes,
      RevisionStore revisions) {
    this.groups = groups;
    this.store = store;
    this.journal = journal;
    this.faceGroups = faceGroups;
    this.meshes = meshes;
    this.revisions = revisions;
  }

  /**
   * Gives every piece of a group its own group; alike pieces stay together, and the largest stay where
   * they are. The claims are one step to undo; the new groups stay, empty.
   *
   * @throws ConflictException when there is nothing to divide, or too much
   */
  @Transactional
  public Journal.State split(long assetId, long revisionId, long groupId) {
    long lastEntry = journal.lock(assetId).entryId();
    GroupStore.GroupRow group = groups.row(assetId, groupId);
    CachedMesh cached = meshes.get(revisions.getReady(assetId, revisionId).id());
    int[] ids = faceGroups.ids(assetId, revisionId, lastEntry);
    List<BitSet> kinds = kinds(cached, ids, (int) groupId);
    if (kinds.size() < 2) {
      throw new ConflictException(
          group.group().name() + " holds pieces of one kind only; there is nothing to split.");
    }
    if (kinds.size() > MAX_GROUPS) {
      throw new ConflictException(
          "%s holds %d kinds of pieces; more than %d groups would help nobody."
              .formatted(group.group().name(), kinds.size(), MAX_GROUPS));
    }
    Map<Long, RoaringBitmap> claims = new LinkedHashMap<>();
    int[] colors = groups.proposeColors(assetId, kinds.size() - 1);
    Set<String> names = new HashSet<>();
    groups.list(assetId).forEach(g -> names.add(g.group().name()));
    for (int k = 1; k < kinds.size(); k++) {
      String name = freeName(partName(cached.mesh(), kinds.get(k)), names);
      Group made = Group.of(groups.freeNumber(assetId), name, colors[k - 1]);
      claims.put(store.create(assetId, made), FaceRanges.bitmap(kinds.get(k)));
    }
    String words = group.group().name() + " split by piece → " + kinds.size() + " groups";
    return journal.append(
        assetId, revisionId, EntryKind.HAND, words, new ClaimSet(claims).pack());
  }

  /** Faces of a group by kind of piece, the largest area first. */
  private static List<BitSet> kinds(CachedMesh cached, int[] ids, int groupId) {
    Map<Integer, BitSet> ofClass = new LinkedHashMap<>();
    int[] classOfPiece = cached.alike();
    for (int f = 0; f < ids.length; f++) {
      if (ids[f] == groupId) {
        int kind = classOfPiece[cached.pieces().ofFace()[f]];
        ofClass.computeIfAbsent(kind, k -> new BitSet()).set(f);
      }
    }
    List<BitSet> kinds = new ArrayList<>(ofClass.values());
    double[] areas = cached.areas();
    kinds.sort(
        Comparator.comparingDouble(faces -> -faces.stream().mapToDouble(f -> areas[f]).sum()));
    return kinds;
  }

  private static String partName(Mesh mesh, BitSet faces) {
    String name = mesh.parts().get(mesh.facePart()[faces.nextSetBit(0)]).name().strip();
    return name.isEmpty() ? "piece" : name.substring(0, Math.min(70, name.length()));
  }

  private static String freeName(String wanted, Set<String> taken) {
    String name = wanted;
    for (int i = 2; !taken.add(name); i++) {
      name = wanted + " " + i;
    }
    return name;
  }
}
