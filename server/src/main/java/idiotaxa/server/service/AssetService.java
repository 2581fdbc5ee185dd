package idiotaxa.server.service;

import idiotaxa.core.raster.SheetPlan;
import idiotaxa.server.store.AssetStore;
import java.util.List;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** Assets as a whole: the catalogue, and the state of one asset in one piece. */
@Service
public class AssetService {
  private static final int MAX_NAME_LENGTH = 120;

  private final AssetStore assets;
  private final AssetViews views;
  private final JsonMapper json;

  public AssetService(AssetStore assets, AssetViews views, JsonMapper json) {
    this.assets = assets;
    this.views = views;
    this.json = json;
  }

  public long create(String name) {
    if (name == null || name.isBlank() || name.length() > MAX_NAME_LENGTH) {
      throw new IllegalArgumentException(
          "An asset's name needs 1 to " + MAX_NAME_LENGTH + " characters.");
    }
    return assets.create(name.strip());
  }

  /** How the asset's target is divided into sheets. */
  public SheetPlan sheetPlan(long id) {
    String plan = find(id).sheetPlan();
    return plan == null ? SheetPlan.FITTING : json.readValue(plan, SheetPlan.class);
  }

  public void setSheetPlan(long id, SheetPlan plan) {
    assets.setSheetPlan(find(id).id(), json.writeValueAsString(plan));
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
