package idiotaxa.server.bringin;

import idiotaxa.server.blob.WorkFolder;
import idiotaxa.server.web.Created;
import java.io.IOException;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Models that are brought into assets. */
@RestController
class ImportController {
  private final ImportService imports;
  private final WorkFolder work;

  ImportController(ImportService imports, WorkFolder work) {
    this.imports = imports;
    this.work = work;
  }

  /** Stops the reading of a model that was brought in. */
  @PostMapping("/api/revisions/{id}/stop")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void stop(@PathVariable("id") long id) {
    imports.stop(id);
  }

  /**
   * The files of one model: a .glb, or an .obj with its .mtl, and so on, or a zip of them.
   *
   * @param replaces a source whose place this one takes, whatever its name; absent for none
   */
  @PostMapping("/api/assets/{id}/models")
  @ResponseStatus(HttpStatus.ACCEPTED)
  Created bringIn(
      @PathVariable("id") long id,
      @RequestParam("role") String role,
      @RequestParam(name = "replaces", required = false) Long replaces,
      @RequestParam("file") List<MultipartFile> uploads)
      throws IOException {
    try (Uploads received = new Uploads(uploads, work)) {
      return Created.at("/api/revisions", imports.take(id, role, received.files(), replaces));
    }
  }
}
