package idiotaxa.server.recipe;

import idiotaxa.core.recipe.Recipe;
import idiotaxa.core.recipe.RecipeChanges;
import idiotaxa.core.recipe.RecipeFile;
import idiotaxa.core.recipe.RecipeWriter;
import idiotaxa.server.recipe.RecipeStore.VersionRow;
import idiotaxa.server.people.Access;
import idiotaxa.server.web.ConflictException;
import idiotaxa.server.web.NotFoundException;
import java.time.LocalDateTime;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The recipes that are kept, in versions. */
@Service
public class RecipeService {
  private static final int MAX_NAME = 120;
  private static final int MAX_BODY = 4_000_000;

  private final RecipeStore store;

  private final Access access;

  RecipeService(RecipeStore store, Access access) {
    this.access = access;
    this.store = store;
  }

  /**
   * A recipe with its newest version.
   *
   * @param version number of the newest
   * @param uses assets that a version was applied to last
   */
  public record RecipeView(
      long id,
      String name,
      int version,
      LocalDateTime savedAt,
      int groups,
      int rules,
      int masks,
      List<Use> uses) {}

  public record Use(long assetId, String assetName, int version) {}

  /**
   * @param version number of the newest now
   * @param isNew whether a version was added, which is not so when it is the same as the newest
   */
  public record Kept(long id, int version, boolean isNew) {}

  public List<RecipeView> list() {
    List<RecipeStore.UseRow> uses = store.uses();
    return store.list(access.shows()).stream()
        .map(
            row -> {
              VersionRow newest = newest(row.id());
              Recipe recipe = RecipeFile.read(newest.body());
              return new RecipeView(
                  row.id(),
                  row.name(),
                  newest.number(),
                  newest.createdAt(),
                  recipe.palette().groups().size(),
                  recipe.rules().size(),
                  recipe.plan().masks().size(),
                  uses.stream()
                      .filter(u -> u.recipeId() == row.id())
                      .map(u -> new Use(u.assetId(), u.assetName(), u.number()))
                      .toList());
            })
        .toList();
  }

  /**
   * The recipe that an asset was made with.
   *
   * @param newest number of the newest version now
   */
  public record Made(long recipeId, String name, int version, int newest) {}

  /** Null for an asset that no recipe was applied to. */
  public Made of(long assetId) {
    return store.use(assetId);
  }

  private VersionRow newest(long recipeId) {
    return store.versions(recipeId).stream()
        .findFirst()
        .orElseThrow(() -> new NotFoundException("recipe", recipeId));
  }

  /**
   * @param number null for the newest
   * @throws NotFoundException when there is no such version
   */
  VersionRow version(long recipeId, Integer number) {
    return number == null
        ? newest(recipeId)
        : store.versions(recipeId).stream()
            .filter(v -> v.number() == number)
            .findFirst()
            .orElseThrow(() -> new NotFoundException("version " + number + " of recipe", recipeId));
  }

  /** The recipe file of a version, the newest when {@code number} is null. */
  public String file(long recipeId, Integer number) {
    return version(recipeId, number).body();
  }

  /**
   * Keeps a recipe as the first or the next version under its name.
   *
   * @param show number of the one that it is for, null where only one comes into question
   * @throws IllegalArgumentException when it has no usable name
   */
  @Transactional
  public Kept keep(Recipe recipe, Long show) {
    return keepIn(access.showForNew(show), recipe);
  }

  /** The same in the show of an asset. */
  @Transactional
  public Kept keepBeside(long assetId, Recipe recipe) {
    return keepIn(access.showOf(assetId), recipe);
  }

  private Kept keepIn(long show, Recipe recipe) {
    String name = recipe.name().strip();
    if (name.isEmpty() || name.length() > MAX_NAME) {
      throw new IllegalArgumentException(
          "name: a recipe's name has 1 to " + MAX_NAME + " characters, got " + name.length());
    }
    String body = RecipeWriter.write(recipe);
    if (body.length() > MAX_BODY) {
      throw new IllegalArgumentException(
          "the recipe has %,d characters; at most %,d are kept".formatted(body.length(), MAX_BODY));
    }
    RecipeStore.RecipeRow known = store.lockByName(name, show).orElse(null);
    if (known == null) {
      return new Kept(first(show, name, body), 1, true);
    }
    VersionRow newest = newest(known.id());
    if (newest.body().equals(body)) {
      return new Kept(known.id(), newest.number(), false);
    }
    store.addVersion(known.id(), newest.number() + 1, body);
    return new Kept(known.id(), newest.number() + 1, true);
  }

  private long first(long show, String name, String body) {
    try {
      long id = store.create(name, show);
      store.addVersion(id, 1, body);
      return id;
    } catch (DuplicateKeyException e) {
      throw new ConflictException(
          "Somebody else has just saved a recipe " + name + "; save yours again to add a version.");
    }
  }

  /** What one version has that another has not, in sentences; {@code to} is the newest when null. */
  public List<String> changes(long recipeId, int from, Integer to) {
    return RecipeChanges.between(
        RecipeFile.read(version(recipeId, from).body()),
        RecipeFile.read(version(recipeId, to).body()));
  }

  /**
   * @throws ConflictException while assets are made with it
   */
  @Transactional
  public void delete(long recipeId) {
    store.lock(recipeId).orElseThrow(() -> new NotFoundException("recipe", recipeId));
    String users =
        store.uses().stream()
            .filter(u -> u.recipeId() == recipeId)
            .map(RecipeStore.UseRow::assetName)
            .collect(Collectors.joining(", "));
    if (!users.isEmpty()) {
      throw new ConflictException("Assets are made with this recipe and name it: " + users + ".");
    }
    store.delete(recipeId);
  }
}
