package idiotaxa.server.people;

import static idiotaxa.server.db.Tables.ACCOUNT;
import static idiotaxa.server.db.Tables.API_TOKEN;
import static idiotaxa.server.db.Tables.SHOW_MEMBER;

import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

/** What the rights of all people hang on. */
@Repository
class StandingStore {
  private final DSLContext db;

  StandingStore(DSLContext db) {
    this.db = db;
  }

  /** Another value after nearly every change (one in four thousand millions is missed). */
  Object stamp() {
    return db.select(
            DSL.field(
                "(SELECT SUM(CRC32(CONCAT_WS('|', id, role, is_closed, sign_in_count))) FROM {0})", String.class, ACCOUNT),
            DSL.field("(SELECT SUM(CRC32(CONCAT_WS('|', show_id, account_id))) FROM {0})", String.class, SHOW_MEMBER),
            DSL.field("(SELECT SUM(CRC32(CONCAT_WS('|', id, account_id))) FROM {0} WHERE ends_at > UTC_TIMESTAMP())", String.class, API_TOKEN),
            DSL.field("(SELECT SUM(CRC32(PRIMARY_ID)) FROM SPRING_SESSION)", String.class))
        .fetchSingle()
        .intoList();
  }
}
