package idiotaxa.server.known;

import static idiotaxa.server.db.Tables.ASSET;
import static idiotaxa.server.db.Tables.HANDOFF;
import static idiotaxa.server.db.Tables.KNOWN_KIND;
import static idiotaxa.server.db.Tables.KNOWN_REFUSAL;
import static idiotaxa.server.db.Tables.KNOWN_SEEN;
import static idiotaxa.server.db.Tables.MATERIAL_GROUP;
import static idiotaxa.server.db.Tables.REVISION;
import static org.jooq.impl.DSL.count;
import static org.jooq.impl.DSL.field;
import static org.jooq.impl.DSL.max;
import static org.jooq.impl.DSL.noCondition;
import static org.jooq.impl.DSL.notExists;
import static org.jooq.impl.DSL.selectOne;

import java.time.LocalDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/** Kinds of pieces and where they were seen. */
@Repository
class KnownStore {
  private final DSLContext db;

  KnownStore(DSLContext db) {
    this.db = db;
  }

  /** Changes whenever a kind comes or goes. */
  record Stamp(int count, long last) {}

  /**
   * @param radius metres
   */
  record KindRow(long id, double radius, byte[] fingerprint, long surfaceBlobId) {}

  /**
   * A group that pieces of a kind have in an asset.
   *
   * @param keywords one a line
   */
  record SeenRow(long kindId, long assetId, long revisionId, String asset, int number, String name, int color, String keywords, int pieces) {}

  Stamp stamp() {
    return db.select(count(), max(KNOWN_KIND.ID)).from(KNOWN_KIND).fetchSingle(r -> new Stamp(r.value1(), r.value2() == null ? 0 : r.value2()));
  }

  List<KindRow> kinds() {
    return db.select(KNOWN_KIND.ID, KNOWN_KIND.RADIUS, KNOWN_KIND.FINGERPRINT, KNOWN_KIND.SURFACE_BLOB_ID)
        .from(KNOWN_KIND)
        .orderBy(KNOWN_KIND.ID)
        .fetch(r -> new KindRow(r.value1(), r.value2(), r.value3(), r.value4()));
  }

  long addKind(double radius, byte[] fingerprint, long surfaceBlobId, LocalDateTime now) {
    return db.insertInto(KNOWN_KIND)
        .set(KNOWN_KIND.RADIUS, radius)
        .set(KNOWN_KIND.FINGERPRINT, fingerprint)
        .set(KNOWN_KIND.SURFACE_BLOB_ID, surfaceBlobId)
        .set(KNOWN_KIND.LEARNED_AT, now)
        .returningResult(KNOWN_KIND.ID)
        .fetchSingle(KNOWN_KIND.ID);
  }

  void forget(long revisionId) {
    db.deleteFrom(KNOWN_SEEN).where(KNOWN_SEEN.REVISION_ID.eq(revisionId)).execute();
  }

  void addSeen(long kindId, long revisionId, long groupId, int pieces) {
    db.insertInto(KNOWN_SEEN)
        .values(kindId, revisionId, groupId, pieces)
        .onDuplicateKeyUpdate()
        .set(KNOWN_SEEN.PIECES, KNOWN_SEEN.PIECES.plus(pieces))
        .execute();
  }

  /** Whether a kind is still there; then it stays until the transaction ends. */
  boolean hold(long kindId) {
    return db.select(KNOWN_KIND.ID).from(KNOWN_KIND).where(KNOWN_KIND.ID.eq(kindId)).forShare().fetchOptional().isPresent();
  }

  /**
   * What of some kinds somebody may know who works in a show, without what is refused there and without what lies in the trash.
   *
   * @param shows that count, null for all
   * @param showId whose refusals count
   * @param exceptRevision whose own pieces do not count
   */
  List<SeenRow> seen(Collection<Long> kindIds, Set<Long> shows, long showId, long exceptRevision) {
    Condition isRefused =
        notExists(
            selectOne()
                .from(KNOWN_REFUSAL)
                .where(
                    KNOWN_REFUSAL.KIND_ID.eq(KNOWN_SEEN.KIND_ID),
                    KNOWN_REFUSAL.SHOW_ID.eq(showId),
                    KNOWN_REFUSAL.GROUP_KEY.eq(field("LOWER(TRIM({0}))", String.class, MATERIAL_GROUP.NAME))));
    return db.select(
            KNOWN_SEEN.KIND_ID, ASSET.ID, REVISION.ID, ASSET.NAME, MATERIAL_GROUP.NUMBER, MATERIAL_GROUP.NAME, MATERIAL_GROUP.COLOR,
            MATERIAL_GROUP.KEYWORDS, KNOWN_SEEN.PIECES)
        .from(KNOWN_SEEN)
        .join(REVISION)
        .on(REVISION.ID.eq(KNOWN_SEEN.REVISION_ID))
        .join(ASSET)
        .on(ASSET.ID.eq(REVISION.ASSET_ID))
        .join(MATERIAL_GROUP)
        .on(MATERIAL_GROUP.ID.eq(KNOWN_SEEN.GROUP_ID))
        .where(
            KNOWN_SEEN.KIND_ID.in(kindIds),
            REVISION.ID.ne(exceptRevision),
            REVISION.TRASHED_AT.isNull(),
            ASSET.TRASHED_AT.isNull(),
            shows == null ? noCondition() : ASSET.SHOW_ID.in(shows),
            isRefused)
        .orderBy(KNOWN_SEEN.KIND_ID, ASSET.ID, MATERIAL_GROUP.NUMBER)
        .fetch(
            r ->
                new SeenRow(
                    r.value1(), r.value2(), r.value3(), r.value4(), r.value5(), r.value6(), r.value7(), r.value8(), r.value9()));
  }

  void refuse(long kindId, long showId, String groupKey) {
    db.insertInto(KNOWN_REFUSAL).values(kindId, showId, groupKey).onDuplicateKeyIgnore().execute();
  }

  /** Assets that were handed off and that nothing was learned of. */
  List<Long> unlearned() {
    return db.selectDistinct(HANDOFF.ASSET_ID)
        .from(HANDOFF)
        .join(ASSET)
        .on(ASSET.ID.eq(HANDOFF.ASSET_ID))
        .where(
            HANDOFF.BLOB_ID.isNotNull(),
            ASSET.TRASHED_AT.isNull(),
            notExists(
                selectOne()
                    .from(KNOWN_SEEN)
                    .join(REVISION)
                    .on(REVISION.ID.eq(KNOWN_SEEN.REVISION_ID))
                    .where(REVISION.ASSET_ID.eq(ASSET.ID))))
        .orderBy(HANDOFF.ASSET_ID)
        .fetch(HANDOFF.ASSET_ID);
  }
}
