package idiotaxa.server.group;

import idiotaxa.core.group.Palette;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.mask.PickTolerance;
import java.util.List;
import org.springframework.stereotype.Component;

/** Groups as scripts and pages see them. */
@Component
public class GroupViews {
  private final GroupService groups;

  GroupViews(GroupService groups) {
    this.groups = groups;
  }

  /**
   * Colours as #RRGGBB.
   *
   * @param safeTolerance largest colour distance with which a pick takes exactly this group, −1 when
   *     another group has the same colour
   */
  public record GroupView(
      long id,
      int number,
      String name,
      String color,
      List<String> keywords,
      int safeTolerance,
      boolean isLocked,
      boolean isOfPalette,
      int version) {}

  /** In the order of their numbers. */
  public List<GroupView> list(long assetId) {
    List<GroupStore.GroupRow> rows = groups.list(assetId);
    Palette palette =
        new Palette("asset", rows.stream().map(GroupStore.GroupRow::group).toList());
    return rows.stream().map(row -> view(row, palette)).toList();
  }

  private static GroupView view(GroupStore.GroupRow row, Palette palette) {
    return new GroupView(
        row.id(),
        row.group().number(),
        row.group().name(),
        Rgb.toHex(row.group().color()),
        row.group().keywords(),
        PickTolerance.largestSafe(row.group(), palette),
        row.isLocked(),
        row.paletteGroupId() != null,
        row.version());
  }
}
