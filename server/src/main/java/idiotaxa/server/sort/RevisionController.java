package idiotaxa.server.sort;

import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.group.GroupService;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.zip.GZIPInputStream;
import idiotaxa.server.people.OnlyReads;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.InputStreamResource;
import org.springframework.core.io.Resource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Geometry, pictures and picks of one revision. */
@RestController
@RequestMapping("/api/assets/{assetId}/revisions/{id}")
class RevisionController {
  private final GeometryFiles geometries;
  private final RevisionStore revisions;
  private final GroupService groups;
  private final PickService picks;
  private final PictureService pictures;

  RevisionController(
      GeometryFiles geometries, RevisionStore revisions, GroupService groups, PickService picks, PictureService pictures) {
    this.geometries = geometries;
    this.revisions = revisions;
    this.groups = groups;
    this.picks = picks;
    this.pictures = pictures;
  }

  /**
   * @param faceRanges pairs of first and one past the last face
   */
  record FaceSelection(int[] faceRanges) {}

  /**
   * Geometry for the stage, see {@link GeometryBuffer}; its length in bytes is in <code>Idiotaxa-Bytes</code>
   * where it comes compressed.
   *
   * @param key of the geometry, by which it was asked for: the answer to it never changes
   */
  @GetMapping("/geometry")
  ResponseEntity<Resource> geometry(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestParam(name = "key", required = false) String key,
      @RequestHeader(name = HttpHeaders.ACCEPT_ENCODING, defaultValue = "") String encodings)
      throws IOException {
    GeometryFiles.Geometry found = geometries.get(revisions.getReady(assetId, id));
    boolean isThis = found.key().equals(key);
    ResponseEntity.BodyBuilder answer =
        ResponseEntity.ok()
            .contentType(MediaType.APPLICATION_OCTET_STREAM)
            .cacheControl(
                isThis ? CacheControl.maxAge(Duration.ofDays(30)).cachePrivate() : CacheControl.noStore())
            .varyBy(HttpHeaders.ACCEPT_ENCODING);
    if (encodings.contains("gzip")) {
      return answer
          .header(HttpHeaders.CONTENT_ENCODING, "gzip")
          .header("Idiotaxa-Bytes", Long.toString(unpackedBytes(found.gzip())))
          .body(new FileSystemResource(found.gzip()));
    }
    return answer.body(new InputStreamResource(new GZIPInputStream(Files.newInputStream(found.gzip()))));
  }

  /** The last four bytes of a gzip file say it, modulo 2³² (RFC 1952, ISIZE). */
  private static long unpackedBytes(Path gzip) throws IOException {
    try (RandomAccessFile file = new RandomAccessFile(gzip.toFile(), "r")) {
      file.seek(file.length() - 4);
      return Integer.toUnsignedLong(Integer.reverseBytes(file.readInt()));
    }
  }

  /** Group number of every face, unsigned 16-bit little endian. */
  @GetMapping("/face-groups")
  ResponseEntity<byte[]> faceGroups(
      @PathVariable("assetId") long assetId, @PathVariable("id") long id) {
    int[] numbers = groups.faceNumbers(assetId, revisions.getReady(assetId, id).id());
    ByteBuffer bytes = ByteBuffer.allocate(2 * numbers.length).order(ByteOrder.LITTLE_ENDIAN);
    for (int number : numbers) {
      bytes.putShort((short) number);
    }
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_OCTET_STREAM)
        .cacheControl(CacheControl.noStore())
        .body(bytes.array());
  }

  /**
   * A small picture as the model is sorted now.
   *
   * @param width pixels
   * @param height pixels
   */
  @GetMapping("/picture.png")
  ResponseEntity<Resource> picture(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestParam(name = "width", defaultValue = "480") int width,
      @RequestParam(name = "height", defaultValue = "360") int height) {
    return ResponseEntity.ok()
        .contentType(MediaType.IMAGE_PNG)
        .cacheControl(CacheControl.noStore())
        .body(new FileSystemResource(pictures.png(assetId, revisions.getReady(assetId, id), width, height)));
  }

  /** A small picture of one piece by itself. */
  @GetMapping("/pieces/{piece}.png")
  ResponseEntity<byte[]> piecePicture(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @PathVariable("piece") int piece,
      @RequestParam(name = "size", defaultValue = "96") int size)
      throws IOException {
    return ResponseEntity.ok()
        .contentType(MediaType.IMAGE_PNG)
        .cacheControl(CacheControl.maxAge(Duration.ofDays(30)).cachePrivate())
        .body(pictures.piecePng(revisions.getReady(assetId, id).id(), piece, size));
  }

  /**
   * A label of every face, signed 32-bit little endian, −1 for none.
   *
   * @param angle for flat patches, degrees
   * @param regions into how many regions the creases of the surface are to divide it, for {@code regions}; as near as it can be
   */
  @GetMapping("/labels/{kind}")
  ResponseEntity<byte[]> labels(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @PathVariable("kind") String kind,
      @RequestParam(name = "angle", defaultValue = "20") double angle,
      @RequestParam(name = "regions", defaultValue = "12") int regions) {
    int[] labels = picks.labels(revisions.getReady(assetId, id).id(), kind, angle, regions);
    ByteBuffer bytes = ByteBuffer.allocate(4 * labels.length).order(ByteOrder.LITTLE_ENDIAN);
    bytes.asIntBuffer().put(labels);
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_OCTET_STREAM)
        .cacheControl(CacheControl.noStore())
        .body(bytes.array());
  }

  /** Faces that follow from a pick by the model's shape. */
  @PostMapping("/picks")
  @OnlyReads
  FaceSelection pick(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestBody PickService.Request request) {
    return new FaceSelection(picks.pick(revisions.getReady(assetId, id).id(), request));
  }
}
