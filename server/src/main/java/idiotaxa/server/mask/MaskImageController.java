package idiotaxa.server.mask;

import idiotaxa.core.clean.CleanSettings;
import idiotaxa.core.file.UploadPath;
import idiotaxa.server.blob.WorkFolder;
import idiotaxa.server.web.Created;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Images that are brought in on Masks: grey ones for masks and packs, ID images from elsewhere. */
@RestController
@RequestMapping("/api")
class MaskImageController {
  private final MaskImageService greys;
  private final ForeignImageService foreign;
  private final WorkFolder work;

  MaskImageController(MaskImageService greys, ForeignImageService foreign, WorkFolder work) {
    this.greys = greys;
    this.foreign = foreign;
    this.work = work;
  }

  /**
   * Where a cleaned image goes.
   *
   * @param isClosed whether the colours of the asset's groups are the only ones; absent for no
   * @param background #RRGGBB of what is no group, none, or absent to find out
   */
  record Keep(String sheet, Double tolerance, Integer groupCount, Boolean isClosed, String background) {}

  private interface Taker {
    long take(String name, Path file) throws IOException;
  }

  private Created take(MultipartFile upload, Taker taker) throws IOException {
    Path file = work.newFile(".image");
    try {
      upload.transferTo(file);
      String name = upload.getOriginalFilename();
      return new Created(
          taker.take(name == null || name.isBlank() ? "unnamed" : UploadPath.clean(name), file));
    } finally {
      Files.deleteIfExists(file);
    }
  }

  /** Takes a grey image in under its file's name. */
  @PostMapping("/assets/{assetId}/grey-images")
  @ResponseStatus(HttpStatus.CREATED)
  Created addGrey(
      @PathVariable("assetId") long assetId, @RequestParam("file") MultipartFile upload)
      throws IOException {
    return take(upload, (name, file) -> greys.add(assetId, name, file));
  }

  /** Takes a grey image away that no mask and no pack uses. */
  @DeleteMapping("/assets/{assetId}/grey-images/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void removeGrey(@PathVariable("assetId") long assetId, @PathVariable("id") long id) {
    greys.remove(assetId, id);
  }

  /** Takes an ID image from elsewhere in; it is looked at, then kept. */
  @PostMapping("/assets/{assetId}/id-images")
  @ResponseStatus(HttpStatus.CREATED)
  Created addForeign(
      @PathVariable("assetId") long assetId, @RequestParam("file") MultipartFile upload)
      throws IOException {
    return take(upload, (name, file) -> foreign.add(assetId, name, file));
  }

  private static CleanSettings settings(Double tolerance, Integer groupCount, Boolean isClosed, String background) {
    return new CleanSettings(
        tolerance == null ? CleanSettings.USUAL_TOLERANCE : tolerance,
        groupCount == null ? 0 : groupCount,
        isClosed != null && isClosed,
        CleanSettings.background(background));
  }

  /**
   * What an ID image holds.
   *
   * @param isClosed whether the colours of the asset's groups are the only ones
   * @param background #RRGGBB of what is no group, none, or absent to find out
   */
  @GetMapping("/id-images/{id}")
  ForeignImageService.Cleaned look(
      @PathVariable("id") long id,
      @RequestParam(name = "tolerance", required = false) Double tolerance,
      @RequestParam(name = "groups", required = false) Integer groupCount,
      @RequestParam(name = "closed", required = false) Boolean isClosed,
      @RequestParam(name = "background", required = false) String background) {
    return foreign.look(id, settings(tolerance, groupCount, isClosed, background));
  }

  /**
   * The crisp image; what was snapped is pale, what is stray is striped.
   *
   * @param isClosed whether the colours of the asset's groups are the only ones
   * @param background #RRGGBB of what is no group, none, or absent to find out
   */
  @GetMapping("/id-images/{id}/clean.png")
  ResponseEntity<byte[]> picture(
      @PathVariable("id") long id,
      @RequestParam(name = "tolerance", required = false) Double tolerance,
      @RequestParam(name = "groups", required = false) Integer groupCount,
      @RequestParam(name = "closed", required = false) Boolean isClosed,
      @RequestParam(name = "background", required = false) String background) {
    return ResponseEntity.ok()
        .contentType(MediaType.IMAGE_PNG)
        .cacheControl(CacheControl.noStore())
        .body(foreign.picture(id, settings(tolerance, groupCount, isClosed, background)));
  }

  /** Keeps an ID image as a bake of a sheet. */
  @PostMapping("/id-images/{id}/keep")
  @ResponseStatus(HttpStatus.CREATED)
  Created keep(@PathVariable("id") long id, @RequestBody Keep keep) throws IOException {
    if (keep.sheet() == null) {
      throw new IllegalArgumentException("sheet is missing.");
    }
    return Created.at(
        "/api/bakes", foreign.keep(id, keep.sheet(), settings(keep.tolerance(), keep.groupCount(), keep.isClosed(), keep.background())));
  }
}
