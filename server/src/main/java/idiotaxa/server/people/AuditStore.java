package idiotaxa.server.people;

import static idiotaxa.server.db.Tables.AUDIT_ENTRY;

import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

/** The trail of changes: written, read, and never changed. */
@Repository
class AuditStore {
  private final DSLContext db;
  private final Clock clock;

  AuditStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  /**
   * A change.
   *
   * @param at UTC
   * @param accountId number of the account
   * @param person name of the account at that time
   * @param token name of the script's token, null for a page
   * @param address network address that it came from
   * @param act method and address of the operation
   * @param assetId null for what was about none
   */
  public record Entry(
      long id, LocalDateTime at, Long accountId, String person, String token, String address, String act, Long assetId) {}

  void add(Person person, String address, String act, Long assetId) {
    db.insertInto(AUDIT_ENTRY)
        .set(AUDIT_ENTRY.AT, LocalDateTime.now(clock))
        .set(AUDIT_ENTRY.ACCOUNT_ID, person.accountId())
        .set(AUDIT_ENTRY.PERSON, person.name())
        .set(AUDIT_ENTRY.TOKEN, person.token())
        .set(AUDIT_ENTRY.ADDRESS, address)
        .set(AUDIT_ENTRY.ACT, act.length() <= 255 ? act : act.substring(0, 255))
        .set(AUDIT_ENTRY.ASSET_ID, assetId)
        .execute();
  }

  /**
   * Newest first.
   *
   * @param before number of an entry that only earlier ones are wanted of, null for the newest
   * @param accountId null for everybody
   */
  List<Entry> list(Long before, Long accountId, int most) {
    return db.selectFrom(AUDIT_ENTRY)
        .where(before == null ? DSL.noCondition() : AUDIT_ENTRY.ID.lt(before))
        .and(accountId == null ? DSL.noCondition() : AUDIT_ENTRY.ACCOUNT_ID.eq(accountId))
        .orderBy(AUDIT_ENTRY.ID.desc())
        .limit(most)
        .fetch(
            r ->
                new Entry(
                    r.getId(), r.getAt(), r.getAccountId(), r.getPerson(), r.getToken(), r.getAddress(), r.getAct(), r.getAssetId()));
  }
}
