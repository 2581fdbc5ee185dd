package idiotaxa.server.job;

import static idiotaxa.server.db.Tables.RUNNING_PROCESS;

import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/** Processes that take jobs or serve pages, as they last said of themselves. */
@Repository
class ProcessStore {
  private static final int DAYS_KEPT = 7;

  private final DSLContext db;
  private final Clock clock;

  ProcessStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  /**
   * A process.
   *
   * @param name unlike that of all others
   * @param kinds words of the jobs that it takes
   * @param threads jobs that it does at once
   * @param memoryMegabytes its heap
   */
  record ProcessRow(
      String name, String host, List<String> kinds, boolean servesPages, int threads, int memoryMegabytes) {}

  /**
   * @param endedAt null while it did not say that it ends
   */
  record Told(ProcessRow process, LocalDateTime beganAt, LocalDateTime seenAt, LocalDateTime endedAt) {}

  void begin(ProcessRow process) {
    LocalDateTime now = LocalDateTime.now(clock);
    db.deleteFrom(RUNNING_PROCESS).where(RUNNING_PROCESS.SEEN_AT.lt(now.minusDays(DAYS_KEPT))).execute();
    write(process, now, true);
  }

  void tell(ProcessRow process) {
    write(process, LocalDateTime.now(clock), false);
  }

  /** One that was forgotten, by a restored database for example, is there again. */
  private void write(ProcessRow process, LocalDateTime now, boolean isBeginning) {
    var update =
        db.insertInto(RUNNING_PROCESS)
            .set(RUNNING_PROCESS.NAME, process.name())
            .set(RUNNING_PROCESS.HOST, process.host())
            .set(RUNNING_PROCESS.KINDS, String.join(" ", process.kinds()))
            .set(RUNNING_PROCESS.SERVES_PAGES, process.servesPages())
            .set(RUNNING_PROCESS.THREADS, process.threads())
            .set(RUNNING_PROCESS.MEMORY_MEGABYTES, process.memoryMegabytes())
            .set(RUNNING_PROCESS.BEGAN_AT, now)
            .set(RUNNING_PROCESS.SEEN_AT, now)
            .onDuplicateKeyUpdate()
            .set(RUNNING_PROCESS.SEEN_AT, now)
            .setNull(RUNNING_PROCESS.ENDED_AT);
    if (isBeginning) {
      update =
          update
              .set(RUNNING_PROCESS.BEGAN_AT, now)
              .set(RUNNING_PROCESS.HOST, process.host())
              .set(RUNNING_PROCESS.KINDS, String.join(" ", process.kinds()))
              .set(RUNNING_PROCESS.SERVES_PAGES, process.servesPages())
              .set(RUNNING_PROCESS.THREADS, process.threads())
              .set(RUNNING_PROCESS.MEMORY_MEGABYTES, process.memoryMegabytes());
    }
    update.execute();
  }

  void end(String name) {
    db.update(RUNNING_PROCESS).set(RUNNING_PROCESS.ENDED_AT, LocalDateTime.now(clock)).where(RUNNING_PROCESS.NAME.eq(name)).execute();
  }

  /** Those that did not say that they end, those that began last first. */
  List<Told> open(int most) {
    return list(RUNNING_PROCESS.ENDED_AT.isNull(), most);
  }

  /** Those that ended, those that began last first. */
  List<Told> ended(int most) {
    return list(RUNNING_PROCESS.ENDED_AT.isNotNull(), most);
  }

  private List<Told> list(Condition meant, int most) {
    return db.selectFrom(RUNNING_PROCESS)
        .where(meant)
        .orderBy(RUNNING_PROCESS.BEGAN_AT.desc())
        .limit(most)
        .fetch(
            r ->
                new Told(
                    new ProcessRow(
                        r.getName(),
                        r.getHost(),
                        r.getKinds().isEmpty() ? List.of() : List.of(r.getKinds().split(" ")),
                        r.getServesPages(),
                        r.getThreads(),
                        r.getMemoryMegabytes()),
                    r.getBeganAt(),
                    r.getSeenAt(),
                    r.getEndedAt()));
  }
}
