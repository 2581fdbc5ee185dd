package idiotaxa.server.api;

import idiotaxa.server.service.BlobFiles;
import idiotaxa.server.service.ConflictException;
import idiotaxa.server.service.NotFoundException;
import idiotaxa.server.service.ReceiverClient;
import idiotaxa.server.store.HandoffStore;
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

/** Packages: download and sending. */
@RestController
@RequestMapping("/api/handoffs/{id}")
class HandoffController {
  private final HandoffStore handoffs;
  private final BlobFiles files;
  private final ReceiverClient receiver;

  HandoffController(HandoffStore handoffs, BlobFiles files, ReceiverClient receiver) {
    this.handoffs = handoffs;
    this.files = files;
    this.receiver = receiver;
  }

  @GetMapping("/package")
  ResponseEntity<Resource> download(@PathVariable("id") long id) {
    HandoffStore.HandoffRow row =
        handoffs.find(id).orElseThrow(() -> new NotFoundException("hand-off", id));
    if (row.blobId() == null) {
      throw new ConflictException("The package is not made yet; wait until it is done.");
    }
    return ResponseEntity.ok()
        .contentType(MediaType.valueOf("application/zip"))
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(row.fileName()).build().toString())
        .body(new FileSystemResource(files.file(row.blobId())));
  }

  /** Answers with the receiver's receipt. */
  @PostMapping(path = "/send", produces = MediaType.APPLICATION_JSON_VALUE)
  String send(@PathVariable("id") long id) {
    return receiver.send(id);
  }
}
