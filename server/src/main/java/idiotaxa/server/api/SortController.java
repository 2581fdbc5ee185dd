package idiotaxa.server.api;

import idiotaxa.core.group.Rgb;
import idiotaxa.server.service.ClaimService;
import idiotaxa.server.service.GroupService;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Groups of an asset and the journal's cursor. */
@RestController
@RequestMapping("/api/assets/{assetId}")
class SortController {
  private final GroupService groups;
  private final ClaimService claims;

  SortController(GroupService groups, ClaimService claims) {
    this.groups = groups;
    this.claims = claims;
  }

  /**
   * @param color #RRGGBB, or absent for a proposed one
   */
  record NewGroup(String name, String color) {}

  /** What to change; absent values stay. */
  record GroupChange(String name, String color) {}

  /** Negative to undo, positive to redo. */
  record Steps(Integer steps) {}

  @PostMapping("/groups")
  @ResponseStatus(HttpStatus.CREATED)
  AssetController.Created create(
      @PathVariable("assetId") long assetId, @RequestBody NewGroup group) {
    return new AssetController.Created(
        groups.create(assetId, group.name(), color(group.color())));
  }

  /**
   * @param ifMatch the version that the change is based on, in quotes
   */
  @PatchMapping("/groups/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable("id") long id,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody GroupChange change) {
    int version;
    try {
      version = Integer.parseInt(ifMatch.replace("\"", ""));
    } catch (NumberFormatException e) {
      throw new IllegalArgumentException("If-Match must be the group's version in quotes.", e);
    }
    groups.change(id, version, change.name(), color(change.color()));
  }

  private static Integer color(String hex) {
    return hex == null ? null : Integer.valueOf(Rgb.parse(hex));
  }

  @PostMapping("/journal/steps")
  ClaimService.JournalState step(
      @PathVariable("assetId") long assetId, @RequestBody Steps steps) {
    return claims.step(assetId, steps.steps());
  }
}
