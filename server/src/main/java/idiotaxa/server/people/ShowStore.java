package idiotaxa.server.people;

import static idiotaxa.server.db.Tables.ACCOUNT;
import static idiotaxa.server.db.Tables.ASSET;
import static idiotaxa.server.db.Tables.SHOW_MEMBER;
import static idiotaxa.server.db.Tables.STUDIO_SHOW;

import java.time.Clock;
import java.time.LocalDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

/** Shows and who belongs to them. */
@Repository
class ShowStore {
  private final DSLContext db;
  private final Clock clock;

  ShowStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  /**
   * @param version grows with every change of its name and its members
   * @param assets how many it has, those in the trash too
   */
  record ShowRow(long id, String name, int version, int assets) {}

  /** Somebody who belongs to a show. */
  record Member(long id, String name) {}

  /** By name. */
  List<ShowRow> list() {
    var assets = DSL.selectCount().from(ASSET).where(ASSET.SHOW_ID.eq(STUDIO_SHOW.ID)).<Integer>asField();
    return db.select(STUDIO_SHOW.ID, STUDIO_SHOW.NAME, STUDIO_SHOW.VERSION, assets)
        .from(STUDIO_SHOW)
        .orderBy(STUDIO_SHOW.NAME)
        .fetch(r -> new ShowRow(r.value1(), r.value2(), r.value3(), r.value4()));
  }

  boolean exists(long id) {
    return db.fetchExists(STUDIO_SHOW, STUDIO_SHOW.ID.eq(id));
  }

  /**
   * @throws org.springframework.dao.DuplicateKeyException when the name is taken
   */
  long create(String name) {
    return db.insertInto(STUDIO_SHOW)
        .set(STUDIO_SHOW.NAME, name)
        .set(STUDIO_SHOW.CREATED_AT, LocalDateTime.now(clock))
        .returning(STUDIO_SHOW.ID)
        .fetchSingle(STUDIO_SHOW.ID);
  }

  /**
   * As {@link #create}; holds the show until the transaction ends.
   *
   * @return false when somebody else changed it since {@code version}
   */
  boolean rename(long id, int version, String name) {
    return db.update(STUDIO_SHOW)
            .set(STUDIO_SHOW.NAME, name)
            .set(STUDIO_SHOW.VERSION, version + 1)
            .where(STUDIO_SHOW.ID.eq(id), STUDIO_SHOW.VERSION.eq(version))
            .execute()
        == 1;
  }

  /** By show, in the order of their names. */
  Map<Long, List<Member>> members() {
    return db.select(SHOW_MEMBER.SHOW_ID, ACCOUNT.ID, ACCOUNT.NAME)
        .from(SHOW_MEMBER)
        .join(ACCOUNT)
        .on(ACCOUNT.ID.eq(SHOW_MEMBER.ACCOUNT_ID))
        .orderBy(ACCOUNT.NAME)
        .fetchGroups(r -> r.value1(), r -> new Member(r.value2(), r.value3()));
  }

  void setMembers(long showId, Collection<Long> accountIds) {
    db.deleteFrom(SHOW_MEMBER).where(SHOW_MEMBER.SHOW_ID.eq(showId)).execute();
    accountIds.stream().distinct().sorted().forEach(account -> db.insertInto(SHOW_MEMBER).values(showId, account).execute());
  }
}
