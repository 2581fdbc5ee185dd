package idiotaxa.server.job;

import static idiotaxa.server.db.Tables.JOB;

import idiotaxa.server.db.tables.records.JobRecord;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.InsertSetMoreStep;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Where jobs stand. */
@Repository
public class JobStore {
  private static final List<String> OPEN = List.of(JobState.WAITING, JobState.RUNNING);

  private final DSLContext db;
  private final Clock clock;

  JobStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  /**
   * Where a job stands.
   *
   * @param state see {@link JobState}
   * @param share 0 … 1 of what is under way
   * @param secondsLeft null while that cannot be told
   * @param problem why it failed, else null
   */
  public record JobRow(
      long subjectId, String state, String doing, double share, Double secondsLeft, String problem) {
    /** Of work that nobody asked for as a job. */
    public static JobRow none(long subjectId) {
      return new JobRow(subjectId, JobState.WAITING, JobState.WAITING, 0, null, null);
    }
  }

  /**
   * A job that is begun.
   *
   * @param number 1 for the first attempt; names this one
   * @param deaths how often a process died under it
   */
  record Attempt(int number, int deaths) {}

  /** A job that waits; one that has ended begins anew. */
  void add(JobKind kind, long subjectId) {
    inserted(kind, subjectId)
        .onDuplicateKeyUpdate()
        .set(asItWaits())
        .setNull(JOB.BEGAN_AT)
        .setNull(JOB.ENDED_AT)
        .setNull(JOB.PROCESS)
        .setNull(JOB.PROBLEM)
        .execute();
  }

  /**
   * @param account null for what nobody asked for
   */
  void setAskedBy(JobKind kind, long subjectId, Long account) {
    db.update(JOB).set(JOB.ASKED_BY, account).where(is(kind, subjectId)).execute();
  }

  int countWaiting(long account) {
    return db.fetchCount(JOB, JOB.ASKED_BY.eq(account).and(JOB.STATE.eq(JobState.WAITING)));
  }

  private InsertSetMoreStep<JobRecord> inserted(JobKind kind, long subjectId) {
    return db.insertInto(JOB)
        .set(JOB.KIND, kind.word())
        .set(JOB.SUBJECT_ID, subjectId)
        .set(asItWaits());
  }

  private Map<Field<?>, Object> asItWaits() {
    return Map.of(
        JOB.STATE, JobState.WAITING,
        JOB.DOING, JobState.WAITING,
        JOB.SHARE, 0.0,
        JOB.ATTEMPTS, 0,
        JOB.DEATHS, 0,
        JOB.IS_CANCELLED, false,
        JOB.ADDED_AT, LocalDateTime.now(clock));
  }

  /**
   * As {@link #add}, unless the job waits, runs or has failed.
   *
   * @return whether it waits now, and so must be queued
   */
  boolean addOnce(JobKind kind, long subjectId) {
    // Most who ask find it there, and need not lock anything for that.
    String state = db.select(JOB.STATE).from(JOB).where(is(kind, subjectId)).fetchOne(JOB.STATE);
    if (state == null) {
      inserted(kind, subjectId).onDuplicateKeyIgnore().execute();
      return true;
    }
    if (state.equals(JobState.RUNNING) || state.equals(JobState.FAILED)) {
      return false;
    }
    if (!state.equals(JobState.WAITING) && lock(kind, subjectId, state)) {
      add(kind, subjectId);
    }
    return true;
  }

  /** Work that was done at once. */
  public void addDone(JobKind kind, long subjectId) {
    add(kind, subjectId);
    db.update(JOB)
        .set(JOB.STATE, JobState.DONE)
        .set(JOB.DOING, JobState.DONE)
        .set(JOB.SHARE, 1.0)
        .set(JOB.ENDED_AT, LocalDateTime.now(clock))
        .where(is(kind, subjectId))
        .execute();
  }

  public JobRow get(JobKind kind, long subjectId) {
    return find(kind, List.of(subjectId)).getOrDefault(subjectId, JobRow.none(subjectId));
  }

  /** By the subject's number; those without a job are missing. */
  public Map<Long, JobRow> find(JobKind kind, Collection<Long> subjectIds) {
    return db.selectFrom(JOB)
        .where(JOB.KIND.eq(kind.word()), JOB.SUBJECT_ID.in(subjectIds))
        .fetchMap(
            JOB.SUBJECT_ID,
            r ->
                new JobRow(
                    r.getSubjectId(),
                    r.getState(),
                    r.getDoing(),
                    r.getShare(),
                    r.getSecondsLeft(),
                    r.getProblem()));
  }

  /**
   * Takes a job on; empty when it has ended. One that is still running has lost its process.
   *
   * @param process name of the one that takes it
   */
  @Transactional
  Optional<Attempt> begin(JobKind kind, long subjectId, String process) {
    JobRecord job =
        db.selectFrom(JOB).where(is(kind, subjectId)).forUpdate().fetchOptional().orElse(null);
    if (job == null || JobState.isEnded(job.getState())) {
      return Optional.empty();
    }
    boolean hasDied = job.getState().equals(JobState.RUNNING);
    job.setDeaths(job.getDeaths() + (hasDied ? 1 : 0));
    job.setAttempts(job.getAttempts() + 1);
    job.setState(JobState.RUNNING);
    job.setDoing("starting");
    job.setShare(0.0);
    job.setSecondsLeft(null);
    job.setBeganAt(LocalDateTime.now(clock));
    job.setProcess(process);
    job.update();
    return Optional.of(new Attempt(job.getAttempts(), job.getDeaths()));
  }

  /** Whether a job is in a state; then its row is held until the transaction ends. */
  boolean lock(JobKind kind, long subjectId, String state) {
    return db.selectFrom(JOB)
        .where(is(kind, subjectId), JOB.STATE.eq(state))
        .forUpdate()
        .fetchOptional()
        .isPresent();
  }

  /** An attempt that did not come to its end through no fault of the job. */
  void giveBack(JobKind kind, long subjectId, int attempt, boolean counts) {
    db.update(JOB)
        .set(JOB.STATE, JobState.WAITING)
        .set(JOB.DOING, JobState.WAITING)
        .set(JOB.SHARE, 0.0)
        .setNull(JOB.SECONDS_LEFT)
        .set(JOB.ATTEMPTS, counts ? attempt : attempt - 1)
        .where(isAttempt(kind, subjectId, attempt))
        .execute();
  }

  /** Those that wait end at once, those that run when they hear of it. */
  public void cancel(JobKind kind, Collection<Long> subjectIds) {
    Condition meant = JOB.KIND.eq(kind.word()).and(JOB.SUBJECT_ID.in(subjectIds));
    db.update(JOB).set(JOB.IS_CANCELLED, true).where(meant, JOB.STATE.in(OPEN)).execute();
    db.update(JOB)
        .set(JOB.STATE, JobState.CANCELLED)
        .set(JOB.DOING, JobState.CANCELLED)
        .set(JOB.ENDED_AT, LocalDateTime.now(clock))
        .where(meant, JOB.STATE.eq(JobState.WAITING))
        .execute();
  }

  /** Also true of an attempt whose job another process has taken over. */
  boolean isCancelled(JobKind kind, long subjectId, int attempt) {
    return !db.fetchExists(
        JOB, isAttempt(kind, subjectId, attempt).and(JOB.IS_CANCELLED.isFalse()));
  }

  void setProgress(
      JobKind kind, long subjectId, int attempt, String doing, double share, Double secondsLeft) {
    db.update(JOB)
        .set(JOB.DOING, cut(doing, JOB.DOING.getDataType().length()))
        .set(JOB.SHARE, share)
        .set(JOB.SECONDS_LEFT, secondsLeft)
        .where(isAttempt(kind, subjectId, attempt))
        .execute();
  }

  /**
   * @param state one that ends the job
   * @param problem null but for {@link JobState#FAILED}
   * @return whether this attempt still had the job
   */
  boolean end(JobKind kind, long subjectId, int attempt, String state, String problem) {
    return db.update(JOB)
            .set(JOB.STATE, state)
            .set(JOB.DOING, state)
            .set(JOB.ENDED_AT, LocalDateTime.now(clock))
            .set(JOB.SHARE, state.equals(JobState.DONE) ? 1.0 : 0.0)
            .setNull(JOB.SECONDS_LEFT)
            .set(JOB.PROBLEM, cut(problem, JOB.PROBLEM.getDataType().length()))
            .where(isAttempt(kind, subjectId, attempt))
            .execute()
        == 1;
  }

  private static Condition is(JobKind kind, long subjectId) {
    return JOB.KIND.eq(kind.word()).and(JOB.SUBJECT_ID.eq(subjectId));
  }

  private static Condition isAttempt(JobKind kind, long subjectId, int attempt) {
    return is(kind, subjectId).and(JOB.STATE.eq(JobState.RUNNING)).and(JOB.ATTEMPTS.eq(attempt));
  }

  private static String cut(String words, int length) {
    return words == null || words.length() <= length ? words : words.substring(0, length - 1) + "…";
  }
}
