package idiotaxa.server.catalogue;

import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.web.NotFoundException;
import java.util.List;
import org.springframework.stereotype.Service;

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

  public List<AssetViews.Asset> list() {
    return assets.list().stream().map(views::of).toList();
  }

  public AssetViews.Asset get(long id) {
    return views.of(find(id));
  }
}
