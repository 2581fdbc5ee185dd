package idiotaxa.server.catalogue;

import idiotaxa.server.asset.AssetStore;
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
  private final AssetViews views;

  public AssetService(AssetStore assets, AssetViews views) {
    this.assets = assets;
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
