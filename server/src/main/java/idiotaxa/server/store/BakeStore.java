package idiotaxa.server.store;

import static idiotaxa.server.store.db.Tables.BAKE;
import static idiotaxa.server.store.db.Tables.BAKE_SHEET;
import static idiotaxa.server.store.db.Tables.BAKE_SOURCE;
import static idiotaxa.server.store.db.Tables.SHEET_PROBLEMS;

import idiotaxa.server.store.db.tables.records.BakeRecord;
import idiotaxa.server.store.db.tables.records.BakeSheetRecord;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/** Bakes and their sheets; a sheet is what a job works on. */
@Repository
public class BakeStore {
  private static final List<String> OPEN = List.of(JobState.WAITING, JobState.RUNNING);

  private final DSLContext db;
  private final Clock clock;

  public BakeStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  /**
   * @param sourceIds empty when IDs are read from the target itself
   * @param settings JSON
   * @param targetVersion state of the target's geometry that was baked
   * @param groupNumbers numbers by the identity of groups as they were then, JSON; null when nobody
   *     kept them
   */
  public record BakeRow(
      long id,
      long assetId,
      long targetId,
      List<Long> sourceIds,
      String settings,
      int journalPosition,
      int targetVersion,
      String groupNumbers,
      boolean isCancelled,
      LocalDateTime createdAt) {
    public boolean isFromTarget() {
      return sourceIds.isEmpty();
    }
  }

  /**
   * @param state see {@link JobState}
   * @param share 0 … 1 of what is under way
   * @param secondsLeft null while that cannot be told
   * @param isReused whether the maps are those of an earlier bake
   */
  public record SheetRow(
      long id,
      long bakeId,
      String name,
      String state,
      String doing,
      double share,
      Double secondsLeft,
      String problem,
      Long mapsBlobId,
      String report,
      boolean isReused) {}

  public long create(
      RevisionStore.RevisionRow target,
      List<Long> sourceIds,
      String settings,
      String groupNumbers,
      int journalPosition) {
    long id = db.insertInto(BAKE)
        .set(BAKE.ASSET_ID, target.assetId())
        .set(BAKE.TARGET_ID, target.id())
        .set(BAKE.TARGET_VERSION, target.geometryVersion())
        .set(BAKE.SETTINGS, settings)
        .set(BAKE.GROUP_NUMBERS, groupNumbers)
        .set(BAKE.JOURNAL_POSITION, journalPosition)
        .set(BAKE.IS_CANCELLED, false)
        .set(BAKE.CREATED_AT, LocalDateTime.now(clock))
        .returning(BAKE.ID)
        .fetchSingle(BAKE.ID);
    sourceIds.forEach(source -> db.insertInto(BAKE_SOURCE).values(id, source).execute());
    return id;
  }

  public long addSheet(long bakeId, String name) {
    return db.insertInto(BAKE_SHEET)
        .set(BAKE_SHEET.BAKE_ID, bakeId)
        .set(BAKE_SHEET.NAME, name)
        .set(BAKE_SHEET.STATE, JobState.WAITING)
        .set(BAKE_SHEET.DOING, "waiting")
        .set(BAKE_SHEET.SHARE, 0.0)
        .returning(BAKE_SHEET.ID)
        .fetchSingle(BAKE_SHEET.ID);
  }

  public Optional<BakeRow> find(long id) {
    return db.selectFrom(BAKE).where(BAKE.ID.eq(id)).fetchOptional(this::row);
  }

  /** Newest first. */
  public List<BakeRow> list(long assetId) {
    return db.selectFrom(BAKE)
        .where(BAKE.ASSET_ID.eq(assetId))
        .orderBy(BAKE.ID.desc())
        .fetch(this::row);
  }

  public List<SheetRow> sheets(long bakeId) {
    return db.selectFrom(BAKE_SHEET)
        .where(BAKE_SHEET.BAKE_ID.eq(bakeId))
        .orderBy(BAKE_SHEET.NAME)
        .fetch(BakeStore::sheetRow);
  }

  public Optional<SheetRow> findSheet(long id) {
    return db.selectFrom(BAKE_SHEET)
        .where(BAKE_SHEET.ID.eq(id))
        .fetchOptional(BakeStore::sheetRow);
  }

  public void cancel(long id) {
    db.update(BAKE).set(BAKE.IS_CANCELLED, true).where(BAKE.ID.eq(id)).execute();
  }

  public boolean isCancelled(long id) {
    return db.select(BAKE.IS_CANCELLED)
        .from(BAKE)
        .where(BAKE.ID.eq(id))
        .fetchSingle(BAKE.IS_CANCELLED);
  }

  /**
   * Does nothing to a sheet that has ended, so that a process that was taken for dead cannot revive it.
   *
   * @param secondsLeft null while that cannot be told
   */
  public void setProgress(long sheetId, String doing, double share, Double secondsLeft) {
    db.update(BAKE_SHEET)
        .set(BAKE_SHEET.STATE, JobState.RUNNING)
        .set(BAKE_SHEET.DOING, doing)
        .set(BAKE_SHEET.SHARE, share)
        .set(BAKE_SHEET.SECONDS_LEFT, secondsLeft)
        .where(BAKE_SHEET.ID.eq(sheetId), BAKE_SHEET.STATE.in(OPEN))
        .execute();
  }

  /** A sheet that is done and has the same key, the newest. */
  public Optional<SheetRow> findDone(String contentKey) {
    return db.selectFrom(BAKE_SHEET)
        .where(BAKE_SHEET.CONTENT_KEY.eq(contentKey), BAKE_SHEET.STATE.eq(JobState.DONE))
        .orderBy(BAKE_SHEET.ID.desc())
        .limit(1)
        .fetchOptional(BakeStore::sheetRow);
  }

  /** Where a sheet has problems, JSON; to be written before {@link #setDone}. */
  public void setProblems(long sheetId, String problems) {
    db.insertInto(SHEET_PROBLEMS)
        .set(SHEET_PROBLEMS.SHEET_ID, sheetId)
        .set(SHEET_PROBLEMS.PROBLEMS, problems)
        .onDuplicateKeyUpdate()
        .set(SHEET_PROBLEMS.PROBLEMS, problems)
        .execute();
  }

  /** An empty list where nobody kept them. */
  public String problems(long sheetId) {
    return db.select(SHEET_PROBLEMS.PROBLEMS)
        .from(SHEET_PROBLEMS)
        .where(SHEET_PROBLEMS.SHEET_ID.eq(sheetId))
        .fetchOptional(SHEET_PROBLEMS.PROBLEMS)
        .orElse("[]");
  }

  /**
   * @param contentKey names everything that the maps depend on
   * @param isReused whether they are those of an earlier bake
   */
  public void setDone(
      long sheetId, long mapsBlobId, String report, String contentKey, boolean isReused) {
    db.update(BAKE_SHEET)
        .set(BAKE_SHEET.STATE, JobState.DONE)
        .set(BAKE_SHEET.DOING, "done")
        .set(BAKE_SHEET.SHARE, 1.0)
        .set(BAKE_SHEET.MAPS_BLOB_ID, mapsBlobId)
        .set(BAKE_SHEET.REPORT, report)
        .set(BAKE_SHEET.CONTENT_KEY, contentKey)
        .set(BAKE_SHEET.IS_REUSED, isReused)
        .where(BAKE_SHEET.ID.eq(sheetId), BAKE_SHEET.STATE.in(OPEN))
        .execute();
  }

  /**
   * @param state {@link JobState#FAILED} or {@link JobState#CANCELLED}
   */
  public void setEnded(long sheetId, String state, String problem) {
    db.update(BAKE_SHEET)
        .set(BAKE_SHEET.STATE, state)
        .set(BAKE_SHEET.DOING, state)
        .set(BAKE_SHEET.PROBLEM, problem)
        .where(BAKE_SHEET.ID.eq(sheetId), BAKE_SHEET.STATE.in(OPEN))
        .execute();
  }

  private BakeRow row(BakeRecord r) {
    return new BakeRow(
        r.getId(),
        r.getAssetId(),
        r.getTargetId(),
        sourceIds(r.getId()),
        r.getSettings(),
        r.getJournalPosition(),
        r.getTargetVersion(),
        r.getGroupNumbers(),
        r.getIsCancelled(),
        r.getCreatedAt());
  }

  private List<Long> sourceIds(long bakeId) {
    return db.select(BAKE_SOURCE.REVISION_ID)
        .from(BAKE_SOURCE)
        .where(BAKE_SOURCE.BAKE_ID.eq(bakeId))
        .orderBy(BAKE_SOURCE.REVISION_ID)
        .fetch(BAKE_SOURCE.REVISION_ID);
  }

  private static SheetRow sheetRow(BakeSheetRecord r) {
    return new SheetRow(
        r.getId(),
        r.getBakeId(),
        r.getName(),
        r.getState(),
        r.getDoing(),
        r.getShare(),
        r.getSecondsLeft(),
        r.getProblem(),
        r.getMapsBlobId(),
        r.getReport(),
        r.getIsReused());
  }
}
