package idiotaxa.server.handoff;

import idiotaxa.server.web.Created;
import idiotaxa.server.people.OnlyReads;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Hand-offs: what they will hold, making, download and sending. */
@RestController
@RequestMapping("/api")
class HandoffController {
  private final HandoffService handoffs;
  private final ReceiverClient receiver;
  private final HandoffFolder folder;
  private final HandoffViews views;

  HandoffController(HandoffService handoffs, ReceiverClient receiver, HandoffFolder folder, HandoffViews views) {
    this.views = views;
    this.handoffs = handoffs;
    this.receiver = receiver;
    this.folder = folder;
  }

  /**
   * @param folder name in the hand-off folder
   */
  record Delivered(String folder) {}

  /**
   * @param folder where packages are put for other tools, null when none is set
   */
  record Folder(String folder) {}

  /** A hand-off with what became of it, as the asset lists it. */
  @GetMapping("/handoffs/{id}")
  HandoffViews.HandoffView get(@PathVariable("id") long id) {
    return views.one(id);
  }

  /** The package, a zip. */
  @GetMapping("/handoffs/{id}/package")
  ResponseEntity<Resource> download(@PathVariable("id") long id) {
    HandoffService.FinishedPackage finished = handoffs.finished(id);
    return ResponseEntity.ok()
        .contentType(MediaType.valueOf("application/zip"))
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment()
                .filename(finished.fileName(), StandardCharsets.UTF_8)
                .build()
                .toString())
        .body(new FileSystemResource(finished.file()));
  }

  /** Answers with the receiver's receipt. */
  @PostMapping(path = "/handoffs/{id}/send", produces = MediaType.APPLICATION_JSON_VALUE)
  String send(@PathVariable("id") long id) {
    return receiver.send(id);
  }

  /** Puts the package into the hand-off folder. */
  @PostMapping("/handoffs/{id}/deliver")
  Delivered deliver(@PathVariable("id") long id) {
    return new Delivered(folder.deliver(id));
  }

  /** Stops the making of a package. */
  @PostMapping("/handoffs/{id}/cancel")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void cancel(@PathVariable("id") long id) {
    handoffs.cancel(id);
  }

  /** Makes the package again from what is kept of it, and says when it does not come out as it was. */
  @PostMapping("/handoffs/{id}/again")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void again(@PathVariable("id") long id) {
    handoffs.again(id);
  }

  /** The files of a package and what became of each since the package before. */
  @GetMapping("/handoffs/{id}/files")
  HandoffService.FilesView files(@PathVariable("id") long id) {
    return handoffs.files(id);
  }

  /** The folder into which packages can be put. */
  @GetMapping("/handoff-folder")
  Folder folder() {
    return new Folder(folder.path().map(Path::toString).orElse(null));
  }

  /** The exact list of files that a template, kept or not, makes of a bake. */
  @PostMapping("/bakes/{id}/handoff-plan")
  @OnlyReads
  HandoffService.HandoffPlan plan(
      @PathVariable("id") long id, @RequestBody JsonNode template) {
    return handoffs.plan(id, TemplateController.parsed(template));
  }

  /** Makes a package by a template. */
  @PostMapping("/bakes/{id}/handoffs")
  @ResponseStatus(HttpStatus.ACCEPTED)
  Created handOff(@PathVariable("id") long id, @RequestBody JsonNode template) {
    return Created.at("/api/handoffs", handoffs.start(id, TemplateController.parsed(template)));
  }
}
