package idiotaxa.server.kept;

import static idiotaxa.server.db.Tables.KEPT_PACKAGE;

import idiotaxa.server.db.tables.records.KeptPackageRecord;
import java.time.LocalDateTime;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jooq.DSLContext;
import org.jooq.Param;
import org.jooq.QueryPart;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

/** Which packages are kept up to date, and how far each is. */
@Repository
class KeptStore {
  /** All that a package is made of, a number a row, as {0} the ids of assets. */
  private static final String ROWS =
      """
      SELECT a.id AS asset_id, CRC32(CONCAT_WS('|', 'asset', a.name, a.journal_position, a.mask_position,
          IFNULL(a.sheet_plan, '-'), IFNULL(a.template, '-'), IFNULL(t.version, '-'), IFNULL(a.bake_settings, '-'),
          IFNULL(a.palette_id, '-'))) AS stamp
        FROM asset a LEFT JOIN template t ON a.template = CONCAT('own:', t.id) WHERE a.id IN ({0})
      UNION ALL
      SELECT g.asset_id, CRC32(CONCAT_WS('|', 'group', g.id, g.number, g.name, g.color, g.keywords,
          g.base_color, g.roughness, g.metalness))
        FROM material_group g WHERE g.asset_id IN ({0})
      UNION ALL
      SELECT r.asset_id, CRC32(CONCAT_WS('|', 'revision', r.id, r.label, r.role, r.state, IFNULL(r.part_edits, '-'),
          IFNULL(r.alignment, '-'), r.alignment_version, r.geometry_version, IFNULL(r.uv_blob_id, '-')))
        FROM revision r WHERE r.asset_id IN ({0}) AND r.is_current
      UNION ALL
      SELECT e.asset_id, CRC32(CONCAT_WS('|', 'journal', COUNT(*), MAX(e.id), COUNT(e.dropped_by)))
        FROM journal_entry e WHERE e.asset_id IN ({0}) GROUP BY e.asset_id
      UNION ALL
      SELECT m.asset_id, CRC32(CONCAT_WS('|', 'masks', COUNT(*), MAX(m.id), SUM(m.is_dropped)))
        FROM mask_state m WHERE m.asset_id IN ({0}) GROUP BY m.asset_id
      UNION ALL
      SELECT i.asset_id, CRC32(CONCAT_WS('|', 'image', i.id, i.kind, i.name, i.blob_id))
        FROM mask_image i WHERE i.asset_id IN ({0})
      """;

  private final DSLContext db;

  KeptStore(DSLContext db) {
    this.db = db;
  }

  /**
   * A package that is kept.
   *
   * @param folder its name in the hand-off folder
   * @param seenStamp of the state that was seen last, null until there was a look
   * @param seenAt since when it is that
   * @param askedStamp of what bake and package are of, null until something was asked for
   * @param bakeId null until it was begun
   * @param handoffId the package of that bake, null until it was begun
   * @param problem why it stands still, else null
   * @param writtenId the package whose files lie in the folder, null for none
   * @param writtenAt since when what lies there is true
   * @param writes how often files were put there
   * @param changes of the last writing, JSON
   */
  record KeptRow(
      long assetId,
      String folder,
      String seenStamp,
      LocalDateTime seenAt,
      String askedStamp,
      Long bakeId,
      Long handoffId,
      String problem,
      Long writtenId,
      LocalDateTime writtenAt,
      int writes,
      String changes) {}

  /** Of assets that do not lie in the trash. */
  List<Long> assets() {
    return db.resultQuery(
            "SELECT k.asset_id FROM kept_package k JOIN asset a ON a.id = k.asset_id WHERE a.trashed_at IS NULL")
        .fetch(r -> r.get(0, Long.class));
  }

  Optional<KeptRow> find(long assetId) {
    return db.selectFrom(KEPT_PACKAGE).where(KEPT_PACKAGE.ASSET_ID.eq(assetId)).fetchOptional(KeptStore::row);
  }

  /** The same, held until the transaction ends; the asset is to be held before. */
  Optional<KeptRow> lock(long assetId) {
    return db.selectFrom(KEPT_PACKAGE).where(KEPT_PACKAGE.ASSET_ID.eq(assetId)).forUpdate().fetchOptional(KeptStore::row);
  }

  private static KeptRow row(KeptPackageRecord r) {
    return new KeptRow(
        r.getAssetId(),
        r.getFolder(),
        r.getSeenStamp(),
        r.getSeenAt(),
        r.getAskedStamp(),
        r.getBakeId(),
        r.getHandoffId(),
        r.getProblem(),
        r.getWrittenId(),
        r.getWrittenAt(),
        r.getWrites(),
        r.getChanges());
  }

  /** Begins to keep; one that is kept already stays. */
  void add(long assetId, String folder) {
    db.insertInto(KEPT_PACKAGE)
        .set(KEPT_PACKAGE.ASSET_ID, assetId)
        .set(KEPT_PACKAGE.FOLDER, folder)
        .onDuplicateKeyIgnore()
        .execute();
  }

  void remove(long assetId) {
    db.deleteFrom(KEPT_PACKAGE).where(KEPT_PACKAGE.ASSET_ID.eq(assetId)).execute();
  }

  /** By asset what names the state of all that its package is made of. */
  Map<Long, String> stamps(Collection<Long> assetIds) {
    if (assetIds.isEmpty()) {
      return Map.of();
    }
    QueryPart ids = DSL.list(assetIds.stream().<Param<Long>>map(DSL::inline).collect(Collectors.toList()));
    Map<Long, String> stamps = new HashMap<>();
    db.resultQuery("SELECT asset_id, CONCAT(COUNT(*), ' ', SUM(stamp)) AS stamps FROM (" + ROWS + ") seen GROUP BY asset_id", ids)
        .forEach(r -> stamps.put(r.get("asset_id", Long.class), r.get("stamps", String.class)));
    return stamps;
  }

  /** A state that is another one than was seen before. */
  void see(long assetId, String before, String stamp, LocalDateTime now) {
    db.update(KEPT_PACKAGE)
        .set(KEPT_PACKAGE.SEEN_STAMP, stamp)
        .set(KEPT_PACKAGE.SEEN_AT, now)
        // Another process may have seen it first.
        .where(KEPT_PACKAGE.ASSET_ID.eq(assetId), KEPT_PACKAGE.SEEN_STAMP.isNotDistinctFrom(before))
        .execute();
  }

  /**
   * What is under way from now on.
   *
   * @param bakeId null where nothing can be begun
   * @param problem why, else null
   */
  void ask(long assetId, String stamp, Long bakeId, String problem) {
    db.update(KEPT_PACKAGE)
        .set(KEPT_PACKAGE.ASKED_STAMP, stamp)
        .set(KEPT_PACKAGE.BAKE_ID, bakeId)
        .setNull(KEPT_PACKAGE.HANDOFF_ID)
        .set(KEPT_PACKAGE.PROBLEM, problem)
        .where(KEPT_PACKAGE.ASSET_ID.eq(assetId))
        .execute();
  }

  void setPackage(long assetId, long handoffId) {
    db.update(KEPT_PACKAGE).set(KEPT_PACKAGE.HANDOFF_ID, handoffId).where(KEPT_PACKAGE.ASSET_ID.eq(assetId)).execute();
  }

  /**
   * @param stamp of what it happened to; without effect once something else is asked for
   * @param problem null when it is over
   */
  void setProblem(long assetId, String stamp, String problem) {
    db.update(KEPT_PACKAGE)
        .set(KEPT_PACKAGE.PROBLEM, problem)
        .where(KEPT_PACKAGE.ASSET_ID.eq(assetId), KEPT_PACKAGE.ASKED_STAMP.eq(stamp))
        .execute();
  }

  /**
   * The files of a package lie in the folder.
   *
   * @param changes JSON, null where every file was there already
   */
  void setWritten(long assetId, long handoffId, LocalDateTime now, String changes) {
    var update =
        db.update(KEPT_PACKAGE)
            .set(KEPT_PACKAGE.WRITTEN_ID, handoffId)
            .set(KEPT_PACKAGE.WRITTEN_AT, now)
            .setNull(KEPT_PACKAGE.PROBLEM);
    if (changes != null) {
      update = update.set(KEPT_PACKAGE.WRITES, KEPT_PACKAGE.WRITES.plus(1)).set(KEPT_PACKAGE.CHANGES, changes);
    }
    update.where(KEPT_PACKAGE.ASSET_ID.eq(assetId)).execute();
  }
}
