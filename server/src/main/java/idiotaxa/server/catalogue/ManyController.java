package idiotaxa.server.catalogue;

import idiotaxa.server.blob.WorkFolder;
import idiotaxa.server.bringin.Uploads;
import java.io.IOException;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Many assets at once. */
@RestController
@RequestMapping("/api/many")
class ManyController {
  private final ManyService many;
  private final ManyLines lines;
  private final WorkFolder work;

  ManyController(ManyService many, ManyLines lines, WorkFolder work) {
    this.many = many;
    this.lines = lines;
    this.work = work;
  }

  /**
   * @param assetIds absent for all
   */
  record Assets(List<Long> assetIds) {}

  /**
   * @param assetIds absent for all
   * @param version absent for the newest
   */
  record AssetsAndRecipe(List<Long> assetIds, Long recipeId, Integer version) {}

  /**
   * A line an asset, by pages; on each what needs a look first.
   *
   * @param page 0 for the first
   */
  @GetMapping
  ManyLines.Lines lines(@RequestParam(name = "page", defaultValue = "0") int page) {
    return lines.page(page);
  }

  /**
   * A folder of models, or a zip of them: every target becomes an asset, with the sources of its name.
   *
   * @param palette that all of them use; absent for none
   * @param show number of the show that they are for; absent where only one comes into question
   */
  @PostMapping("/models")
  @ResponseStatus(HttpStatus.ACCEPTED)
  ManyService.Imported bringIn(
      @RequestParam(name = "palette", required = false) Long palette,
      @RequestParam(name = "show", required = false) Long show,
      @RequestParam("file") List<MultipartFile> uploads)
      throws IOException {
    try (Uploads received = new Uploads(uploads, work)) {
      return many.bringIn(received.files(), palette, show);
    }
  }

  /** Applies a recipe to many assets. */
  @PostMapping("/recipe")
  List<ManyService.Done> apply(@RequestBody AssetsAndRecipe chosen) {
    if (chosen.recipeId() == null) {
      throw new IllegalArgumentException("recipeId is missing.");
    }
    return many.apply(chosen.assetIds(), chosen.recipeId(), chosen.version());
  }

  /** Claims what is known for sure of the pieces of many targets, each as one step of its journal. */
  @PostMapping("/known")
  List<ManyService.Done> keepKnown(@RequestBody Assets chosen) {
    return many.keepKnown(chosen.assetIds());
  }

  /** Bakes many assets, each with its own settings. */
  @PostMapping("/bakes")
  @ResponseStatus(HttpStatus.ACCEPTED)
  List<ManyService.Done> bake(@RequestBody Assets chosen) {
    return many.bake(chosen.assetIds());
  }

  /** Keeps the packages of many assets up to date from now on, each by its own settings and template. */
  @PostMapping("/kept")
  List<ManyService.Done> keepUpToDate(@RequestBody Assets chosen) {
    return many.keepUpToDate(chosen.assetIds());
  }

  /** Makes packages of many assets, each by its template. */
  @PostMapping("/hand-offs")
  @ResponseStatus(HttpStatus.ACCEPTED)
  List<ManyService.Done> handOff(@RequestBody Assets chosen) {
    return many.handOff(chosen.assetIds());
  }
}
