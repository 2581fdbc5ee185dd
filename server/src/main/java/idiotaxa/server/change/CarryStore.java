package idiotaxa.server.change;

import static idiotaxa.server.db.Tables.CARRY_OVER;
import static idiotaxa.server.db.Tables.REVIEW_ITEM;
import static idiotaxa.server.db.Tables.REVISION;

import idiotaxa.server.db.tables.records.ReviewItemRecord;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/** What was found when a revision took the place of another, and what is to be looked at since. */
@Repository
class CarryStore {
  private final DSLContext db;
  private final Clock clock;

  CarryStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  /**
   * @param parts JSON list
   * @param remarks JSON list of sentences
   */
  record CarryRow(
      long revisionId, long fromId, String parts, boolean isOtherModel, String remarks) {}

  void create(CarryRow row) {
    db.insertInto(CARRY_OVER)
        .set(CARRY_OVER.REVISION_ID, row.revisionId())
        .set(CARRY_OVER.FROM_ID, row.fromId())
        .set(CARRY_OVER.PARTS, row.parts())
        .set(CARRY_OVER.IS_OTHER_MODEL, row.isOtherModel())
        .set(CARRY_OVER.REMARKS, row.remarks())
        .set(CARRY_OVER.CREATED_AT, LocalDateTime.now(clock))
        .execute();
  }

  Optional<CarryRow> find(long revisionId) {
    return db.selectFrom(CARRY_OVER)
        .where(CARRY_OVER.REVISION_ID.eq(revisionId))
        .fetchOptional(
            r ->
                new CarryRow(
                    r.getRevisionId(),
                    r.getFromId(),
                    r.getParts(),
                    r.getIsOtherModel(),
                    r.getRemarks()));
  }

  /** The revisions before those of an asset that took another's place. */
  Map<Long, Long> fromIds(long assetId) {
    return db.select(CARRY_OVER.REVISION_ID, CARRY_OVER.FROM_ID)
        .from(CARRY_OVER)
        .join(REVISION)
        .on(REVISION.ID.eq(CARRY_OVER.REVISION_ID))
        .where(REVISION.ASSET_ID.eq(assetId))
        .fetchMap(CARRY_OVER.REVISION_ID, CARRY_OVER.FROM_ID);
  }

  /**
   * @param faces packed bitmaps, one an item
   */
  void addItems(long revisionId, List<ReviewItems.Item> items, List<byte[]> faces) {
    List<ReviewItemRecord> records = new ArrayList<>();
    for (int i = 0; i < items.size(); i++) {
      ReviewItems.Item item = items.get(i);
      ReviewItemRecord record = db.newRecord(REVIEW_ITEM);
      record.setRevisionId(revisionId);
      record.setOrdinal(i);
      record.setReason(item.reason());
      record.setNewPart(item.newPart());
      record.setOldPart(item.oldPart());
      record.setGroupId(item.groupId());
      record.setFaces(faces.get(i));
      record.setFaceCount(item.faceCount());
      record.setArea(item.area());
      record.setKin(item.kin());
      records.add(record);
    }
    db.batchInsert(records).execute();
  }

  /** Largest first. */
  List<ReviewItems.Item> items(long revisionId) {
    return db.select(
            REVIEW_ITEM.ID,
            REVIEW_ITEM.REASON,
            REVIEW_ITEM.NEW_PART,
            REVIEW_ITEM.OLD_PART,
            REVIEW_ITEM.GROUP_ID,
            REVIEW_ITEM.FACE_COUNT,
            REVIEW_ITEM.AREA,
            REVIEW_ITEM.KIN,
            REVIEW_ITEM.ANSWER_ID)
        .from(REVIEW_ITEM)
        .where(REVIEW_ITEM.REVISION_ID.eq(revisionId))
        .orderBy(REVIEW_ITEM.ORDINAL)
        .fetch(
            r ->
                new ReviewItems.Item(
                    r.value1(),
                    r.value2(),
                    r.value3(),
                    r.value4(),
                    r.value5(),
                    r.value6(),
                    r.value7(),
                    r.value8(),
                    r.value9()));
  }

  /** Packed bitmaps of all items by their ids. */
  Map<Long, byte[]> allFaces(long revisionId) {
    return db.select(REVIEW_ITEM.ID, REVIEW_ITEM.FACES)
        .from(REVIEW_ITEM)
        .where(REVIEW_ITEM.REVISION_ID.eq(revisionId))
        .fetchMap(REVIEW_ITEM.ID, REVIEW_ITEM.FACES);
  }

  /** Packed bitmap; empty when the revision has no such item. */
  Optional<byte[]> faces(long revisionId, long itemId) {
    return db.select(REVIEW_ITEM.FACES)
        .from(REVIEW_ITEM)
        .where(REVIEW_ITEM.ID.eq(itemId), REVIEW_ITEM.REVISION_ID.eq(revisionId))
        .fetchOptional(REVIEW_ITEM.FACES);
  }

  /**
   * @param answerId entry of the journal, 0 for "right", null to ask again
   */
  void setAnswer(long revisionId, Collection<Long> itemIds, Long answerId) {
    db.update(REVIEW_ITEM)
        .set(REVIEW_ITEM.ANSWER_ID, answerId)
        .where(REVIEW_ITEM.REVISION_ID.eq(revisionId), REVIEW_ITEM.ID.in(itemIds))
        .execute();
  }
}
