package idiotaxa.server.asset;

import idiotaxa.core.raster.SheetPlan;
import idiotaxa.server.web.NotFoundException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** How the targets of assets are divided into sheets. */
@Component
public class SheetPlans {
  private final AssetStore assets;
  private final JsonMapper json;

  SheetPlans(AssetStore assets, JsonMapper json) {
    this.assets = assets;
    this.json = json;
  }

  /** What was chosen, else what fits the target's UVs. */
  public SheetPlan get(long assetId) {
    String plan = find(assetId).sheetPlan();
    return plan == null ? SheetPlan.FITTING : json.readValue(plan, SheetPlan.class);
  }

  /**
   * @param version of the asset that this is based on
   */
  @Transactional
  public void set(long assetId, int version, SheetPlan plan) {
    assets.lock(assetId, version);
    set(assetId, plan);
  }

  /** The same whatever the asset has become meanwhile. */
  @Transactional
  public void set(long assetId, SheetPlan plan) {
    plan.checkNames();
    assets.setSheetPlan(assets.lock(assetId).id(), json.writeValueAsString(plan));
  }

  private AssetStore.AssetRow find(long assetId) {
    return assets.find(assetId).orElseThrow(() -> new NotFoundException("asset", assetId));
  }
}
