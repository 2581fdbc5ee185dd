package idiotaxa.server.bringin;

import static idiotaxa.server.db.Tables.REFERENCE_PICTURE;

import idiotaxa.server.db.tables.records.ReferencePictureRecord;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/** Reference pictures of assets. */
@Repository
public class PictureStore {
  private final DSLContext db;
  private final Clock clock;

  public PictureStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  /**
   * A picture with the place of its upper left corner and its width, as shares of the stage.
   *
   * @param version grows with every change of the place
   */
  public record PictureRow(
      long id, long assetId, String name, String mediaType, long blobId, int version, Place place) {}

  /** Shares of the stage's width, height and width. */
  public record Place(double x, double y, double width) {}

  public long create(long assetId, String name, String mediaType, long blobId, Place place) {
    return db.insertInto(REFERENCE_PICTURE)
        .set(REFERENCE_PICTURE.ASSET_ID, assetId)
        .set(REFERENCE_PICTURE.NAME, name)
        .set(REFERENCE_PICTURE.MEDIA_TYPE, mediaType)
        .set(REFERENCE_PICTURE.BLOB_ID, blobId)
        .set(REFERENCE_PICTURE.PLACE_X, place.x())
        .set(REFERENCE_PICTURE.PLACE_Y, place.y())
        .set(REFERENCE_PICTURE.WIDTH, place.width())
        .set(REFERENCE_PICTURE.CREATED_AT, LocalDateTime.now(clock))
        .returning(REFERENCE_PICTURE.ID)
        .fetchSingle(REFERENCE_PICTURE.ID);
  }

  public List<PictureRow> list(long assetId) {
    return db.selectFrom(REFERENCE_PICTURE)
        .where(REFERENCE_PICTURE.ASSET_ID.eq(assetId))
        .orderBy(REFERENCE_PICTURE.ID)
        .fetch(PictureStore::row);
  }

  public Optional<PictureRow> find(long id) {
    return db.selectFrom(REFERENCE_PICTURE)
        .where(REFERENCE_PICTURE.ID.eq(id))
        .fetchOptional(PictureStore::row);
  }

  /**
   * @return false when somebody else moved it since {@code version}, or took it down
   */
  public boolean move(long id, int version, Place place) {
    return db.update(REFERENCE_PICTURE)
        .set(REFERENCE_PICTURE.PLACE_X, place.x())
        .set(REFERENCE_PICTURE.PLACE_Y, place.y())
        .set(REFERENCE_PICTURE.WIDTH, place.width())
        .set(REFERENCE_PICTURE.VERSION, version + 1)
        .where(REFERENCE_PICTURE.ID.eq(id), REFERENCE_PICTURE.VERSION.eq(version))
        .execute() == 1;
  }

  public void delete(long id) {
    db.deleteFrom(REFERENCE_PICTURE).where(REFERENCE_PICTURE.ID.eq(id)).execute();
  }

  private static PictureRow row(ReferencePictureRecord r) {
    return new PictureRow(
        r.getId(),
        r.getAssetId(),
        r.getName(),
        r.getMediaType(),
        r.getBlobId(),
        r.getVersion(),
        new Place(r.getPlaceX(), r.getPlaceY(), r.getWidth()));
  }
}
