package idiotaxa.server.store;

import static idiotaxa.server.store.db.Tables.JOURNAL_ENTRY;

import idiotaxa.server.store.db.tables.records.JournalEntryRecord;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
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
   * @param ordinal 1 for the first entry of the asset
   * @param claims packed, see the service that writes them
   */
  public record EntryRow(
      long id, long revisionId, int ordinal, String kind, String words, byte[] claims) {}

  /** Entry without its claims. */
  public record EntryWords(
      long id, int ordinal, String kind, String words, LocalDateTime createdAt) {}

  /** Drops what was undone from {@code ordinal} on and adds the entry there. */
  public void append(
      long assetId, long revisionId, int ordinal, String kind, String words, byte[] claims) {
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

  /** Entries of one revision that are in force up to a position of the journal, oldest first. */
  public List<EntryRow> inForce(long assetId, long revisionId, int position) {
    return db.selectFrom(JOURNAL_ENTRY)
        .where(
            JOURNAL_ENTRY.ASSET_ID.eq(assetId),
            JOURNAL_ENTRY.REVISION_ID.eq(revisionId),
            JOURNAL_ENTRY.ORDINAL.le(position),
            JOURNAL_ENTRY.IS_DROPPED.isFalse())
        .orderBy(JOURNAL_ENTRY.ORDINAL)
        .fetch(JournalStore::row);
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

  /** The revision that the entry at {@code ordinal} is about, 0 when there is none. */
  public long revisionAt(long assetId, int ordinal) {
    return db.select(JOURNAL_ENTRY.REVISION_ID)
        .from(JOURNAL_ENTRY)
        .where(
            JOURNAL_ENTRY.ASSET_ID.eq(assetId),
            JOURNAL_ENTRY.ORDINAL.eq(ordinal),
            JOURNAL_ENTRY.IS_DROPPED.isFalse())
        .fetchOptional(JOURNAL_ENTRY.REVISION_ID)
        .orElse(0L);
  }

  private static EntryRow row(JournalEntryRecord r) {
    return new EntryRow(
        r.getId(), r.getRevisionId(), r.getOrdinal(), r.getKind(), r.getWords(), r.getClaims());
  }
}
