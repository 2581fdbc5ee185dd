package idiotaxa.server.store;

import static idiotaxa.server.store.db.Tables.JOURNAL_ENTRY;

import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
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

  /** Entry without its claims. */
  public record EntryWords(
      long id, int ordinal, String kind, String words, LocalDateTime createdAt) {}

  /**
   * Drops what was undone from {@code ordinal} on and adds the entry there.
   *
   * @param revisionId null for every revision of the asset
   * @param claims packed, see the service that writes them
   */
  public void append(
      long assetId, Long revisionId, int ordinal, String kind, String words, byte[] claims) {
    db.update(JOURNAL_ENTRY)
        .set(JOURNAL_ENTRY.IS_DROPPED, true)
        .where(
            JOURNAL_ENTRY.ASSET_ID.eq(assetId),
            JOURNAL_ENTRY.ORDINAL.ge(ordinal),
            JOURNAL_ENTRY.IS_DROPPED.isFalse())
        .execute();
    db.insertInto(JOURNAL_ENTRY)
        .set(JOURNAL_ENTRY.ASSET_ID, assetId)
        .set(JOURNAL_ENTRY.REVISION_ID, revisionId)
        .set(JOURNAL_ENTRY.ORDINAL, ordinal)
        .set(JOURNAL_ENTRY.KIND, kind)
        .set(JOURNAL_ENTRY.WORDS, words)
        .set(JOURNAL_ENTRY.CLAIMS, claims)
        .set(JOURNAL_ENTRY.IS_DROPPED, false)
        .set(JOURNAL_ENTRY.CREATED_AT, LocalDateTime.now(clock))
        .execute();
  }

  /** Entries about one revision that are in force up to a position of the journal, oldest first. */
  public List<EntryHead> inForce(long assetId, long revisionId, int position) {
    return heads(
        JOURNAL_ENTRY
            .ASSET_ID
            .eq(assetId)
            .and(JOURNAL_ENTRY.REVISION_ID.eq(revisionId).or(JOURNAL_ENTRY.REVISION_ID.isNull()))
            .and(JOURNAL_ENTRY.ORDINAL.le(position)));
  }

  /** What entries about every revision of an asset hold that are in force up to a position. */
  public List<byte[]> inForceForAll(long assetId, int position) {
    return db.select(JOURNAL_ENTRY.CLAIMS)
        .from(JOURNAL_ENTRY)
        .where(
            JOURNAL_ENTRY.ASSET_ID.eq(assetId),
            JOURNAL_ENTRY.REVISION_ID.isNull(),
            JOURNAL_ENTRY.ORDINAL.le(position),
            JOURNAL_ENTRY.IS_DROPPED.isFalse())
        .fetch(JOURNAL_ENTRY.CLAIMS);
  }

  /** Entries with ordinals from {@code first} to {@code last}. */
  public List<EntryHead> between(long assetId, int first, int last) {
    return heads(
        JOURNAL_ENTRY.ASSET_ID.eq(assetId).and(JOURNAL_ENTRY.ORDINAL.between(first, last)));
  }

  private List<EntryHead> heads(Condition condition) {
    return db.select(
            JOURNAL_ENTRY.ID, JOURNAL_ENTRY.REVISION_ID, JOURNAL_ENTRY.ORDINAL, JOURNAL_ENTRY.KIND)
        .from(JOURNAL_ENTRY)
        .where(condition, JOURNAL_ENTRY.IS_DROPPED.isFalse())
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

  /** Number of entries that can be in force, the undone ones among them. */
  public int length(long assetId) {
    return db.fetchCount(
        JOURNAL_ENTRY, JOURNAL_ENTRY.ASSET_ID.eq(assetId), JOURNAL_ENTRY.IS_DROPPED.isFalse());
  }

  /** Every entry that can be in force, the undone ones among them, oldest first. */
  public List<EntryWords> words(long assetId) {
    return db.select(
            JOURNAL_ENTRY.ID,
            JOURNAL_ENTRY.ORDINAL,
            JOURNAL_ENTRY.KIND,
            JOURNAL_ENTRY.WORDS,
            JOURNAL_ENTRY.CREATED_AT)
        .from(JOURNAL_ENTRY)
        .where(JOURNAL_ENTRY.ASSET_ID.eq(assetId), JOURNAL_ENTRY.IS_DROPPED.isFalse())
        .orderBy(JOURNAL_ENTRY.ORDINAL)
        .fetch(r -> new EntryWords(r.value1(), r.value2(), r.value3(), r.value4(), r.value5()));
  }
}
