package idiotaxa.server.api;

import idiotaxa.server.service.HandoffService;
import idiotaxa.server.service.ReceiverClient;
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
  private final HandoffService handoffs;
  private final ReceiverClient receiver;

  HandoffController(HandoffService handoffs, ReceiverClient receiver) {
    this.handoffs = handoffs;
    this.receiver = receiver;
  }

  @GetMapping("/package")
  ResponseEntity<Resource> download(@PathVariable("id") long id) {
    HandoffService.FinishedPackage finished = handoffs.finished(id);
    return ResponseEntity.ok()
        .contentType(MediaType.valueOf("application/zip"))
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(finished.fileName()).build().toString())
        .body(new FileSystemResource(finished.file()));
  }

  /** Answers with the receiver's receipt. */
  @PostMapping(path = "/send", produces = MediaType.APPLICATION_JSON_VALUE)
  String send(@PathVariable("id") long id) {
    return receiver.send(id);
  }
}
