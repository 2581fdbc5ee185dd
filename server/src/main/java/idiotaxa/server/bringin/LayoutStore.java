package idiotaxa.server.bringin;

import static idiotaxa.server.db.Tables.UV_LAYOUT;

import idiotaxa.server.db.tables.records.UvLayoutRecord;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/** Automatic UV layouts under way and done. */
@Repository
public class LayoutStore {
  private final DSLContext db;
  private final Clock clock;

  public LayoutStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  /**
   * @param settings JSON
   * @param coverage share of the sheet, 0 … 1
   */
  public record LayoutRow(
      long id,
      long revisionId,
      String settings,
      int chartCount,
      double coverage) {}

  public long create(long revisionId, String settings) {
    return db.insertInto(UV_LAYOUT)
        .set(UV_LAYOUT.REVISION_ID, revisionId)
        .set(UV_LAYOUT.SETTINGS, settings)
        .set(UV_LAYOUT.CHART_COUNT, 0)
        .set(UV_LAYOUT.COVERAGE, 0.0)
        .set(UV_LAYOUT.CREATED_AT, LocalDateTime.now(clock))
        .returning(UV_LAYOUT.ID)
        .fetchSingle(UV_LAYOUT.ID);
  }

  public Optional<LayoutRow> find(long id) {
    return db.selectFrom(UV_LAYOUT).where(UV_LAYOUT.ID.eq(id)).fetchOptional(LayoutStore::row);
  }

  /** The layout asked for last. */
  public Optional<LayoutRow> findNewest(long revisionId) {
    return db.selectFrom(UV_LAYOUT)
        .where(UV_LAYOUT.REVISION_ID.eq(revisionId))
        .orderBy(UV_LAYOUT.ID.desc())
        .limit(1)
        .fetchOptional(LayoutStore::row);
  }

  public void setLaidOut(long id, int chartCount, double coverage) {
    db.update(UV_LAYOUT)
        .set(UV_LAYOUT.CHART_COUNT, chartCount)
        .set(UV_LAYOUT.COVERAGE, coverage)
        .where(UV_LAYOUT.ID.eq(id))
        .execute();
  }

  private static LayoutRow row(UvLayoutRecord r) {
    return new LayoutRow(
        r.getId(),
        r.getRevisionId(),
        r.getSettings(),
        r.getChartCount(),
        r.getCoverage());
  }
}
