package idiotaxa.server.change;

import idiotaxa.core.carry.Carried;
import idiotaxa.core.carry.CarryOver;
import idiotaxa.core.carry.OldGroups;
import idiotaxa.core.carry.PartChange;
import idiotaxa.core.carry.ReviewItem;
import idiotaxa.core.carry.ReviewList;
import idiotaxa.core.carry.WholeMove;
import idiotaxa.core.group.Group;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.PartEdit;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import idiotaxa.server.asset.CachedMesh;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.asset.RevisionStore.RevisionRow;
import idiotaxa.server.group.GroupStore;
import idiotaxa.server.journal.CarriedClaims;
import idiotaxa.server.journal.EntryKind;
import idiotaxa.server.journal.FaceGroups;
import idiotaxa.server.journal.Journal;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** Takes what is still true of one revision over to the next. */
@Service
public class CarryOvers {
  private static final String WHOLE_MOVE =
      "The new model as a whole lies otherwise than the one before. It stays where it is, and was compared after this: %s.";

  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final Journal journal;
  private final FaceGroups faceGroups;
  private final CarryStore store;
  private final GroupStore groups;
  private final ObjectProvider<FollowsChange> followers;
  private final JsonMapper json;

  CarryOvers(
      RevisionStore revisions,
      MeshCache meshes,
      Journal journal,
      FaceGroups faceGroups,
      CarryStore store,
      GroupStore groups,
      ObjectProvider<FollowsChange> followers,
      JsonMapper json) {
    this.revisions = revisions;
    this.meshes = meshes;
    this.journal = journal;
    this.faceGroups = faceGroups;
    this.store = store;
    this.groups = groups;
    this.followers = followers;
    this.json = json;
  }

  /**
   * Compares a revision that was read with the one whose place it takes. Changes nothing.
   *
   * @return empty when there is none before it
   * @throws idiotaxa.core.work.CancelledException when the progress says so
   */
  public Optional<PreparedCarry> prepare(RevisionRow revision, Progress progress) {
    RevisionRow from = revisions.replacedBy(revision).orElse(null);
    if (from == null) {
      return Optional.empty();
    }
    CachedMesh before = meshes.get(from.id(), progress);
    FollowedParts parts = followedParts(from, meshes.get(revision.id(), progress).mesh());
    CachedMesh fresh =
        parts.edits().isEmpty() ? meshes.get(revision.id()) : new CachedMesh(parts.mesh());
    Optional<WholeMove.Found> moved = WholeMove.of(before.mesh(), fresh.mesh(), Parallel.cores());
    Mesh laid = moved.map(found -> found.alignment().apply(fresh.mesh())).orElse(fresh.mesh());
    CarryOver geometry = CarryOver.between(before.mesh(), laid, Parallel.cores(), progress);
    TakenClaims claims = claims(from, before, geometry, fresh, journal.lastEntry(from.assetId()), progress);
    String remark = moved.map(found -> WHOLE_MOVE.formatted(found.words())).orElse("");
    return Optional.of(new PreparedCarry(from, before, fresh, parts, geometry, remark, claims));
  }

  private FollowedParts followedParts(RevisionRow from, Mesh fresh) {
    List<PartEdit> edits =
        from.partEdits() == null
            ? List.of()
            : List.of(json.readValue(from.partEdits(), PartEdit[].class));
    Mesh old = edits.isEmpty() ? fresh : meshes.ofFile(from.id());
    return FollowedParts.repeat(edits, old, fresh);
  }

  private TakenClaims claims(
      RevisionRow from,
      CachedMesh before,
      CarryOver geometry,
      CachedMesh fresh,
      long lastEntry,
      Progress progress) {
    TakenClaims.Before claims =
        new TakenClaims.Before(
            lastEntry,
            faceGroups.held(from.assetId(), from.id(), lastEntry),
            faceGroups.layers(from.assetId(), from.id(), lastEntry),
            rule -> faceGroups.reachedBy(from.id(), rule));
    return TakenClaims.of(claims, before, geometry, fresh, progress);
  }

  /**
   * The same with what was claimed since.
   *
   * @param progress {@link Progress#NONE} within the transaction that ends the job, whose row it holds
   */
  public PreparedCarry refresh(PreparedCarry prepared, Progress progress) {
    return prepared.with(
        claims(
            prepared.from(),
            prepared.before(),
            prepared.geometry(),
            prepared.fresh(),
            journal.lastEntry(prepared.from().assetId()),
            progress));
  }

  /**
   * Keeps what was prepared, in the transaction that has put the revision into its place, behind the asset's
   * lock.
   *
   * @throws OutdatedCarryException when something was claimed since; then nothing must be kept
   */
  public void keep(RevisionRow revision, PreparedCarry prepared) {
    TakenClaims claims = prepared.claims();
    if (journal.lastEntry(revision.assetId()) != claims.lastEntry()) {
      throw new OutdatedCarryException();
    }
    if (!prepared.parts().edits().isEmpty()) {
      String edits = json.writeValueAsString(prepared.parts().edits());
      revisions.setPartEdits(revision.id(), revision.geometryVersion(), edits);
      meshes.put(revision.id(), revision.uvBlobId(), edits, prepared.fresh());
    }
    if (revision.role().equals(RevisionStore.SOURCE) && revision.alignment() == null) {
      revisions.setAlignment(revision.id(), prepared.from().alignment());
    }
    Carried carried = claims.carried();
    String rules = json.writeValueAsString(claims.rules());
    CarriedClaims packed = new CarriedClaims(claims.byHand(), claims.freedAt(), rules);
    String words = "carried over from " + prepared.from().label() + ": " + counts(carried.parts());
    journal.append(revision.assetId(), revision.id(), EntryKind.CARRY, words, packed.pack());
    List<String> remarks = new ArrayList<>(prepared.parts().remarks());
    if (!prepared.wholeMove().isEmpty()) {
      remarks.add(0, prepared.wholeMove());
    }
    remarks.addAll(claims.remarks());
    remarks.addAll(lostGroups(revision.assetId(), prepared));
    Change change =
        new Change(
            revision.role(),
            prepared.from().id(),
            revision.id(),
            prepared.before().mesh(),
            prepared.fresh().mesh(),
            carried.parts());
    followers.orderedStream().forEach(f -> remarks.addAll(f.follow(revision.assetId(), change)));
    store.create(
        new CarryStore.CarryRow(
            revision.id(),
            prepared.from().id(),
            json.writeValueAsString(carried.parts()),
            carried.isOtherModel(),
            json.writeValueAsString(remarks)));
    addItems(revision.id(), ReviewList.of(carried, change.old(), change.fresh()));
  }

  /** A sentence for each group that had surface before and has none now. */
  private List<String> lostGroups(long assetId, PreparedCarry prepared) {
    TakenClaims claims = prepared.claims();
    Map<Long, Group> named = new HashMap<>();
    groups.list(assetId).forEach(row -> named.put(row.id(), row.group()));
    return OldGroups.of(prepared.before().mesh(), claims.oldGroups(), claims.carried()).stream()
        .filter(fate -> !fate.isKept() && named.containsKey((long) fate.group()))
        .map(fate -> fate.words(called(named.get((long) fate.group()))))
        .map(words -> Character.toUpperCase(words.charAt(0)) + words.substring(1) + ".")
        .toList();
  }

  private static String called(Group group) {
    return group.number() + " " + group.name();
  }

  /** Whether a revision still has the place and the shape that a carry-over from it was prepared for. */
  public boolean isStillBefore(RevisionRow revision, PreparedCarry prepared) {
    return revisions
        .replacedBy(revision)
        .filter(now -> now.id() == prepared.from().id())
        .filter(now -> now.geometryVersion() == prepared.from().geometryVersion())
        .isPresent();
  }

  private void addItems(long revisionId, List<ReviewItem> items) {
    store.addItems(
        revisionId,
        items.stream()
            .map(
                item ->
                    new ReviewItems.Item(
                        0,
                        item.reason().word(),
                        item.newPart(),
                        item.oldPart(),
                        item.group(),
                        item.faces().length,
                        item.area(),
                        item.kin(),
                        null))
            .toList(),
        items.stream().map(item -> packed(item.faces())).toList());
  }

  private static byte[] packed(int[] faces) {
    RoaringBitmap bitmap = RoaringBitmap.bitmapOf(faces);
    bitmap.runOptimize();
    ByteBuffer bytes = ByteBuffer.allocate(bitmap.serializedSizeInBytes());
    bitmap.serialize(bytes);
    return bytes.array();
  }

  /** {@code 28 parts kept, 12 renamed, 5 new, 3 lost}. */
  static String counts(List<PartChange> parts) {
    return "%d %s kept, %d renamed, %d new, %d lost"
        .formatted(
            count(parts, PartChange.Kind.KEPT),
            count(parts, PartChange.Kind.KEPT) == 1 ? "part" : "parts",
            count(parts, PartChange.Kind.RENAMED) + count(parts, PartChange.Kind.JOINED) + count(parts, PartChange.Kind.CUT),
            count(parts, PartChange.Kind.NEW),
            count(parts, PartChange.Kind.LOST));
  }

  private static long count(List<PartChange> parts, PartChange.Kind kind) {
    return parts.stream().filter(p -> p.kind() == kind).count();
  }
}
