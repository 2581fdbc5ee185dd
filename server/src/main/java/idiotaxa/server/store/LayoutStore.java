package idiotaxa.server.store;

import static idiotaxa.server.store.db.Tables.UV_LAYOUT;

import idiotaxa.server.store.db.tables.records.UvLayoutRecord;
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
      String state,
      String doing,
      double share,
      String problem,
      int chartCount,
      double coverage) {}

  public long create(long revisionId, String settings) {
    return db.insertInto(UV_LAYOUT)
        .set(UV_LAYOUT.REVISION_ID, revisionId)
        .set(UV_LAYOUT.SETTINGS, settings)
        .set(UV_LAYOUT.STATE, JobState.WAITING)
        .set(UV_LAYOUT.DOING, "waiting")
        .set(UV_LAYOUT.SHARE, 0.0)
        .set(UV_LAYOUT.CHART_COUNT, 0)
        .set(UV_LAYOUT.COVERAGE, 0.0)
        .set(UV_LAYOUT.IS_CANCELLED, false)
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

  public void cancel(long id) {
    db.update(UV_LAYOUT).set(UV_LAYOUT.IS_CANCELLED, true).where(UV_LAYOUT.ID.eq(id)).execute();
  }

  public boolean isCancelled(long id) {
    return db.select(UV_LAYOUT.IS_CANCELLED)
        .from(UV_LAYOUT)
        .where(UV_LAYOUT.ID.eq(id))
        .fetchSingle(UV_LAYOUT.IS_CANCELLED);
  }

  public void setProgress(long id, String doing, double share) {
    db.update(UV_LAYOUT)
        .set(UV_LAYOUT.STATE, JobState.RUNNING)
        .set(UV_LAYOUT.DOING, doing)
        .set(UV_LAYOUT.SHARE, share)
        .where(UV_LAYOUT.ID.eq(id))
        .execute();
  }

  public void setDone(long id, int chartCount, double coverage) {
    db.update(UV_LAYOUT)
        .set(UV_LAYOUT.STATE, JobState.DONE)
        .set(UV_LAYOUT.DOING, "done")
        .set(UV_LAYOUT.SHARE, 1.0)
        .set(UV_LAYOUT.CHART_COUNT, chartCount)
        .set(UV_LAYOUT.COVERAGE, coverage)
        .where(UV_LAYOUT.ID.eq(id))
        .execute();
  }

  /**
   * @param state {@link JobState#FAILED} or {@link JobState#CANCELLED}
   */
  public void setEnded(long id, String state, String problem) {
    db.update(UV_LAYOUT)
        .set(UV_LAYOUT.STATE, state)
        .set(UV_LAYOUT.DOING, state)
        .set(UV_LAYOUT.PROBLEM, problem)
        .where(UV_LAYOUT.ID.eq(id))
        .execute();
  }

  private static LayoutRow row(UvLayoutRecord r) {
    return new LayoutRow(
        r.getId(),
        r.getRevisionId(),
        r.getSettings(),
        r.getState(),
        r.getDoing(),
        r.getShare(),
        r.getProblem(),
        r.getChartCount(),
        r.getCoverage());
  }
}
