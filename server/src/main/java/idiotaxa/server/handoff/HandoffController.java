package idiotaxa.server.handoff;

import idiotaxa.core.handoff.HandoffRequest;
import idiotaxa.core.handoff.PlannedFile;
import idiotaxa.server.web.Created;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import java.nio.charset.StandardCharsets;
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

/** Hand-offs: what they will hold, making, download and sending. */
@RestController
@RequestMapping("/api")
class HandoffController {
  private final HandoffService handoffs;
  private final ReceiverClient receiver;

  HandoffController(HandoffService handoffs, ReceiverClient receiver) {
    this.handoffs = handoffs;
    this.receiver = receiver;
  }

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

  @GetMapping("/bakes/{id}/handoff-plan")
  List<PlannedFile> plan(
      @PathVariable("id") long id,
      @RequestParam(name = "masks", defaultValue = "true") boolean hasMasks,
      @RequestParam(name = "unpadded", defaultValue = "true") boolean hasUnpadded) {
    return handoffs.plan(id, new HandoffRequest.Contents(hasMasks, hasUnpadded));
  }

  @PostMapping("/bakes/{id}/handoffs")
  @ResponseStatus(HttpStatus.ACCEPTED)
  Created handOff(
      @PathVariable("id") long id, @RequestBody HandoffRequest.Contents contents) {
    return new Created(handoffs.start(id, contents));
  }
}
