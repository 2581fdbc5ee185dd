package idiotaxa.server.handoff;

import idiotaxa.server.web.NotFoundException;
import static idiotaxa.server.db.Tables.HANDOFF;
import static idiotaxa.server.db.Tables.STORED_BLOB;

import idiotaxa.server.db.tables.records.HandoffRecord;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.SelectOnConditionStep;
import org.springframework.stereotype.Repository;

/** Hand-offs: packages that were made, and what the receiver said of them. */
@Repository
public class HandoffStore {
  private final DSLContext db;
  private final Clock clock;

  public HandoffStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  /**
   * @param order what it was asked to be, JSON
   * @param maskStateId the state of the masks that it holds, null for none
   * @param blobId the package, null until it is made
   * @param bytes size of the package, null until it is made
   * @param sha256 of the package, null until it is made
   * @param receipt JSON, null until the receiver answered
   * @param receiverProblem why the last sending brought no receipt, else null
   * @param template name of it, null of packages from before templates
   * @param files JSON, null until it is made
   * @param changes since the package before, in words, null until it is made
   * @param deliveredTo name in the hand-off folder, null when it was not put there
   */
  public record HandoffRow(
      long id,
      long assetId,
      long bakeId,
      String fileName,
      String order,
      Long maskStateId,
      Long blobId,
      Long bytes,
      String sha256,
      String receipt,
      String receiverProblem,
      String template,
      String files,
      String changes,
      String deliveredTo,
      LocalDateTime createdAt) {}

  long create(
      long assetId, long bakeId, String fileName, HandoffOrder order, Long maskStateId) {
    return db.insertInto(HANDOFF)
        .set(HANDOFF.ASSET_ID, assetId)
        .set(HANDOFF.BAKE_ID, bakeId)
        .set(HANDOFF.FILE_NAME, fileName)
        .set(HANDOFF.CONTENTS, order.write())
        .set(HANDOFF.TEMPLATE, order.template().name())
        .set(HANDOFF.MASK_STATE_ID, maskStateId)
        .set(HANDOFF.CREATED_AT, LocalDateTime.now(clock))
        .returning(HANDOFF.ID)
        .fetchSingle(HANDOFF.ID);
  }

  public Optional<HandoffRow> find(long id) {
    return rows().where(HANDOFF.ID.eq(id)).fetchOptional(HandoffStore::row);
  }

  /**
   * @throws NotFoundException when there is no such hand-off
   */
  public HandoffRow get(long id) {
    return find(id).orElseThrow(() -> new NotFoundException("hand-off", id));
  }

  /** Those that do not lie in the trash, newest first. */
  public List<HandoffRow> list(long assetId) {
    return rows()
        .where(HANDOFF.ASSET_ID.eq(assetId), HANDOFF.TRASHED_AT.isNull())
        .orderBy(HANDOFF.ID.desc())
        .fetch(HandoffStore::row);
  }

  /**
   * @param files JSON
   * @param changes since the package before, in words
   */
  void setPackage(long id, long blobId, String files, String changes) {
    db.update(HANDOFF)
        .set(HANDOFF.BLOB_ID, blobId)
        .set(HANDOFF.FILES, files)
        .set(HANDOFF.CHANGES, changes)
        .where(HANDOFF.ID.eq(id))
        .execute();
  }

  /** The package of the asset that was made last before another. */
  Optional<HandoffRow> before(HandoffRow row) {
    return rows()
        .where(HANDOFF.ASSET_ID.eq(row.assetId()), HANDOFF.ID.lt(row.id()), HANDOFF.FILES.isNotNull(), HANDOFF.TRASHED_AT.isNull())
        .orderBy(HANDOFF.ID.desc())
        .limit(1)
        .fetchOptional(HandoffStore::row);
  }

  void setDelivered(long id, String folder) {
    db.update(HANDOFF).set(HANDOFF.DELIVERED_TO, folder).where(HANDOFF.ID.eq(id)).execute();
  }

  /**
   * @param receipt JSON
   */
  public void setReceipt(long id, String receipt) {
    db.update(HANDOFF)
        .set(HANDOFF.RECEIPT, receipt)
        .setNull(HANDOFF.RECEIVER_PROBLEM)
        .where(HANDOFF.ID.eq(id))
        .execute();
  }

  /** Why there is no receipt of the last sending; an earlier one stays. */
  public void setReceiverProblem(long id, String problem) {
    int longest = HANDOFF.RECEIVER_PROBLEM.getDataType().length();
    db.update(HANDOFF)
        .set(HANDOFF.RECEIVER_PROBLEM, problem.substring(0, Math.min(longest, problem.length())))
        .where(HANDOFF.ID.eq(id))
        .execute();
  }

  private SelectOnConditionStep<Record> rows() {
    return db.select(HANDOFF.asterisk(), STORED_BLOB.BYTE_COUNT, STORED_BLOB.SHA256)
        .from(HANDOFF)
        .leftJoin(STORED_BLOB)
        .on(STORED_BLOB.ID.eq(HANDOFF.BLOB_ID));
  }

  private static HandoffRow row(Record row) {
    HandoffRecord r = row.into(HANDOFF);
    return new HandoffRow(
        r.getId(),
        r.getAssetId(),
        r.getBakeId(),
        r.getFileName(),
        r.getContents(),
        r.getMaskStateId(),
        r.getBlobId(),
        row.get(STORED_BLOB.BYTE_COUNT),
        row.get(STORED_BLOB.SHA256),
        r.getReceipt(),
        r.getReceiverProblem(),
        r.getTemplate(),
        r.getFiles(),
        r.getChanges(),
        r.getDeliveredTo(),
        r.getCreatedAt());
  }
}
