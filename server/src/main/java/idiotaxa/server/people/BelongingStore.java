package idiotaxa.server.people;

import static idiotaxa.server.db.Tables.ASSET;
import static idiotaxa.server.db.Tables.BAKE;
import static idiotaxa.server.db.Tables.HANDOFF;
import static idiotaxa.server.db.Tables.MASK_IMAGE;
import static idiotaxa.server.db.Tables.MATERIAL_GROUP;
import static idiotaxa.server.db.Tables.PALETTE;
import static idiotaxa.server.db.Tables.RECIPE;
import static idiotaxa.server.db.Tables.REFERENCE_PICTURE;
import static idiotaxa.server.db.Tables.REVIEW_ITEM;
import static idiotaxa.server.db.Tables.REVISION;
import static idiotaxa.server.db.Tables.UV_LAYOUT;

import java.util.Map;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.Table;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

/** What numbers in addresses belong to. */
@Repository
class BelongingStore {
  /** How a thing is found by its number, and by what it belongs to. */
  private record Kind(Table<?> table, Field<Long> id, Field<Long> owner) {}

  /** By the word before the number in an address. */
  private static final Map<String, Kind> OF_ASSETS =
      Map.of(
          "revisions", new Kind(REVISION, REVISION.ID, REVISION.ASSET_ID),
          "bakes", new Kind(BAKE, BAKE.ID, BAKE.ASSET_ID),
          "handoffs", new Kind(HANDOFF, HANDOFF.ID, HANDOFF.ASSET_ID),
          "pictures", new Kind(REFERENCE_PICTURE, REFERENCE_PICTURE.ID, REFERENCE_PICTURE.ASSET_ID),
          "id-images", new Kind(MASK_IMAGE, MASK_IMAGE.ID, MASK_IMAGE.ASSET_ID),
          "grey-images", new Kind(MASK_IMAGE, MASK_IMAGE.ID, MASK_IMAGE.ASSET_ID),
          "groups", new Kind(MATERIAL_GROUP, MATERIAL_GROUP.ID, MATERIAL_GROUP.ASSET_ID));

  private static final Map<String, Kind> OF_REVISIONS =
      Map.of(
          "layouts", new Kind(UV_LAYOUT, UV_LAYOUT.ID, UV_LAYOUT.REVISION_ID),
          "review", new Kind(REVIEW_ITEM, REVIEW_ITEM.ID, REVIEW_ITEM.REVISION_ID));

  private static final Map<String, Kind> OF_SHOWS =
      Map.of(
          "palettes", new Kind(PALETTE, PALETTE.ID, PALETTE.SHOW_ID),
          "recipes", new Kind(RECIPE, RECIPE.ID, RECIPE.SHOW_ID));

  private final DSLContext db;

  BelongingStore(DSLContext db) {
    this.db = db;
  }

  /**
   * @param assetId null for what belongs to a show and to no asset
   * @param isInTrash whether the asset is
   */
  record Place(Long assetId, long showId, boolean isInTrash) {}

  static boolean isOfAssets(String word) {
    return OF_ASSETS.containsKey(word);
  }

  static boolean isOfRevisions(String word) {
    return OF_REVISIONS.containsKey(word);
  }

  static boolean isOfShows(String word) {
    return OF_SHOWS.containsKey(word);
  }

  /** Whether what stands behind a word in an address is a thing of a show. */
  static boolean isOfSomebody(String word) {
    return word.equals("assets") || isOfAssets(word) || isOfRevisions(word) || isOfShows(word);
  }

  Optional<Place> asset(long id) {
    return db.select(ASSET.ID, ASSET.SHOW_ID, ASSET.TRASHED_AT)
        .from(ASSET)
        .where(ASSET.ID.eq(id))
        .fetchOptional(r -> new Place(r.value1(), r.value2(), r.value3() != null));
  }

  /** Of what belongs to an asset. */
  Optional<Place> thing(String word, long id) {
    Kind kind = OF_ASSETS.get(word);
    return db.select(ASSET.ID, ASSET.SHOW_ID, ASSET.TRASHED_AT)
        .from(kind.table())
        .join(ASSET)
        .on(ASSET.ID.eq(kind.owner()))
        .where(kind.id().eq(id))
        .fetchOptional(r -> new Place(r.value1(), r.value2(), r.value3() != null));
  }

  Optional<Place> shared(String word, long id) {
    Kind kind = OF_SHOWS.get(word);
    return db.select(kind.owner()).from(kind.table()).where(kind.id().eq(id)).fetchOptional(r -> new Place(null, r.value1(), false));
  }

  boolean isOfAsset(String word, long id, long assetId) {
    return is(OF_ASSETS.get(word), id, assetId);
  }

  boolean isOfRevision(String word, long id, long revisionId) {
    return is(OF_REVISIONS.get(word), id, revisionId);
  }

  private boolean is(Kind kind, long id, long owner) {
    return db.fetchExists(DSL.selectOne().from(kind.table()).where(kind.id().eq(id), kind.owner().eq(owner)));
  }
}
