package idiotaxa.server.life;

import static idiotaxa.server.db.Tables.ASSET;
import static idiotaxa.server.db.Tables.BAKE;
import static idiotaxa.server.db.Tables.BAKE_SHEET;
import static idiotaxa.server.db.Tables.HANDOFF;
import static idiotaxa.server.db.Tables.MASK_IMAGE;
import static idiotaxa.server.db.Tables.REFERENCE_PICTURE;
import static idiotaxa.server.db.Tables.REVISION;
import static idiotaxa.server.db.Tables.REVISION_FILE;
import static idiotaxa.server.db.Tables.STORED_BLOB;
import static org.jooq.impl.DSL.select;
import static org.jooq.impl.DSL.sum;

import java.util.List;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/** What takes the space of the database. */
@Repository
class SpaceStore {
  private final DSLContext db;

  SpaceStore(DSLContext db) {
    this.db = db;
  }

  /**
   * What an asset keeps; what it shares with others counts for each.
   *
   * @param isInTrash whether it lies in the trash
   * @param bytes of its models, maps, packages and images
   */
  record AssetSpace(long id, String name, boolean isInTrash, long bytes) {}

  /** Those that keep most, the largest first. */
  List<AssetSpace> largest(int most) {
    var owned =
        select(REVISION.ASSET_ID.as("asset_id"), REVISION_FILE.BLOB_ID.as("blob_id"))
            .from(REVISION_FILE)
            .join(REVISION)
            .on(REVISION.ID.eq(REVISION_FILE.REVISION_ID))
            .union(select(REVISION.ASSET_ID, REVISION.UV_BLOB_ID).from(REVISION).where(REVISION.UV_BLOB_ID.isNotNull()))
            .union(
                select(BAKE.ASSET_ID, BAKE_SHEET.MAPS_BLOB_ID)
                    .from(BAKE_SHEET)
                    .join(BAKE)
                    .on(BAKE.ID.eq(BAKE_SHEET.BAKE_ID))
                    .where(BAKE_SHEET.MAPS_BLOB_ID.isNotNull()))
            .union(select(HANDOFF.ASSET_ID, HANDOFF.BLOB_ID).from(HANDOFF).where(HANDOFF.BLOB_ID.isNotNull()))
            .union(select(REFERENCE_PICTURE.ASSET_ID, REFERENCE_PICTURE.BLOB_ID).from(REFERENCE_PICTURE))
            .union(select(MASK_IMAGE.ASSET_ID, MASK_IMAGE.BLOB_ID).from(MASK_IMAGE))
            .asTable("owned");
    var bytes = sum(STORED_BLOB.BYTE_COUNT);
    return db.select(ASSET.ID, ASSET.NAME, ASSET.TRASHED_AT, bytes)
        .from(owned)
        .join(STORED_BLOB)
        .on(STORED_BLOB.ID.eq(owned.field("blob_id", Long.class)))
        .join(ASSET)
        .on(ASSET.ID.eq(owned.field("asset_id", Long.class)))
        .groupBy(ASSET.ID, ASSET.NAME, ASSET.TRASHED_AT)
        .orderBy(bytes.desc())
        .limit(most)
        .fetch(r -> new AssetSpace(r.value1(), r.value2(), r.value3() != null, r.value4().longValue()));
  }

  /**
   * Bytes of all tables and their indexes on the database's disk: as MariaDB estimates it, which lags behind what
   * was just written, and at least what the files in it have.
   */
  long databaseBytes() {
    return db.resultQuery(
            """
            SELECT GREATEST(
              (SELECT COALESCE(SUM(data_length + index_length), 0) FROM information_schema.tables WHERE table_schema = DATABASE()),
              (SELECT COALESCE(SUM(byte_count), 0) FROM stored_blob))
            """)
        .fetchSingle(0, Long.class);
  }
}
