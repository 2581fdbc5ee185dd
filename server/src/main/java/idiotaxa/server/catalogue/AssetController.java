package idiotaxa.server.catalogue;

import idiotaxa.core.origin.OriginChoices;
import idiotaxa.server.asset.SheetPlans;
import idiotaxa.server.web.Created;
import idiotaxa.core.raster.SheetPlan;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Assets as a whole. */
@RestController
@RequestMapping("/api/assets")
public class AssetController {
  private final AssetService assets;
  private final SheetPlans plans;

  AssetController(AssetService assets, SheetPlans plans) {
    this.assets = assets;
    this.plans = plans;
  }

  record NewAsset(String name) {}

  /** All assets, by name, each as a whole. */
  @GetMapping
  List<AssetViews.Asset> list() {
    return assets.list();
  }

  /** Makes an empty asset. */
  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  Created create(@RequestBody NewAsset asset) {
    return new Created(assets.create(asset.name()));
  }

  /** An asset with everything that belongs to it. */
  @GetMapping("/{id}")
  AssetViews.Asset get(@PathVariable("id") long id) {
    return assets.get(id);
  }

  /**
   * What a bake can read IDs from, in the order in which origins are proposed.
   *
   * @param isFromSource whether the sources are read rather than the target itself
   * @param sources numbers of those that are read, absent for all
   */
  @GetMapping("/{id}/origins")
  List<OriginChoices.Choice> origins(
      @PathVariable("id") long id,
      @RequestParam("isFromSource") boolean isFromSource,
      @RequestParam(name = "source", required = false) List<Long> sources) {
    return assets.origins(id, isFromSource, sources);
  }

  /** Chooses how parts are divided over sheets. */
  @PutMapping("/{id}/sheet-plan")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setSheetPlan(@PathVariable("id") long id, @RequestBody SheetPlan plan) {
    plans.set(id, plan);
  }
}
