package idiotaxa.server.catalogue;

import idiotaxa.core.origin.OriginChoices;
import idiotaxa.server.asset.SheetPlans;
import idiotaxa.server.web.Created;
import idiotaxa.server.web.VersionHeader;
import idiotaxa.core.raster.SheetPlan;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestHeader;
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
  private final AssetPages pages;
  private final SheetPlans plans;

  AssetController(AssetService assets, AssetPages pages, SheetPlans plans) {
    this.assets = assets;
    this.pages = pages;
    this.plans = plans;
  }

  /**
   * @param show number of the show that it is for; absent where only one comes into question
   */
  record NewAsset(String name, Long show) {}

  /**
   * @param show number of another show, absent for the present one
   */
  record OtherName(String name, Long show) {}

  /**
   * @param name of the copy, absent for one made of the first's
   */
  record NewCopy(String name) {}

  /**
   * A page of the catalogue.
   *
   * @param search part of the name, absent for all
   * @param show number of the only show that is wanted, absent for all that one sees
   * @param order <code>name</code>, <code>newest</code>, <code>least-claimed</code> or <code>last-baked</code>
   * @param page 0 for the first
   * @param size assets of a page, 1 to 200
   */
  @GetMapping
  AssetPages.AssetPage list(
      @RequestParam(name = "search", defaultValue = "") String search,
      @RequestParam(name = "show", required = false) Long show,
      @RequestParam(name = "order", defaultValue = "name") String order,
      @RequestParam(name = "page", defaultValue = "0") int page,
      @RequestParam(name = "size", defaultValue = "24") int size) {
    return pages.page(search, show, order, page, size);
  }

  /** Makes an empty asset. */
  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  Created create(@RequestBody NewAsset asset) {
    return Created.at("/api/assets", assets.create(asset.name(), asset.show()));
  }

  /** An asset with everything that belongs to it. */
  @GetMapping("/{id}")
  AssetViews.Asset get(@PathVariable("id") long id) {
    return assets.get(id);
  }

  /**
   * Gives an asset another name.
   *
   * @param ifMatch the version of the asset that the change is based on, in quotes
   */
  @PatchMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void rename(@PathVariable("id") long id, @RequestHeader("If-Match") String ifMatch, @RequestBody OtherName other) {
    assets.rename(id, VersionHeader.parse(ifMatch), other.name(), other.show());
  }

  /** Copies an asset as it stands now: current models, groups, claims, masks and pictures. */
  @PostMapping("/{id}/copies")
  @ResponseStatus(HttpStatus.CREATED)
  Created copy(@PathVariable("id") long id, @RequestBody NewCopy copy) {
    return Created.at("/api/assets", assets.copy(id, copy.name()));
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

  /**
   * Chooses how parts are divided over sheets.
   *
   * @param ifMatch the version of the asset that the change is based on, in quotes
   */
  @PutMapping("/{id}/sheet-plan")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setSheetPlan(
      @PathVariable("id") long id, @RequestHeader("If-Match") String ifMatch, @RequestBody SheetPlan plan) {
    plans.set(id, VersionHeader.parse(ifMatch), plan);
  }
}
