package idiotaxa.server.recipe;

import static idiotaxa.server.db.Tables.ASSET;
import static idiotaxa.server.db.Tables.RECIPE;
import static idiotaxa.server.db.Tables.RECIPE_VERSION;
import static org.jooq.impl.DSL.max;

import java.time.Clock;
import java.time.LocalDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

/** Recipes with all their versions, which are never changed, and the assets that use them. */
@Repository
class RecipeStore {
  private final DSLContext db;
  private final Clock clock;

  RecipeStore(DSLContext db, Clock clock) {
    this.db = db;
    this.clock = clock;
  }

  record RecipeRow(long id, String name) {}

  /**
   * @param number 1 for the first of a recipe
   * @param body a recipe file
   */
  record VersionRow(long id, long recipeId, int number, String body, LocalDateTime createdAt) {}

  /** An asset that a version was applied to last. */
  record UseRow(long assetId, String assetName, long recipeId, int number) {}

  /**
   * By name.
   *
   * @param shows numbers of those whose recipes are wanted, null for all
   */
  List<RecipeRow> list(Collection<Long> shows) {
    return db.selectFrom(RECIPE)
        .where(shows == null ? DSL.noCondition() : RECIPE.SHOW_ID.in(shows))
        .orderBy(RECIPE.NAME)
        .fetch(r -> new RecipeRow(r.getId(), r.getName()));
  }

  /** Holds the recipe's row until the transaction ends. */
  Optional<RecipeRow> lockByName(String name, long showId) {
    return db.selectFrom(RECIPE)
        .where(RECIPE.NAME.eq(name), RECIPE.SHOW_ID.eq(showId))
        .forUpdate()
        .fetchOptional(r -> new RecipeRow(r.getId(), r.getName()));
  }

  Optional<RecipeRow> lock(long id) {
    return db.selectFrom(RECIPE)
        .where(RECIPE.ID.eq(id))
        .forUpdate()
        .fetchOptional(r -> new RecipeRow(r.getId(), r.getName()));
  }

  /** Refused by the database when the show has one of that name. */
  long create(String name, long showId) {
    return db.insertInto(RECIPE)
        .set(RECIPE.SHOW_ID, showId)
        .set(RECIPE.NAME, name)
        .returning(RECIPE.ID)
        .fetchSingle(RECIPE.ID);
  }

  long addVersion(long recipeId, int number, String body) {
    return db.insertInto(RECIPE_VERSION)
        .set(RECIPE_VERSION.RECIPE_ID, recipeId)
        .set(RECIPE_VERSION.NUMBER, number)
        .set(RECIPE_VERSION.BODY, body)
        .set(RECIPE_VERSION.CREATED_AT, LocalDateTime.now(clock))
        .returning(RECIPE_VERSION.ID)
        .fetchSingle(RECIPE_VERSION.ID);
  }

  /** Newest first. */
  List<VersionRow> versions(long recipeId) {
    return db.selectFrom(RECIPE_VERSION)
        .where(RECIPE_VERSION.RECIPE_ID.eq(recipeId))
        .orderBy(RECIPE_VERSION.NUMBER.desc())
        .fetch(
            r ->
                new VersionRow(
                    r.getId(), r.getRecipeId(), r.getNumber(), r.getBody(), r.getCreatedAt()));
  }

  List<UseRow> uses() {
    return db.select(ASSET.ID, ASSET.NAME, RECIPE_VERSION.RECIPE_ID, RECIPE_VERSION.NUMBER)
        .from(ASSET)
        .join(RECIPE_VERSION)
        .on(RECIPE_VERSION.ID.eq(ASSET.RECIPE_VERSION_ID))
        .orderBy(ASSET.NAME, ASSET.ID)
        .fetch(r -> new UseRow(r.value1(), r.value2(), r.value3(), r.value4()));
  }

  /** Null for an asset that no recipe was applied to. */
  RecipeService.Made use(long assetId) {
    var newest = RECIPE_VERSION.as("newest");
    return db.select(RECIPE.ID, RECIPE.NAME, RECIPE_VERSION.NUMBER, max(newest.NUMBER))
        .from(ASSET)
        .join(RECIPE_VERSION)
        .on(RECIPE_VERSION.ID.eq(ASSET.RECIPE_VERSION_ID))
        .join(RECIPE)
        .on(RECIPE.ID.eq(RECIPE_VERSION.RECIPE_ID))
        .join(newest)
        .on(newest.RECIPE_ID.eq(RECIPE.ID))
        .where(ASSET.ID.eq(assetId))
        .groupBy(RECIPE.ID, RECIPE.NAME, RECIPE_VERSION.NUMBER)
        .fetchOne(r -> new RecipeService.Made(r.value1(), r.value2(), r.value3(), r.value4()));
  }

  void setUse(long assetId, long versionId) {
    db.update(ASSET).set(ASSET.RECIPE_VERSION_ID, versionId).where(ASSET.ID.eq(assetId)).execute();
  }

  void delete(long recipeId) {
    db.deleteFrom(RECIPE_VERSION).where(RECIPE_VERSION.RECIPE_ID.eq(recipeId)).execute();
    db.deleteFrom(RECIPE).where(RECIPE.ID.eq(recipeId)).execute();
  }
}
