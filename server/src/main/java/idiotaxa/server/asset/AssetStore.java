package idiotaxa.server.asset;

import idiotaxa.server.web.ConflictException;
import idiotaxa.server.web.NotFoundException;
import static idiotaxa.server.db.Tables.ASSET;

import idiotaxa.server.db.tables.records.AssetRecord;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.UpdateSetMoreStep;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

/** Assets by themselves. */
@Repository
public class AssetStore {
  private final DSLContext db;
  private final Clock clock;

  public AssetStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  /**
   * An asset without what belongs to it.
   *
   * @param sheetPlan JSON, null when nothing was chosen
   * @param paletteId the palette that it uses, null for none
   * @param template key of the template that its hand-offs use, null for the first of the ready ones
   * @param bakeSettings JSON of what the next bake would be made with, null until something was chosen
   * @param showId the show that it belongs to
   * @param version grows with every change of its name, its show, its sheet plan, its palette and its template
   * @param isInTrash whether it was put into the trash
   */
  public record AssetRow(
      long id,
      String name,
      int journalPosition,
      String sheetPlan,
      Long paletteId,
      String template,
      String bakeSettings,
      long showId,
      int version,
      boolean isInTrash,
      LocalDateTime createdAt) {}

  public long create(String name, long showId) {
    return db.insertInto(ASSET)
        .set(ASSET.SHOW_ID, showId)
        .set(ASSET.NAME, name)
        .set(ASSET.JOURNAL_POSITION, 0)
        .set(ASSET.CREATED_AT, LocalDateTime.now(clock))
        .returning(ASSET.ID)
        .fetchSingle(ASSET.ID);
  }

  /**
   * Numbers of those that do not lie in the trash, by name.
   *
   * @param shows numbers of those whose assets are wanted, null for all
   */
  public List<Long> ids(Collection<Long> shows) {
    return db.select(ASSET.ID)
        .from(ASSET)
        .where(ASSET.TRASHED_AT.isNull(), shows == null ? DSL.noCondition() : ASSET.SHOW_ID.in(shows))
        .orderBy(ASSET.NAME, ASSET.ID)
        .fetch(ASSET.ID);
  }

  /** Another name, another show, or both; to be called with the asset locked. */
  public void rename(long id, String name, long showId) {
    change().set(ASSET.NAME, name).set(ASSET.SHOW_ID, showId).where(ASSET.ID.eq(id)).execute();
  }

  private UpdateSetMoreStep<AssetRecord> change() {
    return db.update(ASSET).set(ASSET.VERSION, ASSET.VERSION.plus(1));
  }

  public Optional<AssetRow> find(long id) {
    return db.selectFrom(ASSET).where(ASSET.ID.eq(id)).fetchOptional(AssetStore::row);
  }

  /**
   * Holds the asset's row until the transaction ends, so that changes come one after another. To be taken
   * before any row that belongs to the asset is written, so that no two changes wait for each other.
   *
   * @throws NotFoundException when there is no such asset
   */
  public AssetRow lock(long id) {
    return db.selectFrom(ASSET)
        .where(ASSET.ID.eq(id))
        .forUpdate()
        .fetchOptional(AssetStore::row)
        .orElseThrow(() -> new NotFoundException("asset", id));
  }

  /**
   * As {@link #lock}, for a change that was decided by somebody who saw the asset as it was then.
   *
   * @throws ConflictException when somebody else changed it since
   */
  public AssetRow lock(long id, int version) {
    AssetRow asset = lock(id);
    if (asset.version() != version) {
      throw new ConflictException("The asset was changed by somebody else meanwhile; look at it again.");
    }
    return asset;
  }

  /** Where an asset has none yet; nothing that a page shows changes by it. */
  public void setOriginOnce(long id, LocalOrigin origin) {
    db.update(ASSET)
        .set(ASSET.LOCAL_X, origin.x())
        .set(ASSET.LOCAL_Y, origin.y())
        .set(ASSET.LOCAL_Z, origin.z())
        .where(ASSET.ID.eq(id), ASSET.LOCAL_X.isNull())
        .execute();
  }

  /**
   * @param plan JSON
   */
  public void setSheetPlan(long id, String plan) {
    change().set(ASSET.SHEET_PLAN, plan).where(ASSET.ID.eq(id)).execute();
  }

  /**
   * @param paletteId null for none
   */
  public void setPalette(long id, Long paletteId) {
    change().set(ASSET.PALETTE_ID, paletteId).where(ASSET.ID.eq(id)).execute();
  }

  /**
   * @param key of a template
   */
  public void setTemplate(long id, String key) {
    change().set(ASSET.TEMPLATE, key).where(ASSET.ID.eq(id)).execute();
  }

  /**
   * @param settings JSON
   */
  public void setBakeSettings(long id, String settings) {
    db.update(ASSET).set(ASSET.BAKE_SETTINGS, settings).where(ASSET.ID.eq(id)).execute();
  }

  /** No asset uses a template any more. */
  public void forgetTemplate(String key) {
    change().setNull(ASSET.TEMPLATE).where(ASSET.TEMPLATE.eq(key)).execute();
  }

  public void setJournalPosition(long id, int position) {
    db.update(ASSET).set(ASSET.JOURNAL_POSITION, position).where(ASSET.ID.eq(id)).execute();
  }

  private static AssetRow row(AssetRecord r) {
    return new AssetRow(
        r.getId(), r.getName(), r.getJournalPosition(), r.getSheetPlan(), r.getPaletteId(), r.getTemplate(), r.getBakeSettings(),
        r.getShowId(), r.getVersion(), r.getTrashedAt() != null, r.getCreatedAt());
  }
}
