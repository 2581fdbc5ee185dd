package idiotaxa.server.catalogue;

import idiotaxa.core.origin.OriginChoices;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.bringin.RevisionViews;
import idiotaxa.server.people.Access;
import idiotaxa.server.recipe.RecipeService;
import idiotaxa.server.web.ConflictException;
import idiotaxa.server.web.NotFoundException;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;

/** Assets as a whole: the catalogue, and the state of one asset in one piece. */
@Service
public class AssetService {
  private static final int MAX_NAME_LENGTH = 120;

  private final AssetStore assets;
  private final RevisionViews revisions;
  private final AssetViews views;
  private final RecipeService recipes;
  private final AssetCopy copies;
  private final Access access;

  AssetService(
      AssetStore assets,
      RevisionViews revisions,
      AssetViews views,
      RecipeService recipes,
      AssetCopy copies,
      Access access) {
    this.recipes = recipes;
    this.copies = copies;
    this.access = access;
    this.assets = assets;
    this.revisions = revisions;
    this.views = views;
  }

  /**
   * @param show number of the one that it is for, null where only one comes into question
   */
  @Transactional
  public long create(String name, Long show) {
    return assets.create(checkedName(name), access.showForNew(show));
  }

  /**
   * Gives an asset another name, another show, or both.
   *
   * @param version that the change is based on
   * @param show null for the present one
   * @throws ConflictException when somebody else changed them meanwhile, or when it uses what the other show has not
   */
  @Transactional
  public void rename(long id, int version, String name, Long show) {
    AssetStore.AssetRow asset = assets.lock(id, version);
    long present = access.showOf(id);
    long wanted = show == null ? present : access.showForNew(show);
    if (wanted != present && (asset.paletteId() != null || recipes.of(id) != null)) {
      throw new ConflictException(
          "The asset uses a palette or a recipe of its show; let it use none first, then move it.");
    }
    assets.rename(id, checkedName(name), wanted);
  }

  /** A copy as the asset stands now, without history, bakes and packages. */
  public long copy(long id, String name) {
    return copies.copy(id, checkedName(name == null ? "Copy of " + find(id).name() : name));
  }

  private static String checkedName(String name) {
    if (name == null || name.isBlank() || name.strip().length() > MAX_NAME_LENGTH) {
      throw new IllegalArgumentException("name: an asset's name has 1 to " + MAX_NAME_LENGTH + " characters.");
    }
    return name.strip();
  }

  private AssetStore.AssetRow find(long id) {
    return assets.find(id).orElseThrow(() -> new NotFoundException("asset", id));
  }

  /**
   * What a bake can read.
   *
   * @param sourceIds null for all sources
   * @throws NotFoundException when there is no such asset
   */
  public List<OriginChoices.Choice> origins(long id, boolean isFromSource, List<Long> sourceIds) {
    return BroughtOrigins.choices(revisions.list(find(id).id()), isFromSource, sourceIds);
  }

  /**
   * All of it as of one moment: a sheet that is told to be done has its result.
   *
   * @throws NotFoundException when there is no such asset
   */
  @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
  public AssetViews.Asset get(long id) {
    return views.of(find(id));
  }
}
