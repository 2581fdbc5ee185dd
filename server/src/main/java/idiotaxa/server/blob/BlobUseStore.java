package idiotaxa.server.blob;

import static idiotaxa.server.db.Tables.BAKE_SHEET;
import static idiotaxa.server.db.Tables.HANDOFF;
import static idiotaxa.server.db.Tables.KNOWN_KIND;
import static idiotaxa.server.db.Tables.MASK_IMAGE;
import static idiotaxa.server.db.Tables.REFERENCE_PICTURE;
import static idiotaxa.server.db.Tables.REVISION;
import static idiotaxa.server.db.Tables.REVISION_FILE;
import static idiotaxa.server.db.Tables.STORED_BLOB;
import static idiotaxa.server.db.Tables.STORED_BLOB_CHUNK;
import static org.jooq.impl.DSL.notExists;
import static org.jooq.impl.DSL.selectOne;

import java.math.BigDecimal;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.Table;
import org.jooq.TableField;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Which blobs something points to, and the end of those that nothing does. */
@Repository
public class BlobUseStore {
  /** Every column that points to a blob, by what it is for; a test holds this list to the keys of the schema. */
  static final Map<Field<Long>, Use> POINTERS =
      Map.of(
          REVISION_FILE.BLOB_ID, Use.MODELS,
          REVISION.UV_BLOB_ID, Use.MODELS,
          BAKE_SHEET.MAPS_BLOB_ID, Use.MAPS,
          HANDOFF.BLOB_ID, Use.PACKAGES,
          KNOWN_KIND.SURFACE_BLOB_ID, Use.MODELS,
          REFERENCE_PICTURE.BLOB_ID, Use.IMAGES,
          MASK_IMAGE.BLOB_ID, Use.IMAGES);

  private final DSLContext db;

  BlobUseStore(DSLContext db) {
    this.db = db;
  }

  /** What blobs are kept for. */
  public enum Use {
    MODELS,
    MAPS,
    PACKAGES,
    IMAGES
  }

  /** Bytes of all blobs that are kept for something; one that two things share counts once. */
  public long bytes(Use use) {
    Condition isUsed =
        POINTERS.entrySet().stream()
            .filter(e -> e.getValue() == use)
            .map(e -> STORED_BLOB.ID.in(DSL.select(e.getKey()).from(tableOf(e.getKey())).where(e.getKey().isNotNull())))
            .reduce(DSL.noCondition(), Condition::or);
    return sum(isUsed);
  }

  /** Bytes of all blobs that nothing points to; they go after a grace time. */
  public long unusedBytes() {
    return sum(isUnused());
  }

  private long sum(Condition which) {
    return db.select(DSL.coalesce(DSL.sum(STORED_BLOB.BYTE_COUNT), BigDecimal.ZERO))
        .from(STORED_BLOB)
        .where(which)
        .fetchSingle(r -> r.value1().longValue());
  }

  private static Condition isUnused() {
    return POINTERS.keySet().stream()
        .map(pointer -> notExists(selectOne().from(tableOf(pointer)).where(pointer.eq(STORED_BLOB.ID))))
        .reduce(DSL.noCondition(), Condition::and);
  }

  private static Table<?> tableOf(Field<Long> pointer) {
    return ((TableField<?, Long>) pointer).getTable();
  }

  /**
   * Blobs that nothing points to and nobody was given lately.
   *
   * @param before a moment, UTC
   */
  public List<Long> unused(LocalDateTime before, int most) {
    return db.select(STORED_BLOB.ID)
        .from(STORED_BLOB)
        .where(STORED_BLOB.TOUCHED_AT.lt(before), isUnused())
        .orderBy(STORED_BLOB.ID)
        .limit(most)
        .fetch(STORED_BLOB.ID);
  }

  /**
   * Deletes a blob with its bytes, unless something points to it or was given it meanwhile: whoever will point to
   * one touches it first, which waits for this, and then finds it or stores it anew.
   *
   * @return whether it was deleted
   */
  @Transactional
  public boolean delete(long id, LocalDateTime before) {
    boolean isUnused =
        db.select(STORED_BLOB.ID)
            .from(STORED_BLOB)
            .where(STORED_BLOB.ID.eq(id), STORED_BLOB.TOUCHED_AT.lt(before))
            .forUpdate()
            .fetchOptional()
            .isPresent()
            && db.fetchExists(STORED_BLOB, STORED_BLOB.ID.eq(id).and(isUnused()));
    if (isUnused) {
      db.deleteFrom(STORED_BLOB_CHUNK).where(STORED_BLOB_CHUNK.BLOB_ID.eq(id)).execute();
      db.deleteFrom(STORED_BLOB).where(STORED_BLOB.ID.eq(id)).execute();
    }
    return isUnused;
  }
}
