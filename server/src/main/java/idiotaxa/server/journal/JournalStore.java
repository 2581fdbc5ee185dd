package idiotaxa.server.journal;

import static idiotaxa.server.db.Tables.ACCOUNT;
import static idiotaxa.server.db.Tables.ASSET;
import static idiotaxa.server.db.Tables.JOURNAL_ENTRY;

import idiotaxa.server.web.NotFoundException;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Set;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/** The journal of claims. Entries are never changed but for being dropped, and never deleted. */
@Repository
public class JournalStore {
  private final DSLContext db;
  private final Clock clock;

  public JournalStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  /**
   * An entry as it is found in order.
   *
   * @param revisionId null for one that is about every revision of the asset
   * @param ordinal 1 for the first entry of the asset
   */
  public record EntryHead(long id, Long revisionId, int ordinal, String kind) {}

  /**
   * Entry without its claims.
   *
   * @param by name of the account that wrote it, null where nobody signs in
   */
  public record EntryWords(
      long id, int ordinal, String kind, String words, String by, LocalDateTime createdAt) {}

  /**
   * Where an asset's journal stands.
   *
   * @param position number of entries that are in force
   * @param entryId the last of them, 0 for none; names everything that is in force
   */
  public record Cursor(int position, long entryId) {}

  /**
   * @throws NotFoundException when there is no such asset
   */
  public Cursor cursor(long assetId) {
    return db.select(ASSET.JOURNAL_POSITION, JOURNAL_ENTRY.ID)
        .from(ASSET)
        .leftJoin(JOURNAL_ENTRY)
        .on(
            JOURNAL_ENTRY.ASSET_ID.eq(ASSET.ID),
            JOURNAL_ENTRY.ORDINAL.eq(ASSET.JOURNAL_POSITION),
            JOURNAL_ENTRY.DROPPED_BY.isNull())
        .where(ASSET.ID.eq(assetId))
        .fetchOptional(r -> new Cursor(r.value1(), r.value2() == null ? 0 : r.value2()))
        .orElseThrow(() -> new NotFoundException("asset", assetId));
  }

  /**
   * Adds an entry and drops what was undone from its ordinal on.
   *
   * @param revisionId null for every revision of the asset
   * @param claims packed, see the service that writes them
   * @param accountId who does it, null where nobody signs in
   */
  public EntryHead append(
      long assetId, Long revisionId, int ordinal, String kind, String words, byte[] claims, Long accountId) {
    long id =
        db.insertInto(JOURNAL_ENTRY)
        .set(JOURNAL_ENTRY.ASSET_ID, assetId)
        .set(JOURNAL_ENTRY.REVISION_ID, revisionId)
        .set(JOURNAL_ENTRY.ORDINAL, ordinal)
        .set(JOURNAL_ENTRY.KIND, kind)
        .set(JOURNAL_ENTRY.WORDS, words)
        .set(JOURNAL_ENTRY.CLAIMS, claims)
        .set(JOURNAL_ENTRY.ACCOUNT_ID, accountId)
        .set(JOURNAL_ENTRY.CREATED_AT, LocalDateTime.now(clock))
        .returning(JOURNAL_ENTRY.ID)
        .fetchSingle(JOURNAL_ENTRY.ID);
    db.update(JOURNAL_ENTRY)
        .set(JOURNAL_ENTRY.DROPPED_BY, id)
        .where(
            JOURNAL_ENTRY.ASSET_ID.eq(assetId),
            JOURNAL_ENTRY.ORDINAL.ge(ordinal),
            JOURNAL_ENTRY.ID.lt(id),
            JOURNAL_ENTRY.DROPPED_BY.isNull())
        .execute();
    return new EntryHead(id, revisionId, ordinal, kind);
  }

  /**
   * Entries about one revision that were in force when {@code lastEntryId} was the last of them, oldest
   * first: the answer never changes.
   */
  public List<EntryHead> inForce(long assetId, long revisionId, long lastEntryId) {
    return heads(
        inForceAt(assetId, lastEntryId)
            .and(JOURNAL_ENTRY.REVISION_ID.eq(revisionId).or(JOURNAL_ENTRY.REVISION_ID.isNull())));
  }

  /**
   * What is otherwise than it was at an earlier entry.
   *
   * @param added entries about the revision since then that are in force, oldest first
   * @param dropped numbers of entries from before that were dropped since
   */
  public record Since(List<EntryHead> added, Set<Long> dropped) {}

  /** From the state of one entry to that of a later one, as of {@link #inForce}. */
  public Since since(long assetId, long revisionId, long fromEntryId, long lastEntryId) {
    Condition isOfRevision = JOURNAL_ENTRY.REVISION_ID.eq(revisionId).or(JOURNAL_ENTRY.REVISION_ID.isNull());
    List<EntryHead> added =
        heads(inForceAt(assetId, lastEntryId).and(isOfRevision).and(JOURNAL_ENTRY.ID.gt(fromEntryId)));
    Set<Long> dropped =
        db.select(JOURNAL_ENTRY.ID)
            .from(JOURNAL_ENTRY)
            .where(
                JOURNAL_ENTRY.ASSET_ID.eq(assetId),
                JOURNAL_ENTRY.ID.le(fromEntryId),
                JOURNAL_ENTRY.DROPPED_BY.gt(fromEntryId),
                JOURNAL_ENTRY.DROPPED_BY.le(lastEntryId))
            .fetchSet(JOURNAL_ENTRY.ID);
    return new Since(added, dropped);
  }

  /** Those up to an entry that no entry up to it has dropped. */
  private static Condition inForceAt(long assetId, long lastEntryId) {
    return JOURNAL_ENTRY
        .ASSET_ID
        .eq(assetId)
        .and(JOURNAL_ENTRY.ID.le(lastEntryId))
        .and(JOURNAL_ENTRY.DROPPED_BY.isNull().or(JOURNAL_ENTRY.DROPPED_BY.gt(lastEntryId)));
  }

  /** What entries about every revision of an asset hold, with the last entry as in {@link #inForce}. */
  public List<byte[]> inForceForAll(long assetId, long lastEntryId) {
    return db.select(JOURNAL_ENTRY.CLAIMS)
        .from(JOURNAL_ENTRY)
        .where(inForceAt(assetId, lastEntryId), JOURNAL_ENTRY.REVISION_ID.isNull())
        .fetch(JOURNAL_ENTRY.CLAIMS);
  }

  /** Entries that can be in force, with ordinals from {@code first} to {@code last}. */
  public List<EntryHead> between(long assetId, int first, int last) {
    return heads(
        JOURNAL_ENTRY
            .ASSET_ID
            .eq(assetId)
            .and(JOURNAL_ENTRY.ORDINAL.between(first, last))
            .and(JOURNAL_ENTRY.DROPPED_BY.isNull()));
  }

  private List<EntryHead> heads(Condition condition) {
    return db.select(
            JOURNAL_ENTRY.ID, JOURNAL_ENTRY.REVISION_ID, JOURNAL_ENTRY.ORDINAL, JOURNAL_ENTRY.KIND)
        .from(JOURNAL_ENTRY)
        .where(condition)
        .orderBy(JOURNAL_ENTRY.ORDINAL)
        .fetch(r -> new EntryHead(r.value1(), r.value2(), r.value3(), r.value4()));
  }

  /** What an entry holds, packed. */
  public byte[] claims(long id) {
    return db.select(JOURNAL_ENTRY.CLAIMS)
        .from(JOURNAL_ENTRY)
        .where(JOURNAL_ENTRY.ID.eq(id))
        .fetchSingle(JOURNAL_ENTRY.CLAIMS);
  }

  /** Identities of all entries that are in force now. */
  public Set<Long> idsInForce(long assetId) {
    return db.select(JOURNAL_ENTRY.ID)
        .from(JOURNAL_ENTRY)
        .join(ASSET)
        .on(ASSET.ID.eq(JOURNAL_ENTRY.ASSET_ID))
        .where(
            ASSET.ID.eq(assetId),
            JOURNAL_ENTRY.ORDINAL.le(ASSET.JOURNAL_POSITION),
            JOURNAL_ENTRY.DROPPED_BY.isNull())
        .fetchSet(JOURNAL_ENTRY.ID);
  }

  /** Number of entries that can be in force, the undone ones among them. */
  public int length(long assetId) {
    return db.fetchCount(
        JOURNAL_ENTRY, JOURNAL_ENTRY.ASSET_ID.eq(assetId), JOURNAL_ENTRY.DROPPED_BY.isNull());
  }

  /** Every entry that can be in force, the undone ones among them, oldest first. */
  public List<EntryWords> words(long assetId) {
    return db.select(
            JOURNAL_ENTRY.ID,
            JOURNAL_ENTRY.ORDINAL,
            JOURNAL_ENTRY.KIND,
            JOURNAL_ENTRY.WORDS,
            ACCOUNT.NAME,
            JOURNAL_ENTRY.CREATED_AT)
        .from(JOURNAL_ENTRY)
        .leftJoin(ACCOUNT)
        .on(ACCOUNT.ID.eq(JOURNAL_ENTRY.ACCOUNT_ID))
        .where(JOURNAL_ENTRY.ASSET_ID.eq(assetId), JOURNAL_ENTRY.DROPPED_BY.isNull())
        .orderBy(JOURNAL_ENTRY.ORDINAL)
        .fetch(r -> new EntryWords(r.value1(), r.value2(), r.value3(), r.value4(), r.value5(), r.value6()));
  }
}
