package idiotaxa.server.sort;

import idiotaxa.server.web.Created;
import idiotaxa.server.web.VersionHeader;
import idiotaxa.core.group.Rgb;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.journal.Journal;
import java.util.List;
import java.util.Optional;
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
  private final Journal journal;

  SortController(GroupService groups, Journal journal) {
    this.groups = groups;
    this.journal = journal;
  }

  /**
   * @param color #RRGGBB, or absent for a proposed one
   */
  record NewGroup(String name, String color) {}

  /** What to change; absent values stay. */
  record GroupChange(String name, String color, List<String> keywords, Boolean isLocked) {}

  /** Another group to do something with; 0 for the unclaimed drawer. */
  record OtherGroup(long other) {}

  /**
   * @param steps negative to undo, positive to redo
   * @param from id of the entry that was done last when this was decided, 0 for none; absent to step from
   *     wherever the journal stands
   */
  record Steps(Integer steps, Long from) {}

  /** Makes a group with the next free number. */
  @PostMapping("/groups")
  @ResponseStatus(HttpStatus.CREATED)
  Created create(
      @PathVariable("assetId") long assetId, @RequestBody NewGroup group) {
    return new Created(
        groups.create(assetId, group.name(), color(group.color())));
  }

  /**
   * Changes a group; what is absent stays.
   *
   * @param ifMatch the version that the change is based on, in quotes
   */
  @PatchMapping("/groups/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody GroupChange change) {
    int version = VersionHeader.parse(ifMatch);
    groups.change(
        assetId,
        id,
        version,
        new GroupService.Change(
            Optional.ofNullable(change.name()),
            Optional.ofNullable(color(change.color())),
            Optional.ofNullable(change.keywords()),
            Optional.ofNullable(change.isLocked())));
  }

  /** Empties the group into another one and takes it off the asset; one step to undo. */
  @PostMapping("/groups/{id}/merge")
  Journal.State merge(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestBody OtherGroup into) {
    return groups.merge(assetId, id, into.other());
  }

  /** Gives both groups each other's number. */
  @PostMapping("/groups/{id}/swap-number")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void swapNumbers(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestBody OtherGroup with) {
    groups.swapNumbers(assetId, id, with.other());
  }

  /** Gives both groups each other's ID colour. */
  @PostMapping("/groups/{id}/swap-color")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void swapColors(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestBody OtherGroup with) {
    groups.swapColors(assetId, id, with.other());
  }

  private static Integer color(String hex) {
    return hex == null ? null : Integer.valueOf(Rgb.parse(hex));
  }

  /** Undoes or redoes steps of the journal. */
  @PostMapping("/journal/steps")
  Journal.State step(@PathVariable("assetId") long assetId, @RequestBody Steps steps) {
    return journal.step(assetId, steps.steps(), steps.from());
  }
}
