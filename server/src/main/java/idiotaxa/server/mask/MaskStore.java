package idiotaxa.server.mask;

import static idiotaxa.server.db.Tables.ASSET;
import static idiotaxa.server.db.Tables.MASK_STATE;

import idiotaxa.server.db.tables.records.MaskStateRecord;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/** The states of assets' masks. They are never changed but for being dropped. */
@Repository
class MaskStore {
  private final DSLContext db;
  private final Clock clock;

  MaskStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  /**
   * A state.
   *
   * @param words what was done last
   * @param plan JSON, groups by their identities
   */
  record StateRow(long id, long assetId, int ordinal, String words, String plan) {}

  /** Number of states that are in force; to be read behind the asset's lock where it decides. */
  int position(long assetId) {
    return db.select(ASSET.MASK_POSITION)
        .from(ASSET)
        .where(ASSET.ID.eq(assetId))
        .fetchSingle(ASSET.MASK_POSITION);
  }

  /** Number of states that can be in force, the undone ones among them. */
  int length(long assetId) {
    return db.fetchCount(
        MASK_STATE, MASK_STATE.ASSET_ID.eq(assetId), MASK_STATE.IS_DROPPED.isFalse());
  }

  /** The state in force, empty at the beginning. */
  Optional<StateRow> present(long assetId) {
    return db.select(MASK_STATE.asterisk())
        .from(MASK_STATE)
        .join(ASSET)
        .on(ASSET.ID.eq(MASK_STATE.ASSET_ID), ASSET.MASK_POSITION.eq(MASK_STATE.ORDINAL))
        .where(ASSET.ID.eq(assetId), MASK_STATE.IS_DROPPED.isFalse())
        .fetchOptional(r -> row(r.into(MASK_STATE)));
  }

  Optional<StateRow> find(long id) {
    return db.selectFrom(MASK_STATE).where(MASK_STATE.ID.eq(id)).fetchOptional(MaskStore::row);
  }

  /** What the state behind the present one was about, for redo. */
  Optional<String> nextWords(long assetId, int position) {
    return db.select(MASK_STATE.WORDS)
        .from(MASK_STATE)
        .where(
            MASK_STATE.ASSET_ID.eq(assetId),
            MASK_STATE.ORDINAL.eq(position + 1),
            MASK_STATE.IS_DROPPED.isFalse())
        .fetchOptional(MASK_STATE.WORDS);
  }

  /** Adds a state behind the present one; those that were undone are dropped. */
  void append(long assetId, int ordinal, String words, String plan) {
    db.update(MASK_STATE)
        .set(MASK_STATE.IS_DROPPED, true)
        .where(MASK_STATE.ASSET_ID.eq(assetId), MASK_STATE.ORDINAL.ge(ordinal))
        .execute();
    db.insertInto(MASK_STATE)
        .set(MASK_STATE.ASSET_ID, assetId)
        .set(MASK_STATE.ORDINAL, ordinal)
        .set(MASK_STATE.WORDS, words)
        .set(MASK_STATE.PLAN, plan)
        .set(MASK_STATE.IS_DROPPED, false)
        .set(MASK_STATE.CREATED_AT, LocalDateTime.now(clock))
        .execute();
    setPosition(assetId, ordinal);
  }

  void setPosition(long assetId, int position) {
    db.update(ASSET).set(ASSET.MASK_POSITION, position).where(ASSET.ID.eq(assetId)).execute();
  }

  private static StateRow row(MaskStateRecord r) {
    return new StateRow(r.getId(), r.getAssetId(), r.getOrdinal(), r.getWords(), r.getPlan());
  }
}
