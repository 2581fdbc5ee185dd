package idiotaxa.server.life;

import static idiotaxa.server.db.Tables.ASSET;
import static idiotaxa.server.db.Tables.BAKE;
import static idiotaxa.server.db.Tables.BAKE_SHEET;
import static idiotaxa.server.db.Tables.BAKE_SOURCE;
import static idiotaxa.server.db.Tables.CARRY_OVER;
import static idiotaxa.server.db.Tables.HANDOFF;
import static idiotaxa.server.db.Tables.HIDDEN_FACES;
import static idiotaxa.server.db.Tables.JOB;
import static idiotaxa.server.db.Tables.JOURNAL_ENTRY;
import static idiotaxa.server.db.Tables.KNOWN_KIND;
import static idiotaxa.server.db.Tables.KNOWN_SEEN;
import static idiotaxa.server.db.Tables.MASK_IMAGE;
import static idiotaxa.server.db.Tables.MASK_STATE;
import static idiotaxa.server.db.Tables.MATERIAL_GROUP;
import static idiotaxa.server.db.Tables.REFERENCE_PICTURE;
import static idiotaxa.server.db.Tables.REVIEW_ITEM;
import static idiotaxa.server.db.Tables.REVISION;
import static idiotaxa.server.db.Tables.REVISION_FILE;
import static idiotaxa.server.db.Tables.SHEET_PROBLEMS;
import static idiotaxa.server.db.Tables.UV_LAYOUT;
import static org.jooq.impl.DSL.notExists;
import static org.jooq.impl.DSL.select;
import static org.jooq.impl.DSL.selectOne;

import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.job.JobKind;
import java.time.LocalDateTime;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record1;
import org.jooq.Select;
import org.springframework.stereotype.Repository;

/** Deletes things with all that is theirs; bytes that nothing points to any more go later. */
@Repository
class RemovalStore {
  private final DSLContext db;

  RemovalStore(DSLContext db) {
    this.db = db;
  }

  void handoff(long id) {
    handoffs(HANDOFF.ID.eq(id));
  }

  private void handoffs(Condition which) {
    jobs(JobKind.PACK_HANDOFF, select(HANDOFF.ID).from(HANDOFF).where(which));
    db.deleteFrom(HANDOFF).where(which).execute();
  }

  /** Whether somebody put it into the hand-off folder or sent it to the receiver. */
  boolean wasSent(long handoffId) {
    return db.fetchExists(
        HANDOFF,
        HANDOFF.ID.eq(handoffId),
        HANDOFF.DELIVERED_TO.isNotNull().or(HANDOFF.RECEIPT.isNotNull()).or(HANDOFF.RECEIVER_PROBLEM.isNotNull()));
  }

  long bakeOf(long handoffId) {
    return db.select(HANDOFF.BAKE_ID).from(HANDOFF).where(HANDOFF.ID.eq(handoffId)).fetchSingle(HANDOFF.BAKE_ID);
  }

  /** In the trash or not. */
  boolean hasPackages(long bakeId) {
    return db.fetchExists(HANDOFF, HANDOFF.BAKE_ID.eq(bakeId));
  }

  /** With the packages of it. */
  void bake(long id) {
    handoffs(HANDOFF.BAKE_ID.eq(id));
    bakes(BAKE.ID.eq(id));
  }

  private void bakes(Condition which) {
    Select<Record1<Long>> bakes = select(BAKE.ID).from(BAKE).where(which);
    Select<Record1<Long>> sheets = select(BAKE_SHEET.ID).from(BAKE_SHEET).where(BAKE_SHEET.BAKE_ID.in(bakes));
    jobs(JobKind.BAKE_SHEET, sheets);
    db.deleteFrom(SHEET_PROBLEMS).where(SHEET_PROBLEMS.SHEET_ID.in(sheets)).execute();
    db.deleteFrom(BAKE_SHEET).where(BAKE_SHEET.BAKE_ID.in(bakes)).execute();
    db.deleteFrom(BAKE_SOURCE).where(BAKE_SOURCE.BAKE_ID.in(bakes)).execute();
    db.deleteFrom(BAKE).where(which).execute();
  }

  /** The files of a model and what was made of them; its row stays for the history. */
  void model(long id, LocalDateTime now) {
    belongings(select(REVISION.ID).from(REVISION).where(REVISION.ID.eq(id)));
    db.update(REVISION)
        .set(REVISION.STATE, RevisionStore.REMOVED)
        .set(REVISION.REMOVED_AT, now)
        .setNull(REVISION.UV_BLOB_ID)
        .setNull(REVISION.INSPECTION)
        .where(REVISION.ID.eq(id))
        .execute();
  }

  private void belongings(Select<Record1<Long>> revisions) {
    jobs(JobKind.LAY_OUT, select(UV_LAYOUT.ID).from(UV_LAYOUT).where(UV_LAYOUT.REVISION_ID.in(revisions)));
    jobs(JobKind.READ_REVISION, revisions);
    jobs(JobKind.FIND_HIDDEN, revisions);
    jobs(JobKind.LEARN_PIECES, revisions);
    db.deleteFrom(KNOWN_SEEN).where(KNOWN_SEEN.REVISION_ID.in(revisions)).execute();
    // What nobody has any more is forgotten; who learns it right now makes it anew.
    db.deleteFrom(KNOWN_KIND)
        .where(notExists(selectOne().from(KNOWN_SEEN).where(KNOWN_SEEN.KIND_ID.eq(KNOWN_KIND.ID))))
        .execute();
    db.deleteFrom(UV_LAYOUT).where(UV_LAYOUT.REVISION_ID.in(revisions)).execute();
    db.deleteFrom(HIDDEN_FACES).where(HIDDEN_FACES.REVISION_ID.in(revisions)).execute();
    db.deleteFrom(REVIEW_ITEM).where(REVIEW_ITEM.REVISION_ID.in(revisions)).execute();
    db.deleteFrom(REVISION_FILE).where(REVISION_FILE.REVISION_ID.in(revisions)).execute();
  }

  void asset(long id) {
    handoffs(HANDOFF.ASSET_ID.eq(id));
    bakes(BAKE.ASSET_ID.eq(id));
    Select<Record1<Long>> revisions = select(REVISION.ID).from(REVISION).where(REVISION.ASSET_ID.eq(id));
    belongings(revisions);
    db.deleteFrom(CARRY_OVER).where(CARRY_OVER.REVISION_ID.in(revisions).or(CARRY_OVER.FROM_ID.in(revisions))).execute();
    db.deleteFrom(JOURNAL_ENTRY).where(JOURNAL_ENTRY.ASSET_ID.eq(id)).execute();
    db.deleteFrom(MASK_STATE).where(MASK_STATE.ASSET_ID.eq(id)).execute();
    db.deleteFrom(MASK_IMAGE).where(MASK_IMAGE.ASSET_ID.eq(id)).execute();
    db.deleteFrom(REFERENCE_PICTURE).where(REFERENCE_PICTURE.ASSET_ID.eq(id)).execute();
    db.deleteFrom(MATERIAL_GROUP).where(MATERIAL_GROUP.ASSET_ID.eq(id)).execute();
    db.deleteFrom(REVISION).where(REVISION.ASSET_ID.eq(id)).execute();
    db.deleteFrom(ASSET).where(ASSET.ID.eq(id)).execute();
  }

  /** The engine finds no job for what it still has queued of them, and drops it. */
  private void jobs(JobKind kind, Select<? extends Record1<Long>> subjects) {
    db.deleteFrom(JOB).where(JOB.KIND.eq(kind.word()), JOB.SUBJECT_ID.in(subjects)).execute();
  }
}
