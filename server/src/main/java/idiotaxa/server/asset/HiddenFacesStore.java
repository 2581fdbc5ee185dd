package idiotaxa.server.asset;

import static idiotaxa.server.db.Tables.HIDDEN_FACES;
import static idiotaxa.server.db.Tables.REVISION;

import java.util.Optional;
import java.util.Set;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

/** Which faces of a revision are seen from nowhere outside; found once, because shapes never change. */
@Repository
public class HiddenFacesStore {
  private final DSLContext db;

  public HiddenFacesStore(DSLContext db) {
    this.db = db;
  }

  /**
   * @param faces packed by the service that finds them
   */
  public void put(long revisionId, byte[] faces) {
    db.insertInto(HIDDEN_FACES)
        .set(HIDDEN_FACES.REVISION_ID, revisionId)
        .set(HIDDEN_FACES.FACES, faces)
        .onDuplicateKeyUpdate()
        .set(HIDDEN_FACES.FACES, faces)
        .execute();
  }

  /** Empty until they were looked for. */
  public Optional<byte[]> find(long revisionId) {
    return db.select(HIDDEN_FACES.FACES)
        .from(HIDDEN_FACES)
        .where(HIDDEN_FACES.REVISION_ID.eq(revisionId))
        .fetchOptional(HIDDEN_FACES.FACES);
  }

  public boolean isKnown(long revisionId) {
    return db.fetchExists(HIDDEN_FACES, HIDDEN_FACES.REVISION_ID.eq(revisionId));
  }

  /** Revisions of an asset whose hidden faces were looked for. */
  public Set<Long> knownOf(long assetId) {
    return db.select(HIDDEN_FACES.REVISION_ID)
        .from(HIDDEN_FACES)
        .join(REVISION)
        .on(REVISION.ID.eq(HIDDEN_FACES.REVISION_ID))
        .where(REVISION.ASSET_ID.eq(assetId))
        .fetchSet(HIDDEN_FACES.REVISION_ID);
  }
}
