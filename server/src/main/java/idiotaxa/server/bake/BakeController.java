package idiotaxa.server.bake;

import idiotaxa.server.web.Created;
import java.nio.file.Path;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.List;
import org.springframework.core.io.Resource;
import org.springframework.core.io.FileSystemResource;
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

/** Bakes and their images. */
@RestController
@RequestMapping("/api")
class BakeController {
  private final BakeService bakes;
  private final BakeImages images;
  private final OwnColorImages ownColors;
  private final SheetFaces sheetFaces;
  private final BakeViews views;

  BakeController(
      BakeService bakes, BakeImages images, OwnColorImages ownColors, SheetFaces sheetFaces, BakeViews views) {
    this.views = views;
    this.bakes = bakes;
    this.images = images;
    this.ownColors = ownColors;
    this.sheetFaces = sheetFaces;
  }

  /** Bakes the current target with these settings, a job a sheet; they are kept for the next bake. */
  @PostMapping("/assets/{assetId}/bakes")
  @ResponseStatus(HttpStatus.ACCEPTED)
  Created start(
      @PathVariable("assetId") long assetId, @RequestBody BakeSettings settings) {
    return Created.at("/api/bakes", bakes.start(assetId, settings));
  }

  /** A bake with its sheets, as the asset lists it. */
  @GetMapping("/bakes/{id}")
  BakeViews.BakeView get(@PathVariable("id") long id) {
    return views.one(id);
  }

  /** Stops a bake; sheets that are done stay. */
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
  @GetMapping("/bakes/{id}/sheets/{sheet}/own-colors.png")
  ResponseEntity<byte[]> ownColors(
      @PathVariable("id") long id, @PathVariable("sheet") String sheet) {
    return ResponseEntity.ok()
        .contentType(MediaType.IMAGE_PNG)
        .cacheControl(CacheControl.noStore())
        .body(ownColors.png(id, sheet));
  }

  /** Faces of the target that lie on a sheet: 32-bit numbers, little endian, ascending. */
  @GetMapping("/bakes/{id}/sheets/{sheet}/faces")
  ResponseEntity<byte[]> faces(
      @PathVariable("id") long id, @PathVariable("sheet") String sheet) {
    int[] faces = sheetFaces.of(id, sheet);
    ByteBuffer bytes = ByteBuffer.allocate(4 * faces.length).order(ByteOrder.LITTLE_ENDIAN);
    bytes.asIntBuffer().put(faces);
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_OCTET_STREAM)
        .cacheControl(CacheControl.noStore())
        .body(bytes.array());
  }

  /** Made with the groups' present colours, so that a browser asks every time. */
  @GetMapping("/bakes/{id}/sheets/{sheet}/{kind}.png")
  ResponseEntity<Resource> image(
      @PathVariable("id") long id,
      @PathVariable("sheet") String sheet,
      @PathVariable("kind") String kind,
      @RequestParam(name = "group", defaultValue = "0") int group,
      @RequestParam(name = "padded", defaultValue = "true") boolean isPadded)
      throws IOException {
    Path file = images.image(id, sheet, kind, group, isPadded);
    return ResponseEntity.ok()
        .contentType(MediaType.IMAGE_PNG)
        .cacheControl(CacheControl.noCache().cachePrivate())
        .eTag(file.getFileName().toString())
        .body(new FileSystemResource(file));
  }
}
