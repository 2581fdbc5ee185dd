package idiotaxa.server.sort;

import idiotaxa.server.asset.CachedMesh;
import idiotaxa.server.asset.FaceRanges;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.change.ChangeService;
import idiotaxa.server.change.ReviewItems;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.group.GroupStore.GroupRow;
import idiotaxa.server.journal.FaceGroups;
import idiotaxa.server.journal.Journal;
import idiotaxa.server.journal.JournalStore;
import idiotaxa.server.web.NotFoundException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The list that is worked through after a carry-over: "right", or "no, there". */
@Service
public class ReviewService {
  private static final long RIGHT = 0;

  private final ReviewItems items;
  private final ChangeService changes;
  private final ClaimService claims;
  private final Journal journal;
  private final JournalStore entries;
  private final FaceGroups faceGroups;
  private final GroupService groups;
  private final RevisionStore revisions;
  private final MeshCache meshes;

  ReviewService(
      ReviewItems items,
      ChangeService changes,
      ClaimService claims,
      Journal journal,
      JournalStore entries,
      FaceGroups faceGroups,
      GroupService groups,
      RevisionStore revisions,
      MeshCache meshes) {
    this.items = items;
    this.changes = changes;
    this.claims = claims;
    this.journal = journal;
    this.entries = entries;
    this.faceGroups = faceGroups;
    this.groups = groups;
    this.revisions = revisions;
    this.meshes = meshes;
  }

  /**
   * Something to look at.
   *
   * @param reason {@code new part}, {@code lost part}, {@code renamed part}, {@code new surface}, {@code
   *     uncertain}, {@code border}, {@code symmetric} or {@code nearly as good}
   * @param newPart name, empty for a lost part
   * @param oldPart name, empty for a new part
   * @param groupId that its faces are in now, of several the one of most surface; 0 for unclaimed
   * @param area square metres
   * @param share of the revision's surface, 0 … 1; 0 for a lost part
   * @param kin items of one number are alike
   * @param isWaiting whether nobody has answered
   * @param answer {@code right}, where it was put, or empty while it waits
   * @param proposals groups that its name resembles, nearest first
   */
  public record ItemView(
      long id,
      String reason,
      String newPart,
      String oldPart,
      long groupId,
      int faces,
      double area,
      double share,
      int kin,
      boolean isWaiting,
      String answer,
      List<Long> proposals) {}

  /**
   * @param fromId the revision before, 0 when there is none
   * @param isOtherModel whether the one before is another model, rather than the same one changed
   * @param waitingShare of the surface that nobody has looked at yet, 0 … 1
   * @param waiting number of items without answer
   * @param items largest first
   */
  public record ReviewView(
      long fromId,
      boolean isOtherModel,
      double waitingShare,
      int waiting,
      List<ItemView> items) {}

  public ReviewView list(long assetId, long revisionId) {
    revisions.getReady(assetId, revisionId);
    long fromId = changes.fromId(revisionId);
    List<ReviewItems.Item> all = items.of(revisionId);
    if (fromId == 0 || all.isEmpty()) {
      return new ReviewView(fromId, false, 0, 0, List.of());
    }
    Names names = new Names(revisionId, fromId);
    Set<Long> inForce = entries.idsInForce(assetId);
    int[] now = faceGroups.ids(assetId, revisionId, journal.lastEntry(assetId));
    Map<Long, String> groupNames =
        groups.list(assetId).stream().collect(Collectors.toMap(GroupRow::id, g -> g.group().name()));
    double[] areas = meshes.get(revisionId).areas();
    double surface = Arrays.stream(areas).sum();
    Map<String, List<Long>> proposals = proposals(revisionId, all, names);
    Map<Long, BitSet> faces = items.allFaces(revisionId);
    List<ItemView> views = new ArrayList<>();
    double waitingArea = 0;
    for (ReviewItems.Item item : all) {
      long group = item.isLostPart() ? 0 : groupNow(faces.get(item.id()), now, areas);
      boolean isAnswered =
          item.answerId() != null && (item.answerId() == RIGHT || inForce.contains(item.answerId()));
      // What came without group and has one everywhere now was sorted beside the review.
      boolean isSorted =
          !item.isLostPart()
              && item.groupId() == 0
              && faces.get(item.id()).stream().allMatch(f -> now[f] != 0);
      boolean isWaiting = !isAnswered && !isSorted;
      waitingArea += isWaiting && !item.isLostPart() ? item.area() : 0;
      boolean isRight = isAnswered && item.answerId() == RIGHT;
      views.add(
          new ItemView(
              item.id(),
              item.reason(),
              names.fresh(item.newPart()),
              names.old(item.oldPart()),
              group,
              item.faceCount(),
              item.area(),
              item.isLostPart() || surface == 0 ? 0 : item.area() / surface,
              item.kin(),
              isWaiting,
              isWaiting ? "" : isRight ? "right" : groupNames.getOrDefault(group, "unclaimed"),
              proposals.getOrDefault(names.fresh(item.newPart()), List.of())));
    }
    int waiting = (int) views.stream().filter(ItemView::isWaiting).count();
    return new ReviewView(
        fromId,
        changes.isOtherModel(revisionId),
        surface == 0 ? 0 : waitingArea / surface,
        waiting,
        views);
  }

  /** Names of parts by their numbers in either model, empty for −1. */
  private final class Names {
    private final CachedMesh fresh;
    private final CachedMesh old;

    Names(long revisionId, long fromId) {
      fresh = meshes.get(revisionId);
      old = meshes.get(fromId);
    }

    String fresh(int part) {
      return name(fresh, part);
    }

    String old(int part) {
      return name(old, part);
    }

    /** Parts may have been divided or joined since. */
    private static String name(CachedMesh mesh, int part) {
      return part < 0 || part >= mesh.mesh().parts().size() ? "" : mesh.mesh().parts().get(part).name();
    }
  }

  private Map<String, List<Long>> proposals(
      long revisionId, List<ReviewItems.Item> all, Names names) {
    Set<String> wanted = new HashSet<>();
    for (ReviewItems.Item item : all) {
      if (!item.isLostPart() && item.groupId() == 0) {
        wanted.add(names.fresh(item.newPart()));
      }
    }
    return wanted.isEmpty() ? Map.of() : changes.proposals(revisionId, wanted);
  }

  /** The group of most surface; the smaller number of two. */
  private static long groupNow(BitSet faces, int[] groupIds, double[] areas) {
    Map<Integer, Double> areaOf = new HashMap<>();
    faces.stream().forEach(f -> areaOf.merge(groupIds[f], areas[f], Double::sum));
    return areaOf.entrySet().stream()
        .max(
            Map.Entry.<Integer, Double>comparingByValue()
                .thenComparing(e -> -e.getKey()))
        .map(e -> e.getKey().longValue())
        .orElse(0L);
  }

  /**
   * Faces of an item as pairs of first and one past the last: of the revision, or of the one before for a
   * lost part.
   */
  public int[] faceRanges(long assetId, long revisionId, long itemId) {
    revisions.getReady(assetId, revisionId);
    return FaceRanges.of(items.faces(revisionId, itemId));
  }

  /** What was carried over is right as it is. */
  @Transactional
  public ReviewView right(long assetId, long revisionId, List<Long> itemIds) {
    journal.lock(assetId);
    check(assetId, revisionId, itemIds);
    items.answer(revisionId, itemIds, RIGHT);
    return list(assetId, revisionId);
  }

  /** Asks again. */
  @Transactional
  public ReviewView reopen(long assetId, long revisionId, List<Long> itemIds) {
    journal.lock(assetId);
    check(assetId, revisionId, itemIds);
    items.answer(revisionId, itemIds, null);
    return list(assetId, revisionId);
  }

  /**
   * The faces of items belong into another drawer; one step to undo, which asks again.
   *
   * @param groupId 0 for the unclaimed drawer
   */
  @Transactional
  public ReviewView there(long assetId, long revisionId, List<Long> itemIds, long groupId) {
    journal.lock(assetId);
    BitSet faces = new BitSet();
    for (ReviewItems.Item item : check(assetId, revisionId, itemIds)) {
      if (item.isLostPart()) {
        throw new IllegalArgumentException("A lost part has no faces that could be put anywhere.");
      }
      faces.or(items.faces(revisionId, item.id()));
    }
    long entry = claims.claim(assetId, revisionId, groupId, FaceRanges.of(faces)).entryId();
    items.answer(revisionId, itemIds, entry);
    return list(assetId, revisionId);
  }

  private List<ReviewItems.Item> check(long assetId, long revisionId, List<Long> itemIds) {
    revisions.getReady(assetId, revisionId);
    if (itemIds == null || itemIds.isEmpty()) {
      throw new IllegalArgumentException("items: name at least one item of the review.");
    }
    Map<Long, ReviewItems.Item> known =
        items.of(revisionId).stream().collect(Collectors.toMap(ReviewItems.Item::id, i -> i));
    List<ReviewItems.Item> found = new ArrayList<>();
    for (Long id : itemIds) {
      if (id == null || !known.containsKey(id)) {
        throw new NotFoundException("item of this review", id == null ? 0 : id);
      }
      found.add(known.get(id));
    }
    return found;
  }
}
