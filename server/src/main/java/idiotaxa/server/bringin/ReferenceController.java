package idiotaxa.server.bringin;

import idiotaxa.server.blob.WorkFolder;
import idiotaxa.server.web.Created;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import idiotaxa.server.web.VersionHeader;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Reference pictures of an asset. */
@RestController
@RequestMapping("/api")
class ReferenceController {
  private final ReferenceService references;
  private final WorkFolder work;

  ReferenceController(ReferenceService references, WorkFolder work) {
    this.references = references;
    this.work = work;
  }

  /** Shares of the stage: upper left corner and width. */
  record Place(Double x, Double y, Double width) {}

  /** Pins a reference picture, PNG or JPEG. */
  @PostMapping("/assets/{assetId}/pictures")
  @ResponseStatus(HttpStatus.CREATED)
  Created pin(
      @PathVariable("assetId") long assetId, @RequestParam("file") MultipartFile upload)
      throws IOException {
    Path file = work.newFile(".picture");
    try {
      upload.transferTo(file);
      return Created.at(
          "/api/pictures", references.pin(assetId, Uploads.path(upload), file));
    } finally {
      Files.deleteIfExists(file);
    }
  }

  /** A reference picture as it came. */
  @GetMapping("/pictures/{id}")
  ResponseEntity<Resource> content(@PathVariable("id") long id) {
    ReferenceService.Content content = references.content(id);
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(content.mediaType()))
        // A number may be another picture's in a restored database: its contents are asked for by name.
        .cacheControl(CacheControl.noCache().cachePrivate())
        .eTag(content.file().getFileName().toString())
        .body(new FileSystemResource(content.file()));
  }

  /**
   * Moves or sizes a reference picture.
   *
   * @param ifMatch the version of the picture that the change is based on, in quotes
   */
  @PatchMapping("/pictures/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void move(@PathVariable("id") long id, @RequestHeader("If-Match") String ifMatch, @RequestBody Place place) {
    references.move(id, VersionHeader.parse(ifMatch), place.x(), place.y(), place.width());
  }

  /** Unpins a reference picture. */
  @DeleteMapping("/pictures/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void unpin(@PathVariable("id") long id) {
    references.unpin(id);
  }
}
