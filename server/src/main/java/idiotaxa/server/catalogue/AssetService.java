package idiotaxa.server.catalogue;

import idiotaxa.core.origin.OriginChoices;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.bringin.RevisionViews;
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

  public AssetService(AssetStore assets, RevisionViews revisions, AssetViews views) {
    this.assets = assets;
    this.revisions = revisions;
    this.views = views;
  }

  public long create(String name) {
    if (name == null || name.isBlank() || name.length() > MAX_NAME_LENGTH) {
      throw new IllegalArgumentException(
          "An asset's name needs 1 to " + MAX_NAME_LENGTH + " characters.");
    }
    return assets.create(name.strip());
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

  @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
  public List<AssetViews.Asset> list() {
    return assets.list().stream().map(views::of).toList();
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
