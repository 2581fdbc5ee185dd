package idiotaxa.server.api;

import idiotaxa.core.raster.SheetPlan;
import idiotaxa.server.service.AssetService;
import idiotaxa.server.service.AssetViews;
import idiotaxa.server.service.ImportService;
import java.io.IOException;
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
import org.springframework.web.multipart.MultipartFile;

/** Assets and the models that are brought into them. */
@RestController
@RequestMapping("/api/assets")
class AssetController {
  private final AssetService assets;
  private final ImportService imports;

  AssetController(AssetService assets, ImportService imports) {
    this.assets = assets;
    this.imports = imports;
  }

  record NewAsset(String name) {}

  record Created(long id) {}

  @GetMapping
  List<AssetViews.Asset> list() {
    return assets.list();
  }

  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  Created create(@RequestBody NewAsset asset) {
    return new Created(assets.create(asset.name()));
  }

  @GetMapping("/{id}")
  AssetViews.Asset get(@PathVariable("id") long id) {
    return assets.get(id);
  }

  /**
   * The files of one model: a .glb, or an .obj with its .mtl, and so on, or a zip of them.
   *
   * @param replaces a source whose place this one takes, whatever its name; absent for none
   */
  @PostMapping("/{id}/models")
  @ResponseStatus(HttpStatus.ACCEPTED)
  Created bringIn(
      @PathVariable("id") long id,
      @RequestParam("role") String role,
      @RequestParam(name = "replaces", required = false) Long replaces,
      @RequestParam("file") List<MultipartFile> uploads)
      throws IOException {
    try (Uploads received = new Uploads(uploads)) {
      return new Created(imports.take(id, role, received.files(), replaces));
    }
  }

  @PutMapping("/{id}/sheet-plan")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setSheetPlan(@PathVariable("id") long id, @RequestBody SheetPlan plan) {
    assets.setSheetPlan(id, plan);
  }
}
