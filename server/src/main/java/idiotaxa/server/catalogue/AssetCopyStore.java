package idiotaxa.server.catalogue;

import static idiotaxa.server.db.Tables.ASSET;
import static idiotaxa.server.db.Tables.HIDDEN_FACES;
import static idiotaxa.server.db.Tables.MASK_IMAGE;
import static idiotaxa.server.db.Tables.MATERIAL_GROUP;
import static idiotaxa.server.db.Tables.REFERENCE_PICTURE;
import static idiotaxa.server.db.Tables.REVISION;
import static idiotaxa.server.db.Tables.REVISION_FILE;
import static org.jooq.impl.DSL.select;
import static org.jooq.impl.DSL.val;

import idiotaxa.server.db.tables.records.AssetRecord;
import idiotaxa.server.db.tables.records.MaterialGroupRecord;
import idiotaxa.server.db.tables.records.RevisionRecord;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.Map;
import org.jooq.DSLContext;
import org.jooq.Table;
import org.jooq.TableField;
import org.jooq.UpdatableRecord;
import org.springframework.stereotype.Repository;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Copies the rows of assets. */
@Repository
class AssetCopyStore {
  private final DSLContext db;
  private final Clock clock;
  private final JsonMapper json;

  AssetCopyStore(DSLContext db, Clock clock, JsonMapper json) {
    this.db = db;
    this.clock = clock;
    this.json = json;
  }

  /** In the same show, with the same palette, template, sheets and recipe. */
  long copyAsset(long id, String name) {
    AssetRecord from = db.selectFrom(ASSET).where(ASSET.ID.eq(id)).fetchSingle();
    AssetRecord to = db.newRecord(ASSET);
    to.setName(name);
    to.setShowId(from.getShowId());
    to.setJournalPosition(0);
    to.setMaskPosition(0);
    to.setSheetPlan(from.getSheetPlan());
    to.setPaletteId(from.getPaletteId());
    to.setTemplate(from.getTemplate());
    to.setLocalX(from.getLocalX());
    to.setLocalY(from.getLocalY());
    to.setLocalZ(from.getLocalZ());
    to.setRecipeVersionId(from.getRecipeVersionId());
    to.setCreatedAt(LocalDateTime.now(clock));
    to.insert();
    return to.getId();
  }

  long copyGroup(long id, long assetId) {
    MaterialGroupRecord to = db.selectFrom(MATERIAL_GROUP).where(MATERIAL_GROUP.ID.eq(id)).fetchSingle().copy();
    to.setAssetId(assetId);
    to.insert();
    return to.getId();
  }

  /** A model that was read, with its files, the changes beside them, and its hidden faces. */
  long copyRevision(long id, long assetId) {
    RevisionRecord to = db.selectFrom(REVISION).where(REVISION.ID.eq(id)).fetchSingle().copy();
    to.setAssetId(assetId);
    to.setReplacesId(null);
    to.setClaimedShare(0.0);
    to.setCreatedAt(LocalDateTime.now(clock));
    to.insert();
    db.insertInto(REVISION_FILE, REVISION_FILE.REVISION_ID, REVISION_FILE.NAME, REVISION_FILE.BLOB_ID)
        .select(select(val(to.getId()), REVISION_FILE.NAME, REVISION_FILE.BLOB_ID).from(REVISION_FILE).where(REVISION_FILE.REVISION_ID.eq(id)))
        .execute();
    db.insertInto(HIDDEN_FACES, HIDDEN_FACES.REVISION_ID, HIDDEN_FACES.FACES)
        .select(select(val(to.getId()), HIDDEN_FACES.FACES).from(HIDDEN_FACES).where(HIDDEN_FACES.REVISION_ID.eq(id)))
        .execute();
    return to.getId();
  }

  /** Settings of the next bake; they name sources by their numbers. */
  void copySettings(long id, long copy, Map<Long, Long> revisionOf) {
    String settings = db.select(ASSET.BAKE_SETTINGS).from(ASSET).where(ASSET.ID.eq(id)).fetchSingle(ASSET.BAKE_SETTINGS);
    if (settings == null) {
      return;
    }
    ObjectNode node = (ObjectNode) json.readTree(settings);
    JsonNode sources = node.get("sourceIds");
    if (sources instanceof ArrayNode list) {
      ArrayNode mapped = json.createArrayNode();
      for (JsonNode source : list) {
        Long other = revisionOf.get(source.asLong());
        if (other != null) {
          mapped.add(other);
        }
      }
      node.set("sourceIds", mapped.isEmpty() ? null : mapped);
    }
    db.update(ASSET).set(ASSET.BAKE_SETTINGS, json.writeValueAsString(node)).where(ASSET.ID.eq(copy)).execute();
  }

  /** Reference pictures, and grey and ID images. */
  void copyImages(long id, long copy) {
    copyRows(REFERENCE_PICTURE, REFERENCE_PICTURE.ASSET_ID, id, copy);
    copyRows(MASK_IMAGE, MASK_IMAGE.ASSET_ID, id, copy);
  }

  private <R extends UpdatableRecord<R>> void copyRows(Table<R> table, TableField<R, Long> assetId, long from, long copy) {
    db.selectFrom(table)
        .where(assetId.eq(from))
        .fetch()
        .forEach(
            row -> {
              R to = row.copy();
              to.set(assetId, copy);
              to.insert();
            });
  }
}
