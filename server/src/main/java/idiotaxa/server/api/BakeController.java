package idiotaxa.server.api;

import idiotaxa.core.handoff.HandoffRequest;
import idiotaxa.core.handoff.PlannedFile;
import idiotaxa.server.service.BakeImages;
import idiotaxa.server.service.BakeService;
import idiotaxa.server.service.BakeSettings;
import idiotaxa.server.service.HandoffService;
import idiotaxa.server.service.OwnColorImages;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Bakes, their images, and hand-offs made from them. */
@RestController
@RequestMapping("/api")
class BakeController {
  private final BakeService bakes;
  private final BakeImages images;
  private final OwnColorImages sourceColors;
  private final HandoffService handoffs;

  BakeController(
      BakeService bakes,
      BakeImages images,
      OwnColorImages sourceColors,
      HandoffService handoffs) {
    this.bakes = bakes;
    this.images = images;
    this.sourceColors = sourceColors;
    this.handoffs = handoffs;
  }

  @PostMapping("/assets/{assetId}/bakes")
  @ResponseStatus(HttpStatus.ACCEPTED)
  AssetController.Created start(
      @PathVariable("assetId") long assetId, @RequestBody BakeSettings settings) {
    return new AssetController.Created(bakes.start(assetId, settings));
  }

  @PostMapping("/bakes/{id}/cancel")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void cancel(@PathVariable("id") long id) {
    bakes.cancel(id);
  }

  /** Where the sheets of a bake have problems, the largest regions of each kind. */
  @GetMapping("/bakes/{id}/problems")
  List<BakeService.SheetProblems> problems(@PathVariable("id") long id) {
    return bakes.problems(id);
  }

  /** The own colours of what was read, laid out as on the sheet. */
  @GetMapping("/bakes/{id}/sheets/{sheet}/source-colors.png")
  ResponseEntity<byte[]> sourceColors(
      @PathVariable("id") long id, @PathVariable("sheet") String sheet) {
    return ResponseEntity.ok()
        .contentType(MediaType.IMAGE_PNG)
        .cacheControl(CacheControl.noStore())
        .body(sourceColors.png(id, sheet));
  }

  /** Made with the groups' present colours, so never cached. */
  @GetMapping("/bakes/{id}/sheets/{sheet}/{kind}.png")
  ResponseEntity<byte[]> image(
      @PathVariable("id") long id,
      @PathVariable("sheet") String sheet,
      @PathVariable("kind") String kind,
      @RequestParam(name = "group", defaultValue = "0") int group,
      @RequestParam(name = "padded", defaultValue = "true") boolean isPadded)
      throws IOException {
    ByteArrayOutputStream png = new ByteArrayOutputStream();
    images.write(id, sheet, kind, group, isPadded, png);
    return ResponseEntity.ok()
        .contentType(MediaType.IMAGE_PNG)
        .cacheControl(CacheControl.noStore())
        .body(png.toByteArray());
  }

  @GetMapping("/bakes/{id}/handoff-plan")
  List<PlannedFile> plan(
      @PathVariable("id") long id,
      @RequestParam(name = "masks", defaultValue = "true") boolean hasMasks,
      @RequestParam(name = "unpadded", defaultValue = "true") boolean hasUnpadded) {
    return handoffs.plan(id, new HandoffRequest.Contents(hasMasks, hasUnpadded));
  }

  @PostMapping("/bakes/{id}/handoffs")
  @ResponseStatus(HttpStatus.ACCEPTED)
  AssetController.Created handOff(
      @PathVariable("id") long id, @RequestBody HandoffRequest.Contents contents) {
    return new AssetController.Created(handoffs.start(id, contents));
  }
}
