package idiotaxa.server.life;

import static idiotaxa.server.db.Tables.ASSET;
import static idiotaxa.server.db.Tables.BAKE;
import static idiotaxa.server.db.Tables.BAKE_SHEET;
import static idiotaxa.server.db.Tables.BAKE_SOURCE;
import static idiotaxa.server.db.Tables.CARRY_OVER;
import static idiotaxa.server.db.Tables.HANDOFF;
import static idiotaxa.server.db.Tables.JOB;
import static idiotaxa.server.db.Tables.REVISION;
import static idiotaxa.server.db.Tables.UV_LAYOUT;
import static org.jooq.impl.DSL.concat;
import static org.jooq.impl.DSL.noCondition;
import static org.jooq.impl.DSL.select;
import static org.jooq.impl.DSL.val;

import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobState;
import java.time.LocalDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.Record1;
import org.jooq.Record6;
import org.jooq.Select;
import org.jooq.SelectConditionStep;
import org.jooq.Table;
import org.springframework.stereotype.Repository;

/** What lies in the trash, and what still holds what is to go there. */
@Repository
class TrashStore {
  /** Columns that all kinds have. */
  private record Columns(Table<?> table, Field<Long> id, Field<Long> assetId, Field<LocalDateTime> trashedAt) {}

  private final DSLContext db;

  TrashStore(DSLContext db) {
    this.db = db;
  }

  private static Columns columns(TrashKind kind) {
    return switch (kind) {
      case ASSET -> new Columns(ASSET, ASSET.ID, ASSET.ID, ASSET.TRASHED_AT);
      case MODEL -> new Columns(REVISION, REVISION.ID, REVISION.ASSET_ID, REVISION.TRASHED_AT);
      case BAKE -> new Columns(BAKE, BAKE.ID, BAKE.ASSET_ID, BAKE.TRASHED_AT);
      case PACKAGE -> new Columns(HANDOFF, HANDOFF.ID, HANDOFF.ASSET_ID, HANDOFF.TRASHED_AT);
    };
  }

  /** A thing by its number; empty when there is none. */
  record Thing(long assetId, LocalDateTime trashedAt) {}

  Optional<Thing> find(TrashKind kind, long id) {
    Columns c = columns(kind);
    return db.select(c.assetId(), c.trashedAt()).from(c.table()).where(c.id().eq(id)).fetchOptional(r -> new Thing(r.value1(), r.value2()));
  }

  /**
   * @param at null to take it out
   */
  void set(TrashKind kind, long id, LocalDateTime at) {
    Columns c = columns(kind);
    db.update(c.table()).set(c.trashedAt(), at).where(c.id().eq(id)).execute();
  }

  /** What lies in the trash since before a moment. */
  List<Long> since(TrashKind kind, LocalDateTime before) {
    Columns c = columns(kind);
    Condition isThere = kind == TrashKind.MODEL ? REVISION.REMOVED_AT.isNull() : noCondition();
    return db.select(c.id()).from(c.table()).where(c.trashedAt().lt(before), isThere).orderBy(c.id()).fetch(c.id());
  }

  /**
   * Something in the trash.
   *
   * @param name of the asset, or of the file
   */
  record Item(TrashKind kind, long id, long assetId, String assetName, String name, LocalDateTime trashedAt) {}

  /**
   * What lies there last first; what belongs to an asset that lies there itself is not named.
   *
   * @param shows numbers of those whose things are wanted, null for all
   */
  List<Item> list(Collection<Long> shows, int most) {
    Condition seen = shows == null ? noCondition() : ASSET.SHOW_ID.in(shows);
    return rows(TrashKind.ASSET, ASSET.NAME, seen)
        .unionAll(rows(TrashKind.MODEL, REVISION.FILE_NAME, seen.and(ASSET.TRASHED_AT.isNull()).and(REVISION.REMOVED_AT.isNull())))
        .unionAll(rows(TrashKind.BAKE, concat(val("bake "), BAKE.ID.cast(String.class)), seen.and(ASSET.TRASHED_AT.isNull())))
        .unionAll(rows(TrashKind.PACKAGE, HANDOFF.FILE_NAME, seen.and(ASSET.TRASHED_AT.isNull())))
        .orderBy(6)
        .limit(most)
        .fetch(
            r ->
                new Item(
                    TrashKind.valueOf(r.get(0, String.class)),
                    r.get(1, Long.class),
                    r.get(2, Long.class),
                    r.get(3, String.class),
                    r.get(4, String.class),
                    r.get(5, LocalDateTime.class)));
  }

  private SelectConditionStep<Record6<String, Long, Long, String, String, LocalDateTime>> rows(
      TrashKind kind, Field<String> name, Condition condition) {
    Columns c = columns(kind);
    var from = db.select(val(kind.name()), c.id(), ASSET.ID, ASSET.NAME, name, c.trashedAt());
    var step = kind == TrashKind.ASSET ? from.from(ASSET) : from.from(c.table()).join(ASSET).on(ASSET.ID.eq(c.assetId()));
    return step.where(c.trashedAt().isNotNull(), condition);
  }

  /** Whether the files of a model are gone. */
  boolean isRemoved(long revisionId) {
    return db.fetchExists(REVISION, REVISION.ID.eq(revisionId), REVISION.REMOVED_AT.isNotNull());
  }

  boolean isCurrent(long revisionId) {
    return db.fetchExists(REVISION, REVISION.ID.eq(revisionId), REVISION.IS_CURRENT.isTrue());
  }

  boolean isReading(long revisionId) {
    return db.fetchExists(REVISION, REVISION.ID.eq(revisionId), REVISION.STATE.eq(RevisionStore.READING));
  }

  /** Whether the current model took the place of this one, so that its review looks at both. */
  boolean isBeforeTheCurrent(long revisionId) {
    return db.fetchExists(
        select(CARRY_OVER.REVISION_ID)
            .from(CARRY_OVER)
            .join(REVISION)
            .on(REVISION.ID.eq(CARRY_OVER.REVISION_ID))
            .where(CARRY_OVER.FROM_ID.eq(revisionId), REVISION.IS_CURRENT.isTrue()));
  }

  boolean hasBakes(long revisionId) {
    return db.fetchExists(
        select(BAKE.ID)
            .from(BAKE)
            .leftJoin(BAKE_SOURCE)
            .on(BAKE_SOURCE.BAKE_ID.eq(BAKE.ID))
            .where(BAKE.TRASHED_AT.isNull())
            .and(BAKE.TARGET_ID.eq(revisionId).or(BAKE_SOURCE.REVISION_ID.eq(revisionId))));
  }

  boolean hasPackages(long bakeId) {
    return db.fetchExists(HANDOFF, HANDOFF.BAKE_ID.eq(bakeId), HANDOFF.TRASHED_AT.isNull());
  }

  /** Whether the bake of a package lies in the trash. */
  boolean isBakeInTrash(long handoffId) {
    return db.fetchExists(
        select(BAKE.ID).from(HANDOFF).join(BAKE).on(BAKE.ID.eq(HANDOFF.BAKE_ID)).where(HANDOFF.ID.eq(handoffId), BAKE.TRASHED_AT.isNotNull()));
  }

  /** Whether a model of a bake lies in the trash. */
  boolean isModelInTrash(long bakeId) {
    return db.fetchExists(
        select(REVISION.ID)
            .from(BAKE)
            .leftJoin(BAKE_SOURCE)
            .on(BAKE_SOURCE.BAKE_ID.eq(BAKE.ID))
            .join(REVISION)
            .on(REVISION.ID.eq(BAKE.TARGET_ID).or(REVISION.ID.eq(BAKE_SOURCE.REVISION_ID)))
            .where(BAKE.ID.eq(bakeId), REVISION.TRASHED_AT.isNotNull()));
  }

  /** Whether work on it waits or runs. */
  boolean isBusy(TrashKind kind, long id) {
    return switch (kind) {
      case BAKE ->
          isOpen(JobKind.BAKE_SHEET, select(BAKE_SHEET.ID).from(BAKE_SHEET).where(BAKE_SHEET.BAKE_ID.eq(id)));
      case PACKAGE -> isOpen(JobKind.PACK_HANDOFF, select(HANDOFF.ID).from(HANDOFF).where(HANDOFF.ID.eq(id)));
      case MODEL ->
          isOpen(JobKind.LAY_OUT, select(UV_LAYOUT.ID).from(UV_LAYOUT).where(UV_LAYOUT.REVISION_ID.eq(id)))
              || isReading(id);
      case ASSET ->
          isOpen(
                  JobKind.BAKE_SHEET,
                  select(BAKE_SHEET.ID).from(BAKE_SHEET).join(BAKE).on(BAKE.ID.eq(BAKE_SHEET.BAKE_ID)).where(BAKE.ASSET_ID.eq(id)))
              || isOpen(JobKind.PACK_HANDOFF, select(HANDOFF.ID).from(HANDOFF).where(HANDOFF.ASSET_ID.eq(id)))
              || isOpen(
                  JobKind.LAY_OUT,
                  select(UV_LAYOUT.ID).from(UV_LAYOUT).join(REVISION).on(REVISION.ID.eq(UV_LAYOUT.REVISION_ID)).where(REVISION.ASSET_ID.eq(id)))
              || db.fetchExists(REVISION, REVISION.ASSET_ID.eq(id), REVISION.STATE.eq(RevisionStore.READING));
    };
  }

  private boolean isOpen(JobKind kind, Select<Record1<Long>> subjects) {
    return db.fetchExists(
        JOB, JOB.KIND.eq(kind.word()), JOB.SUBJECT_ID.in(subjects), JOB.STATE.in(JobState.WAITING, JobState.RUNNING));
  }
}
