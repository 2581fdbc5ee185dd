package idiotaxa.server.recipe;

import idiotaxa.core.file.FileNames;
import idiotaxa.core.recipe.RecipeFile;
import java.nio.charset.StandardCharsets;
import java.util.List;
import idiotaxa.server.people.Costly;
import idiotaxa.server.people.OnlyReads;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Recipes: kept, read, written, saved from assets and applied to them. */
@RestController
class RecipeController {
  private final RecipeService recipes;
  private final RecipeFromAsset fromAsset;
  private final RecipeUse use;

  RecipeController(RecipeService recipes, RecipeFromAsset fromAsset, RecipeUse use) {
    this.recipes = recipes;
    this.fromAsset = fromAsset;
    this.use = use;
  }

  /** Under which name an asset's recipe is kept; a known one gets another version. */
  record NewRecipe(String name) {}

  /**
   * @param remarks what of the asset a recipe cannot hold
   */
  record Saved(long id, int version, boolean isNew, List<String> remarks) {}

  /**
   * @param version null for the newest
   */
  record ChosenRecipe(Long recipeId, Integer version) {
    long id() {
      if (recipeId == null) {
        throw new IllegalArgumentException("recipeId is missing.");
      }
      return recipeId;
    }
  }

  /** All recipes, by name. */
  @GetMapping("/api/recipes")
  List<RecipeService.RecipeView> list() {
    return recipes.list();
  }

  /**
   * Keeps a recipe file: the first version of its name, or the next.
   *
   * @param show number of the show that it is for; absent where only one comes into question
   */
  @PostMapping(path = "/api/recipes", consumes = MediaType.APPLICATION_JSON_VALUE)
  @ResponseStatus(HttpStatus.CREATED)
  RecipeService.Kept keep(@RequestParam(name = "show", required = false) Long show, @RequestBody String file) {
    return recipes.keep(RecipeFile.read(file), show);
  }

  /**
   * The recipe file of a version.
   *
   * @param version absent for the newest
   */
  @GetMapping("/api/recipes/{id}/file")
  ResponseEntity<byte[]> file(
      @PathVariable("id") long id,
      @RequestParam(name = "version", required = false) Integer version) {
    String text = recipes.file(id, version);
    String name = FileNames.clean(RecipeFile.read(text).name()) + ".json";
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_JSON)
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(name, StandardCharsets.UTF_8).build().toString())
        .body(text.getBytes(StandardCharsets.UTF_8));
  }

  /**
   * What one version has that another has not, in sentences.
   *
   * @param to absent for the newest
   */
  @GetMapping("/api/recipes/{id}/changes")
  List<String> changes(
      @PathVariable("id") long id,
      @RequestParam("from") int from,
      @RequestParam(name = "to", required = false) Integer to) {
    return recipes.changes(id, from, to);
  }

  /** Takes a recipe away; assets that it was applied to keep what it made. */
  @DeleteMapping("/api/recipes/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void delete(@PathVariable("id") long id) {
    recipes.delete(id);
  }

  /** Saves everything about an asset that is not its model. */
  @PostMapping("/api/assets/{assetId}/recipe")
  @ResponseStatus(HttpStatus.CREATED)
  Saved save(@PathVariable("assetId") long assetId, @RequestBody NewRecipe recipe) {
    RecipeFromAsset.Made made = fromAsset.make(assetId, recipe.name());
    RecipeService.Kept kept = recipes.keepBeside(assetId, made.recipe());
    return new Saved(kept.id(), kept.version(), kept.isNew(), made.remarks());
  }

  /** What a recipe would make of an asset's models, without doing it. */
  @PostMapping("/api/assets/{assetId}/recipe/preview")
  @OnlyReads
  @Costly
  List<RecipeUse.ModelPreview> preview(
      @PathVariable("assetId") long assetId, @RequestBody ChosenRecipe chosen) {
    return use.preview(assetId, chosen.id(), chosen.version());
  }

  /** Applies a recipe: palette, groups, rules, masks and bake settings. */
  @PostMapping("/api/assets/{assetId}/recipe/apply")
  RecipeUse.Applied apply(
      @PathVariable("assetId") long assetId, @RequestBody ChosenRecipe chosen) {
    return use.apply(assetId, chosen.id(), chosen.version());
  }
}
