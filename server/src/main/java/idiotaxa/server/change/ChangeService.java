package idiotaxa.server.change;

import idiotaxa.core.carry.NearestNames;
import idiotaxa.core.carry.PartChange;
import idiotaxa.core.claim.Likeness;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.CachedMesh;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.asset.RevisionStore.RevisionRow;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.group.GroupStore.GroupRow;
import idiotaxa.server.journal.FaceGroups;
import idiotaxa.server.journal.Journal;
import idiotaxa.server.web.ConflictException;
import idiotaxa.server.web.NotFoundException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** What changed from one revision to the next, and which of them is the present one. */
@Service
public class ChangeService {
  private final CarryStore store;
  private final AssetStore assets;
  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final GroupService groups;
  private final FaceGroups faceGroups;
  private final Journal journal;
  private final JsonMapper json;

  ChangeService(
      CarryStore store,
      AssetStore assets,
      RevisionStore revisions,
      MeshCache meshes,
      GroupService groups,
      FaceGroups faceGroups,
      Journal journal,
      JsonMapper json) {
    this.store = store;
    this.assets = assets;
    this.revisions = revisions;
    this.meshes = meshes;
    this.groups = groups;
    this.faceGroups = faceGroups;
    this.journal = journal;
    this.json = json;
  }

  /**
   * What became of a model.
   *
   * @param fromId the revision before
   * @param isOtherModel whether another model took the place rather than the same one changed
   * @param counts in words: {@code 28 parts kept, 12 renamed, 5 new, 3 lost}
   * @param parts those of the revision in its order, then the lost ones
   * @param remarks what could not be taken along
   */
  public record ChangeView(
      long revisionId,
      long fromId,
      String fromLabel,
      boolean isOtherModel,
      String counts,
      List<PartChange> parts,
      List<String> remarks) {}

  /**
   * A group that had surface on the revision before and has none now.
   *
   * @param areaBefore square metres
   * @param nearestParts parts with unclaimed surface whose names resemble it
   */
  public record UnreachedGroup(
      long groupId, String name, double areaBefore, List<String> nearestParts) {}

  /**
   * @throws NotFoundException when the revision took no other's place
   */
  public ChangeView changes(long revisionId) {
    CarryStore.CarryRow row = row(revisionId);
    List<PartChange> parts = List.of(json.readValue(row.parts(), PartChange[].class));
    return new ChangeView(
        revisionId,
        row.fromId(),
        revisions.get(row.fromId()).label(),
        row.isOtherModel(),
        CarryOvers.counts(parts),
        parts,
        List.of(json.readValue(row.remarks(), String[].class)));
  }

  private CarryStore.CarryRow row(long revisionId) {
    return store
        .find(revisions.getReady(revisionId).id())
        .orElseThrow(() -> new NotFoundException("change at revision", revisionId));
  }

  /** The revisions before those of an asset that took another's place. */
  public Map<Long, Long> fromIds(long assetId) {
    return store.fromIds(assetId);
  }

  /** The revision before, 0 when this one took no other's place. */
  public long fromId(long revisionId) {
    return store.find(revisionId).map(CarryStore.CarryRow::fromId).orElse(0L);
  }

  public boolean isOtherModel(long revisionId) {
    return store.find(revisionId).map(CarryStore.CarryRow::isOtherModel).orElse(false);
  }

  /** As the journal stands now: what was given surface since is not among them. */
  public List<UnreachedGroup> unreached(long revisionId) {
    CarryStore.CarryRow row = row(revisionId);
    long assetId = revisions.get(revisionId).assetId();
    long lastEntry = journal.lastEntry(assetId);
    Map<Long, Double> before = areas(assetId, row.fromId(), lastEntry);
    Map<Long, Double> now = areas(assetId, revisionId, lastEntry);
    List<NearestNames.Named> left = unclaimedParts(assetId, revisionId, lastEntry);
    Mesh mesh = meshes.get(revisionId).mesh();
    Map<Long, Set<String>> partsBefore = partsOfGroups(assetId, row.fromId(), lastEntry);
    List<UnreachedGroup> out = new ArrayList<>();
    for (GroupRow group : groups.list(assetId)) {
      if (before.getOrDefault(group.id(), 0.0) > 0 && now.getOrDefault(group.id(), 0.0) == 0) {
        Set<Long> near = new LinkedHashSet<>();
        words(group, partsBefore).forEach(w -> near.addAll(NearestNames.of(w, left)));
        out.add(
            new UnreachedGroup(
                group.id(),
                group.group().name(),
                before.get(group.id()),
                near.stream().map(p -> mesh.parts().get(p.intValue()).name()).toList()));
      }
    }
    return out;
  }

  /** Names that a group goes by: its own, its keywords, and those of the parts that it had. */
  private static List<String> words(GroupRow group, Map<Long, Set<String>> parts) {
    List<String> words = new ArrayList<>(List.of(group.group().name()));
    words.addAll(group.group().keywords());
    words.addAll(parts.getOrDefault(group.id(), Set.of()));
    return words;
  }

  /**
   * Groups that a part of a revision may belong to by its name, nearest first.
   *
   * @param partNames of which proposals are wanted
   */
  public Map<String, List<Long>> proposals(long revisionId, Set<String> partNames) {
    RevisionRow revision = revisions.get(revisionId);
    Map<Long, Set<String>> parts =
        partsOfGroups(revision.assetId(), fromId(revisionId), journal.lastEntry(revision.assetId()));
    List<NearestNames.Named> candidates = new ArrayList<>();
    for (GroupRow group : groups.list(revision.assetId())) {
      words(group, parts)
          .forEach(w -> candidates.add(new NearestNames.Named(group.id(), Likeness.words(w))));
    }
    return partNames.stream()
        .collect(
            Collectors.toMap(
                name -> name,
                name -> NearestNames.of(name, candidates).stream().distinct().toList()));
  }

  private Map<Long, Double> areas(long assetId, long revisionId, long lastEntry) {
    int[] ids = faceGroups.ids(assetId, revisionId, lastEntry);
    double[] areas = meshes.get(revisionId).areas();
    Map<Long, Double> out = new HashMap<>();
    for (int f = 0; f < ids.length; f++) {
      out.merge((long) ids[f], areas[f], Double::sum);
    }
    return out;
  }

  private List<NearestNames.Named> unclaimedParts(long assetId, long revisionId, long lastEntry) {
    int[] ids = faceGroups.ids(assetId, revisionId, lastEntry);
    Mesh mesh = meshes.get(revisionId).mesh();
    boolean[] isLeft = new boolean[mesh.parts().size()];
    for (int f = 0; f < ids.length; f++) {
      isLeft[mesh.facePart()[f]] |= ids[f] == 0;
    }
    List<NearestNames.Named> out = new ArrayList<>();
    for (int p = 0; p < isLeft.length; p++) {
      if (isLeft[p]) {
        out.add(new NearestNames.Named(p, Likeness.words(mesh.parts().get(p).name())));
      }
    }
    return out;
  }

  private Map<Long, Set<String>> partsOfGroups(long assetId, long revisionId, long lastEntry) {
    Map<Long, Set<String>> out = new HashMap<>();
    if (revisionId == 0) {
      return out;
    }
    int[] ids = faceGroups.ids(assetId, revisionId, lastEntry);
    CachedMesh cached = meshes.get(revisionId);
    for (int f = 0; f < ids.length; f++) {
      String name = cached.mesh().parts().get(cached.mesh().facePart()[f]).name();
      out.computeIfAbsent((long) ids[f], g -> new LinkedHashSet<>()).add(name);
    }
    return out;
  }

  /**
   * Puts a revision back into the place that another took. Both keep their claims.
   *
   * @throws ConflictException when it is there already
   */
  @Transactional
  public void makeCurrent(long revisionId) {
    RevisionRow row = revisions.getReady(revisionId);
    assets.lock(row.assetId());
    if (revisions.get(revisionId).isInTrash()) {
      throw new ConflictException("This model lies in the trash; take it back first.");
    }
    if (revisions.get(revisionId).isCurrent()) {
      throw new ConflictException("Revision " + row.label() + " is the current one already.");
    }
    revisions.setCurrent(row);
    journal.countAnew(row.assetId(), revisionId);
  }
}
