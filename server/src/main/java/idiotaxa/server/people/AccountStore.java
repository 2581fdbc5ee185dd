package idiotaxa.server.people;

import static idiotaxa.server.db.Tables.ACCOUNT;
import static idiotaxa.server.db.Tables.API_TOKEN;
import static idiotaxa.server.db.Tables.SHOW_MEMBER;

import idiotaxa.server.db.tables.records.AccountRecord;
import idiotaxa.server.db.tables.records.ApiTokenRecord;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

/** Accounts, the tokens of their scripts, and the shows that they belong to. */
@Repository
class AccountStore {
  private final DSLContext db;
  private final Clock clock;

  AccountStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  /**
   * @param password as it is kept: never to be shown
   * @param isClosed whether nobody can sign in with it any more
   * @param version grows with every change of its role and of whether it is closed
   * @param signInCount grows when everybody who is signed in with it has to sign in again
   */
  record AccountRow(
      long id, String name, String password, Role role, boolean isClosed, int version, int signInCount, LocalDateTime createdAt) {}

  /** A token without its secret, which nobody keeps. */
  record TokenRow(
      long id, long accountId, String accountName, String name, Role role, LocalDateTime endsAt, LocalDateTime createdAt) {}

  /**
   * @throws org.springframework.dao.DuplicateKeyException when the name is taken
   */
  long create(String name, String password, Role role) {
    return db.insertInto(ACCOUNT)
        .set(ACCOUNT.NAME, name)
        .set(ACCOUNT.PASSWORD, password)
        .set(ACCOUNT.ROLE, role.word())
        .set(ACCOUNT.IS_CLOSED, false)
        .set(ACCOUNT.SIGN_IN_COUNT, 0)
        .set(ACCOUNT.CREATED_AT, LocalDateTime.now(clock))
        .returning(ACCOUNT.ID)
        .fetchSingle(ACCOUNT.ID);
  }

  List<AccountRow> list() {
    return db.selectFrom(ACCOUNT).orderBy(ACCOUNT.NAME).fetch(AccountStore::row);
  }

  Optional<AccountRow> find(long id) {
    return db.selectFrom(ACCOUNT).where(ACCOUNT.ID.eq(id)).fetchOptional(AccountStore::row);
  }

  /** Names are the same whatever the case of their letters. */
  Optional<AccountRow> find(String name) {
    return db.selectFrom(ACCOUNT).where(ACCOUNT.NAME.eq(name)).fetchOptional(AccountStore::row);
  }

  /** All accounts that manage and are open, held until the transaction ends. */
  List<Long> lockManagers() {
    return db.select(ACCOUNT.ID)
        .from(ACCOUNT)
        .where(ACCOUNT.ROLE.eq(Role.MANAGE.word()), ACCOUNT.IS_CLOSED.isFalse())
        .forUpdate()
        .fetch(ACCOUNT.ID);
  }

  /**
   * @return false when somebody else changed it since {@code version}
   */
  boolean change(long id, int version, Role role, boolean isClosed) {
    return db.update(ACCOUNT)
            .set(ACCOUNT.ROLE, role.word())
            .set(ACCOUNT.IS_CLOSED, isClosed)
            .set(ACCOUNT.VERSION, version + 1)
            .where(ACCOUNT.ID.eq(id), ACCOUNT.VERSION.eq(version))
            .execute()
        == 1;
  }

  /** Signs out whoever is signed in with the old one, and ends what scripts were let in with: who knew one may have made the other. */
  void setPassword(long id, String password) {
    db.deleteFrom(API_TOKEN).where(API_TOKEN.ACCOUNT_ID.eq(id)).execute();
    db.update(ACCOUNT)
        .set(ACCOUNT.PASSWORD, password)
        .set(ACCOUNT.SIGN_IN_COUNT, ACCOUNT.SIGN_IN_COUNT.plus(1))
        .where(ACCOUNT.ID.eq(id))
        .execute();
  }

  private static AccountRow row(AccountRecord r) {
    return new AccountRow(
        r.getId(), r.getName(), r.getPassword(), Role.of(r.getRole()), r.getIsClosed(), r.getVersion(), r.getSignInCount(), r.getCreatedAt());
  }

  /** Numbers of the shows that an account belongs to. */
  Set<Long> shows(long accountId) {
    return db.select(SHOW_MEMBER.SHOW_ID)
        .from(SHOW_MEMBER)
        .where(SHOW_MEMBER.ACCOUNT_ID.eq(accountId))
        .fetchSet(SHOW_MEMBER.SHOW_ID);
  }

  /**
   * @param digest SHA-256 of the secret, hexadecimal
   */
  long createToken(long accountId, String name, String digest, Role role, LocalDateTime endsAt) {
    return db.insertInto(API_TOKEN)
        .set(API_TOKEN.ACCOUNT_ID, accountId)
        .set(API_TOKEN.NAME, name)
        .set(API_TOKEN.DIGEST, digest)
        .set(API_TOKEN.ROLE, role.word())
        .set(API_TOKEN.ENDS_AT, endsAt)
        .set(API_TOKEN.CREATED_AT, LocalDateTime.now(clock))
        .returning(API_TOKEN.ID)
        .fetchSingle(API_TOKEN.ID);
  }

  /**
   * @param accountId null for those of everybody
   */
  List<TokenRow> tokens(Long accountId) {
    return db.select(API_TOKEN, ACCOUNT.NAME)
        .from(API_TOKEN)
        .join(ACCOUNT)
        .on(ACCOUNT.ID.eq(API_TOKEN.ACCOUNT_ID))
        .where(accountId == null ? DSL.noCondition() : API_TOKEN.ACCOUNT_ID.eq(accountId))
        .orderBy(API_TOKEN.ENDS_AT, API_TOKEN.ID)
        .fetch(r -> token(r.value1(), r.value2()));
  }

  /** One that has not ended. */
  Optional<TokenRow> tokenByDigest(String digest) {
    return db.select(API_TOKEN, ACCOUNT.NAME)
        .from(API_TOKEN)
        .join(ACCOUNT)
        .on(ACCOUNT.ID.eq(API_TOKEN.ACCOUNT_ID))
        .where(API_TOKEN.DIGEST.eq(digest), API_TOKEN.ENDS_AT.gt(LocalDateTime.now(clock)))
        .fetchOptional(r -> token(r.value1(), r.value2()));
  }

  private static TokenRow token(ApiTokenRecord r, String account) {
    return new TokenRow(
        r.getId(), r.getAccountId(), account, r.getName(), Role.of(r.getRole()), r.getEndsAt(), r.getCreatedAt());
  }

  /**
   * @param accountId whose it has to be, null for anybody's
   * @return whether there was one
   */
  boolean deleteToken(long id, Long accountId) {
    return db.deleteFrom(API_TOKEN)
            .where(API_TOKEN.ID.eq(id))
            .and(accountId == null ? DSL.noCondition() : API_TOKEN.ACCOUNT_ID.eq(accountId))
            .execute()
        > 0;
  }
}
