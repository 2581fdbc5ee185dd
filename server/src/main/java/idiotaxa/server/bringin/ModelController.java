package idiotaxa.server.bringin;

import idiotaxa.server.web.Created;
import idiotaxa.core.align.Alignment;
import idiotaxa.core.align.AlignmentCheck;
import idiotaxa.core.image.PngWriter;
import idiotaxa.core.mesh.PartEdit;
import idiotaxa.core.unwrap.UnwrapSettings;
import idiotaxa.core.work.Parallel;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import idiotaxa.server.people.Costly;
import idiotaxa.server.web.VersionHeader;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Parts, UVs and alignment of one revision. */
@RestController
@RequestMapping("/api/revisions/{id}")
class ModelController {
  private final ModelService models;
  private final LayoutService layouts;
  private final RevisionViews views;

  ModelController(ModelService models, LayoutService layouts, RevisionViews views) {
    this.views = views;
    this.models = models;
    this.layouts = layouts;
  }

  /**
   * @param kind {@code rename}, {@code split} or {@code merge}
   * @param parts indices
   * @param word new name, or {@code pieces}, {@code materials}, {@code islands} to split by
   */
  record NewPartEdit(String kind, int[] parts, String word) {
    PartEdit parsed() {
      PartEdit.Kind known =
          Arrays.stream(PartEdit.Kind.values())
              .filter(k -> k.name().equalsIgnoreCase(kind))
              .findFirst()
              .orElseThrow(() -> new IllegalArgumentException("kind: parts are edited by rename, split or merge, not by " + kind + "."));
      if (parts == null || word == null) {
        throw new IllegalArgumentException((parts == null ? "parts" : "word") + " is missing.");
      }
      return new PartEdit(known, parts, word);
    }
  }

  /** Absent values: 2048 px and 4 px. */
  record NewLayout(Integer sizePx, Integer marginPx) {}

  /** A model with what was found in it, as the asset lists it. */
  @GetMapping
  RevisionViews.RevisionView get(@PathVariable("id") long id) {
    return views.one(id);
  }

  /**
   * Renames, splits or merges parts; the file stays as it came.
   *
   * @param ifMatch the version of the geometry whose parts are meant, in quotes
   */
  @PostMapping("/part-edits")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void edit(
      @PathVariable("id") long id, @RequestHeader("If-Match") String ifMatch, @RequestBody NewPartEdit edit) {
    models.editParts(id, VersionHeader.parse(ifMatch), edit.parsed());
  }

  /**
   * Takes the last one back.
   *
   * @param ifMatch the version of the geometry that it made, in quotes
   */
  @DeleteMapping("/part-edits/last")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeBack(@PathVariable("id") long id, @RequestHeader("If-Match") String ifMatch) {
    models.takeBackEdit(id, VersionHeader.parse(ifMatch));
  }

  /**
   * Reads the model anew with what its file does not say of itself; claims stay where they are.
   *
   * @param ifMatch the version of the geometry that this is based on, in quotes
   */
  @PutMapping("/reading")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void readAs(
      @PathVariable("id") long id, @RequestHeader("If-Match") String ifMatch, @RequestBody ReadAsView as) {
    models.readAs(id, VersionHeader.parse(ifMatch), as.parsed());
  }

  /** Lays the UVs out anew, as a job. */
  @PostMapping("/layouts")
  @ResponseStatus(HttpStatus.ACCEPTED)
  Created layOut(@PathVariable("id") long id, @RequestBody NewLayout layout) {
    UnwrapSettings settings =
        new UnwrapSettings(
            layout.sizePx() == null ? 2048 : layout.sizePx(),
            layout.marginPx() == null ? 4 : layout.marginPx());
    return new Created(layouts.start(id, settings));
  }

  /** Stops the laying out of UVs. */
  @PostMapping("/layouts/{layoutId}/cancel")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void cancel(@PathVariable("layoutId") long layoutId) {
    layouts.cancel(layoutId);
  }

  /** Back to the UVs of the file. */
  @DeleteMapping("/layout")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void dropLayout(@PathVariable("id") long id) {
    models.dropLayout(id);
  }

  /**
   * Where UVs overlap, sheet by sheet.
   *
   * @param size side of the sheets, px
   */
  @GetMapping("/overlaps")
  @Costly
  List<ModelService.SheetOverlaps> overlaps(
      @PathVariable("id") long id,
      @RequestParam(name = "size", defaultValue = "1024") int size) {
    return models.overlaps(id, size);
  }

  /** Where the overlaps of a sheet are, to be laid over it. */
  @GetMapping("/overlaps/{sheet}.png")
  @Costly
  ResponseEntity<byte[]> overlapImage(
      @PathVariable("id") long id,
      @PathVariable("sheet") String sheet,
      @RequestParam(name = "size", defaultValue = "1024") int size)
      throws IOException {
    ByteArrayOutputStream png = new ByteArrayOutputStream();
    PngWriter.write(models.overlapImage(id, sheet, size), Parallel.cores(), png);
    return ResponseEntity.ok()
        .contentType(MediaType.IMAGE_PNG)
        .cacheControl(CacheControl.noStore())
        .body(png.toByteArray());
  }

  /** Takes a source off the desk. */
  @PostMapping("/set-aside")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setAside(@PathVariable("id") long id) {
    models.setAside(id);
  }

  /** How a source lies to the current target, and what would bring it there. */
  /**
   * The directions in which a bake's rays leave the model, by which its cage is drawn: three
   * little-endian floats a vertex, unit length.
   */
  @GetMapping("/directions")
  ResponseEntity<byte[]> directions(@PathVariable("id") long id) {
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_OCTET_STREAM)
        .cacheControl(CacheControl.noStore())
        .body(models.directions(id));
  }

  /** How a source lies to the current target, and what would bring it there. */
  @GetMapping("/alignment")
  @Costly
  AlignmentCheck.Result checkAlignment(@PathVariable("id") long id) {
    return models.checkAlignment(id);
  }

  /**
   * Lays a source on its target.
   *
   * @param ifMatch the version of the alignment that the change is based on, in quotes
   */
  @PutMapping("/alignment")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void align(
      @PathVariable("id") long id, @RequestHeader("If-Match") String ifMatch, @RequestBody Alignment alignment) {
    models.align(id, VersionHeader.parse(ifMatch), alignment);
  }
}
