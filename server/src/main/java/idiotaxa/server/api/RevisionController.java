package idiotaxa.server.api;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.GroupProposal;
import idiotaxa.core.group.Rgb;
import idiotaxa.server.service.ClaimService;
import idiotaxa.server.service.GroupService;
import idiotaxa.server.service.MeshCache;
import idiotaxa.server.service.PictureService;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Geometry, claims and proposals of one revision. */
@RestController
@RequestMapping("/api/assets/{assetId}/revisions/{id}")
class RevisionController {
  private final MeshCache meshes;
  private final ClaimService claims;
  private final GroupService groups;
  private final PictureService pictures;

  RevisionController(
      MeshCache meshes, ClaimService claims, GroupService groups, PictureService pictures) {
    this.meshes = meshes;
    this.claims = claims;
    this.groups = groups;
    this.pictures = pictures;
  }

  /**
   * @param groupId 0 for the unclaimed drawer
   * @param faceRanges pairs of first and one past the last face
   */
  record NewClaim(Long groupId, int[] faceRanges) {}

  /** A proposed group; area in square metres. */
  record ProposedGroup(int number, String name, String color, boolean isNew, double area) {}

  /**
   * Geometry for the stage, see {@link GeometryBuffer}.
   *
   * @param version asked for by its number, so that the answer never changes
   */
  @GetMapping("/geometry")
  ResponseEntity<byte[]> geometry(
      @PathVariable("id") long id,
      @RequestParam(name = "version", required = false) Integer version) {
    CacheControl caching =
        version == null ? CacheControl.noStore() : CacheControl.maxAge(Duration.ofDays(30)).cachePrivate();
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_OCTET_STREAM)
        .cacheControl(caching)
        .body(GeometryBuffer.of(meshes.get(id)));
  }

  /** Group number of every face, unsigned 16-bit little endian. */
  @GetMapping("/face-groups")
  ResponseEntity<byte[]> faceGroups(
      @PathVariable("assetId") long assetId, @PathVariable("id") long id) {
    int[] numbers = claims.faceGroups(assetId, id);
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
  ResponseEntity<byte[]> picture(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestParam(name = "width", defaultValue = "480") int width,
      @RequestParam(name = "height", defaultValue = "360") int height)
      throws IOException {
    return ResponseEntity.ok()
        .contentType(MediaType.IMAGE_PNG)
        .cacheControl(CacheControl.noStore())
        .body(pictures.png(assetId, id, width, height));
  }

  @PostMapping("/claims")
  ClaimService.JournalState claim(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestBody NewClaim claim) {
    return claims.claim(
        assetId, id, claim.groupId() == null ? 0 : claim.groupId(), claim.faceRanges());
  }

  /** What would be made, without making it. */
  @GetMapping("/proposal")
  List<ProposedGroup> proposal(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestParam("from") String from) {
    GroupProposal proposal = groups.propose(id, from);
    List<Integer> present = groups.numbers(assetId);
    List<ProposedGroup> out = new ArrayList<>();
    for (int g = 0; g < proposal.groups().size(); g++) {
      Group group = proposal.groups().get(g);
      if (proposal.areas()[g] > 0) {
        out.add(
            new ProposedGroup(
                group.number(),
                group.name(),
                Rgb.toHex(group.color()),
                !present.contains(group.number()),
                proposal.areas()[g]));
      }
    }
    return out;
  }

  @PostMapping("/proposal")
  ClaimService.JournalState keepProposal(
      @PathVariable("id") long id, @RequestParam("from") String from) {
    return groups.keep(id, from);
  }
}
