package idiotaxa.server.mask;

import static idiotaxa.server.db.Tables.MASK_IMAGE;

import idiotaxa.server.db.tables.records.MaskImageRecord;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/** Images that were brought in on Masks. */
@Repository
class MaskImageStore {
  /** For masks and packs. */
  static final String GREY = "grey";

  /** An ID image from elsewhere. */
  static final String FOREIGN = "foreign";

  private final DSLContext db;
  private final Clock clock;

  MaskImageStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  /**
   * @param kind {@link #GREY} or {@link #FOREIGN}
   */
  record ImageRow(
      long id, long assetId, String kind, String name, int width, int height, long blobId) {}

  /** One of the same kind and name goes; to be called behind the asset's lock. */
  long put(long assetId, String kind, String name, int width, int height, long blobId) {
    remove(assetId, kind, name);
    return db.insertInto(MASK_IMAGE)
        .set(MASK_IMAGE.ASSET_ID, assetId)
        .set(MASK_IMAGE.KIND, kind)
        .set(MASK_IMAGE.NAME, name)
        .set(MASK_IMAGE.WIDTH, width)
        .set(MASK_IMAGE.HEIGHT, height)
        .set(MASK_IMAGE.BLOB_ID, blobId)
        .set(MASK_IMAGE.CREATED_AT, LocalDateTime.now(clock))
        .returning(MASK_IMAGE.ID)
        .fetchSingle(MASK_IMAGE.ID);
  }

  void remove(long assetId, String kind, String name) {
    db.deleteFrom(MASK_IMAGE)
        .where(
            MASK_IMAGE.ASSET_ID.eq(assetId),
            MASK_IMAGE.KIND.eq(kind),
            MASK_IMAGE.NAME.eq(name))
        .execute();
  }

  /** By name. */
  List<ImageRow> list(long assetId, String kind) {
    return db.selectFrom(MASK_IMAGE)
        .where(MASK_IMAGE.ASSET_ID.eq(assetId), MASK_IMAGE.KIND.eq(kind))
        .orderBy(MASK_IMAGE.NAME)
        .fetch(MaskImageStore::row);
  }

  Optional<ImageRow> find(long id) {
    return db.selectFrom(MASK_IMAGE).where(MASK_IMAGE.ID.eq(id)).fetchOptional(MaskImageStore::row);
  }

  private static ImageRow row(MaskImageRecord r) {
    return new ImageRow(
        r.getId(), r.getAssetId(), r.getKind(), r.getName(), r.getWidth(), r.getHeight(), r.getBlobId());
  }
}
