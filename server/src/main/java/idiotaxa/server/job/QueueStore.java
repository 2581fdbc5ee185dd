package idiotaxa.server.job;

import static idiotaxa.server.db.Tables.ASSET;
import static idiotaxa.server.db.Tables.BAKE;
import static idiotaxa.server.db.Tables.BAKE_SHEET;
import static idiotaxa.server.db.Tables.HANDOFF;
import static idiotaxa.server.db.Tables.JOB;
import static idiotaxa.server.db.Tables.REVISION;
import static idiotaxa.server.db.Tables.UV_LAYOUT;
import static org.jooq.impl.DSL.coalesce;
import static org.jooq.impl.DSL.count;
import static org.jooq.impl.DSL.min;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.SortField;
import org.springframework.stereotype.Repository;

/** The queue with what its jobs are about. */
@Repository
class QueueStore {
  private final DSLContext db;

  QueueStore(DSLContext db) {
    this.db = db;
  }

  /**
   * A job.
   *
   * @param id of what it works on
   * @param what sheet or file, null where there is none
   * @param attempts how often it was begun
   * @param process name of the one that took it, null while it waits
   * @param addedAt UTC; null of jobs of earlier versions
   * @param beganAt UTC; null while it waits
   * @param endedAt UTC; null while it is open
   */
  record Line(
      String kind,
      long id,
      Long assetId,
      String assetName,
      String what,
      String state,
      String doing,
      double share,
      String problem,
      int attempts,
      String process,
      LocalDateTime addedAt,
      LocalDateTime beganAt,
      LocalDateTime endedAt) {}

  /** How many are in each state that is open. */
  Map<String, Integer> openCounts() {
    return db.select(JOB.STATE, count())
        .from(JOB)
        .where(JOB.STATE.in(JobState.WAITING, JobState.RUNNING))
        .groupBy(JOB.STATE)
        .fetchMap(r -> r.value1(), r -> r.value2());
  }

  /** When the one that waits longest was added, null while none waits. */
  LocalDateTime waitingSince() {
    return db.select(min(JOB.ADDED_AT)).from(JOB).where(JOB.STATE.eq(JobState.WAITING)).fetchSingle(r -> r.value1());
  }

  /** The same by kind; those of which none waits are missing. */
  Map<String, LocalDateTime> waitingSinceByKind() {
    return db.select(JOB.KIND, min(JOB.ADDED_AT))
        .from(JOB)
        .where(JOB.STATE.eq(JobState.WAITING))
        .groupBy(JOB.KIND)
        .fetchMap(r -> r.value1(), r -> r.value2());
  }

  int countFailed(LocalDateTime since) {
    return db.fetchCount(JOB, JOB.STATE.eq(JobState.FAILED).and(JOB.ENDED_AT.gt(since)));
  }

  /** In the order in which they were added. */
  List<Line> open(String state, int most) {
    return lines(JOB.STATE.eq(state), JOB.ADDED_AT.asc(), most);
  }

  /** Those that ended last first. */
  List<Line> ended(String state, int most) {
    return lines(JOB.STATE.eq(state).and(JOB.ENDED_AT.isNotNull()), JOB.ENDED_AT.desc(), most);
  }

  private List<Line> lines(Condition which, SortField<?> order, int most) {
    var layoutOf = REVISION.as("layout_of");
    var what = coalesce(BAKE_SHEET.NAME, REVISION.FILE_NAME, layoutOf.FILE_NAME, HANDOFF.FILE_NAME);
    return db.select(JOB.asterisk(), ASSET.ID, ASSET.NAME, what)
        .from(JOB)
        .leftJoin(BAKE_SHEET)
        .on(JOB.KIND.eq(JobKind.BAKE_SHEET.word()), BAKE_SHEET.ID.eq(JOB.SUBJECT_ID))
        .leftJoin(BAKE)
        .on(BAKE.ID.eq(BAKE_SHEET.BAKE_ID))
        .leftJoin(REVISION)
        .on(JOB.KIND.in(JobKind.READ_REVISION.word(), JobKind.FIND_HIDDEN.word(), JobKind.LEARN_PIECES.word()), REVISION.ID.eq(JOB.SUBJECT_ID))
        .leftJoin(UV_LAYOUT)
        .on(JOB.KIND.eq(JobKind.LAY_OUT.word()), UV_LAYOUT.ID.eq(JOB.SUBJECT_ID))
        .leftJoin(layoutOf)
        .on(layoutOf.ID.eq(UV_LAYOUT.REVISION_ID))
        .leftJoin(HANDOFF)
        .on(JOB.KIND.eq(JobKind.PACK_HANDOFF.word()), HANDOFF.ID.eq(JOB.SUBJECT_ID))
        .leftJoin(ASSET)
        .on(ASSET.ID.eq(coalesce(BAKE.ASSET_ID, REVISION.ASSET_ID, layoutOf.ASSET_ID, HANDOFF.ASSET_ID)))
        .where(which)
        .orderBy(order)
        .limit(most)
        .fetch(
            r ->
                new Line(
                    r.get(JOB.KIND),
                    r.get(JOB.SUBJECT_ID),
                    r.get(ASSET.ID),
                    r.get(ASSET.NAME),
                    r.get(what),
                    r.get(JOB.STATE),
                    r.get(JOB.DOING),
                    r.get(JOB.SHARE),
                    r.get(JOB.PROBLEM),
                    r.get(JOB.ATTEMPTS),
                    r.get(JOB.PROCESS),
                    r.get(JOB.ADDED_AT),
                    r.get(JOB.BEGAN_AT),
                    r.get(JOB.ENDED_AT)));
  }
}
