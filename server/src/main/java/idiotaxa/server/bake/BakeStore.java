package idiotaxa.server.bake;

import static idiotaxa.server.db.Tables.BAKE;
import static idiotaxa.server.db.Tables.BAKE_SHEET;
import static idiotaxa.server.db.Tables.BAKE_SOURCE;
import static idiotaxa.server.db.Tables.SHEET_PROBLEMS;

import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.db.tables.records.BakeRecord;
import idiotaxa.server.db.tables.records.BakeSheetRecord;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/** Bakes and their sheets; a sheet is what a job works on. */
@Repository
public class BakeStore {
  private final DSLContext db;
  private final Clock clock;

  public BakeStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  public long create(
      RevisionStore.RevisionRow target,
      List<Long> sourceIds,
      String settings,
      String groupNumbers,
      long journalEntryId) {
    long id = db.insertInto(BAKE)
        .set(BAKE.ASSET_ID, target.assetId())
        .set(BAKE.TARGET_ID, target.id())
        .set(BAKE.TARGET_VERSION, target.geometryVersion())
        .set(BAKE.SETTINGS, settings)
        .set(BAKE.GROUP_NUMBERS, groupNumbers)
        .set(BAKE.JOURNAL_ENTRY_ID, journalEntryId)
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
        .returning(BAKE_SHEET.ID)
        .fetchSingle(BAKE_SHEET.ID);
  }

  public Optional<BakeRow> find(long id) {
    return db.selectFrom(BAKE).where(BAKE.ID.eq(id)).fetchOptional(this::row);
  }

  /** Those that do not lie in the trash, newest first. */
  public List<BakeRow> list(long assetId) {
    return db.selectFrom(BAKE)
        .where(BAKE.ASSET_ID.eq(assetId), BAKE.TRASHED_AT.isNull())
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

  /** A sheet that is done and has the same key, the newest. */
  public Optional<SheetRow> findDone(String contentKey) {
    return db.selectFrom(BAKE_SHEET)
        .where(BAKE_SHEET.CONTENT_KEY.eq(contentKey), BAKE_SHEET.MAPS_BLOB_ID.isNotNull())
        .orderBy(BAKE_SHEET.ID.desc())
        .limit(1)
        .fetchOptional(BakeStore::sheetRow);
  }

  /** A sheet that is done and is made of the same content, the newest. */
  public Optional<SheetRow> findDoneOfSurface(String surfaceKey) {
    return db.selectFrom(BAKE_SHEET)
        .where(BAKE_SHEET.SURFACE_KEY.eq(surfaceKey), BAKE_SHEET.MAPS_BLOB_ID.isNotNull())
        .orderBy(BAKE_SHEET.ID.desc())
        .limit(1)
        .fetchOptional(BakeStore::sheetRow);
  }

  /** Keys of the parts on the sheet of one name that the asset's last bakes left, JSON. */
  public Optional<String> partKeysBefore(BakeRow bake, String sheetName) {
    return db.select(BAKE_SHEET.PART_KEYS)
        .from(BAKE_SHEET)
        .join(BAKE)
        .on(BAKE.ID.eq(BAKE_SHEET.BAKE_ID))
        .where(
            BAKE.ASSET_ID.eq(bake.assetId()),
            BAKE.ID.lt(bake.id()),
            BAKE_SHEET.NAME.eq(sheetName),
            BAKE_SHEET.MAPS_BLOB_ID.isNotNull(),
            BAKE_SHEET.PART_KEYS.isNotNull())
        .orderBy(BAKE.ID.desc())
        .limit(1)
        .fetchOptional(BAKE_SHEET.PART_KEYS);
  }

  /** What a baked sheet is made of; see the migration. */
  public void setSurface(long sheetId, String surfaceKey, String partKeys) {
    db.update(BAKE_SHEET)
        .set(BAKE_SHEET.SURFACE_KEY, surfaceKey)
        .set(BAKE_SHEET.PART_KEYS, partKeys)
        .where(BAKE_SHEET.ID.eq(sheetId))
        .execute();
  }

  /** A sheet is made of what another one is made of. */
  public void copySurface(long sheetId, long fromSheetId) {
    db.select(BAKE_SHEET.SURFACE_KEY, BAKE_SHEET.PART_KEYS)
        .from(BAKE_SHEET)
        .where(BAKE_SHEET.ID.eq(fromSheetId))
        .fetchOptional()
        .ifPresent(r -> setSurface(sheetId, r.value1(), r.value2()));
  }

  /** Where a sheet has problems, JSON; to be written before {@link #setBaked}. */
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
  public void setBaked(
      long sheetId, long mapsBlobId, String report, String contentKey, boolean isReused) {
    db.update(BAKE_SHEET)
        .set(BAKE_SHEET.MAPS_BLOB_ID, mapsBlobId)
        .set(BAKE_SHEET.REPORT, report)
        .set(BAKE_SHEET.CONTENT_KEY, contentKey)
        .set(BAKE_SHEET.IS_REUSED, isReused)
        .where(BAKE_SHEET.ID.eq(sheetId))
        .execute();
  }

  boolean isInTrash(long id) {
    return db.fetchExists(BAKE, BAKE.ID.eq(id), BAKE.TRASHED_AT.isNotNull());
  }

  private BakeRow row(BakeRecord r) {
    return new BakeRow(
        r.getId(),
        r.getAssetId(),
        r.getTargetId(),
        sourceIds(r.getId()),
        r.getSettings(),
        r.getJournalEntryId(),
        r.getTargetVersion(),
        r.getGroupNumbers(),
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
        r.getMapsBlobId(),
        r.getReport(),
        r.getIsReused());
  }
}
