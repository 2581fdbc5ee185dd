package idiotaxa.server.catalogue;

import static idiotaxa.server.db.Tables.ASSET;
import static idiotaxa.server.db.Tables.BAKE;
import static idiotaxa.server.db.Tables.BAKE_SHEET;
import static idiotaxa.server.db.Tables.HANDOFF;
import static idiotaxa.server.db.Tables.JOB;
import static idiotaxa.server.db.Tables.JOURNAL_ENTRY;
import static idiotaxa.server.db.Tables.REVISION;
import static org.jooq.impl.DSL.field;
import static org.jooq.impl.DSL.max;
import static org.jooq.impl.DSL.noCondition;
import static org.jooq.impl.DSL.select;

import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobState;
import java.time.LocalDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.SortField;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

/** What the catalogue shows of a page of assets: a query for each kind of thing, whatever the number of assets. */
@Repository
class AssetPageStore {
  private final DSLContext db;

  AssetPageStore(DSLContext db) {
    this.db = db;
  }

  /**
   * Which assets.
   *
   * @param search part of the name, empty for all
   * @param shows numbers of those whose assets are wanted, null for all
   */
  record Wanted(String search, Collection<Long> shows) {
    private Condition condition() {
      return ASSET
          .TRASHED_AT
          .isNull()
          .and(search.isEmpty() ? noCondition() : ASSET.NAME.contains(search))
          .and(shows == null ? noCondition() : ASSET.SHOW_ID.in(shows));
    }
  }

  /**
   * @param entryId the journal's last entry in force, 0 for none
   */
  record AssetRow(long id, String name, long showId, int version, long entryId, LocalDateTime createdAt) {}

  /**
   * A current model, or the one that came last.
   *
   * @param inspection null where the number of findings is known without
   */
  record ModelRow(
      long id, long assetId, String role, String state, double claimedShare, boolean isCurrent, Integer openFindings, String inspection) {}

  /**
   * The last bake of an asset.
   *
   * @param flawed sheets that failed, missed something or are in conflict
   */
  record LastBake(long assetId, LocalDateTime createdAt, int flawed) {}

  /**
   * @param receipt JSON, null for none
   */
  record LastHandoff(long assetId, LocalDateTime createdAt, String receipt) {}

  int count(Wanted wanted) {
    return db.fetchCount(ASSET, wanted.condition());
  }

  /**
   * @param page 0 for the first
   */
  List<AssetRow> page(Wanted wanted, CatalogueOrder order, int page, int size) {
    var ids = select(ASSET.ID).from(ASSET).where(wanted.condition()).orderBy(sort(order)).limit(size).offset((long) page * size);
    List<Long> found = db.fetchValues(ids);
    Map<Long, AssetRow> rows =
        db.select(ASSET.ID, ASSET.NAME, ASSET.SHOW_ID, ASSET.VERSION, ASSET.CREATED_AT, JOURNAL_ENTRY.ID)
            .from(ASSET)
            .leftJoin(JOURNAL_ENTRY)
            .on(
                JOURNAL_ENTRY.ASSET_ID.eq(ASSET.ID),
                JOURNAL_ENTRY.ORDINAL.eq(ASSET.JOURNAL_POSITION),
                JOURNAL_ENTRY.DROPPED_BY.isNull())
            .where(ASSET.ID.in(found))
            .fetchMap(
                ASSET.ID,
                r -> new AssetRow(r.value1(), r.value2(), r.value3(), r.value4(), r.value6() == null ? 0 : r.value6(), r.value5()));
    return found.stream().map(rows::get).toList();
  }

  private static List<SortField<?>> sort(CatalogueOrder order) {
    return switch (order) {
      case NAME -> List.of(ASSET.NAME.asc(), ASSET.ID.asc());
      case NEWEST -> List.of(ASSET.ID.desc());
      case LEAST_CLAIMED ->
          List.of(
              field(
                      select(max(REVISION.CLAIMED_SHARE))
                          .from(REVISION)
                          .where(REVISION.ASSET_ID.eq(ASSET.ID), REVISION.IS_CURRENT.isTrue()))
                  .asc(),
              ASSET.ID.asc());
      case LAST_BAKED ->
          List.of(
              field(select(max(BAKE.ID)).from(BAKE).where(BAKE.ASSET_ID.eq(ASSET.ID), BAKE.TRASHED_AT.isNull())).desc(),
              ASSET.ID.asc());
    };
  }

  /** By asset, in order of import. */
  Map<Long, List<ModelRow>> models(Collection<Long> assetIds) {
    var last =
        select(max(REVISION.ID)).from(REVISION).where(REVISION.ASSET_ID.in(assetIds), REVISION.TRASHED_AT.isNull()).groupBy(REVISION.ASSET_ID);
    var inspection = field("IF({0} IS NULL, {1}, NULL)", String.class, REVISION.OPEN_FINDINGS, REVISION.INSPECTION);
    return db.select(
            REVISION.ID,
            REVISION.ASSET_ID,
            REVISION.ROLE,
            REVISION.STATE,
            REVISION.CLAIMED_SHARE,
            REVISION.IS_CURRENT,
            REVISION.OPEN_FINDINGS,
            inspection)
        .from(REVISION)
        .where(REVISION.ASSET_ID.in(assetIds), REVISION.IS_CURRENT.isTrue().or(REVISION.ID.in(last)))
        .orderBy(REVISION.ID)
        .fetchGroups(
            REVISION.ASSET_ID,
            r ->
                new ModelRow(
                    r.value1(), r.value2(), r.value3(), r.value4(), r.value5(), r.value6(), r.value7(), r.value8()));
  }

  /** By asset; those without a bake are missing. */
  Map<Long, LastBake> lastBakes(Collection<Long> assetIds) {
    var last = select(max(BAKE.ID)).from(BAKE).where(BAKE.ASSET_ID.in(assetIds), BAKE.TRASHED_AT.isNull()).groupBy(BAKE.ASSET_ID);
    var flaws =
        field(
            "JSON_VALUE({0}, '$.report.missed') + JSON_VALUE({0}, '$.report.conflicts')", Double.class, BAKE_SHEET.REPORT);
    var flawed = DSL.count(field("IF({0} OR {1} > 0, 1, NULL)", Integer.class, JOB.STATE.eq(JobState.FAILED), flaws));
    return db.select(BAKE.ASSET_ID, BAKE.CREATED_AT, flawed)
        .from(BAKE)
        .join(BAKE_SHEET)
        .on(BAKE_SHEET.BAKE_ID.eq(BAKE.ID))
        .join(JOB)
        .on(JOB.KIND.eq(JobKind.BAKE_SHEET.word()), JOB.SUBJECT_ID.eq(BAKE_SHEET.ID))
        .where(BAKE.ID.in(last))
        .groupBy(BAKE.ID, BAKE.ASSET_ID, BAKE.CREATED_AT)
        .fetchMap(r -> r.value1(), r -> new LastBake(r.value1(), r.value2(), r.value3()));
  }

  /** By asset; those without a hand-off are missing. */
  Map<Long, LastHandoff> lastHandoffs(Collection<Long> assetIds) {
    var last =
        select(max(HANDOFF.ID)).from(HANDOFF).where(HANDOFF.ASSET_ID.in(assetIds), HANDOFF.TRASHED_AT.isNull()).groupBy(HANDOFF.ASSET_ID);
    return db.select(HANDOFF.ASSET_ID, HANDOFF.CREATED_AT, HANDOFF.RECEIPT)
        .from(HANDOFF)
        .where(HANDOFF.ID.in(last))
        .fetchMap(r -> r.value1(), r -> new LastHandoff(r.value1(), r.value2(), r.value3()));
  }
}
