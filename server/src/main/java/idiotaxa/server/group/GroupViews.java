package idiotaxa.server.group;

import idiotaxa.core.group.Look;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.ReadyLooks;
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
   * How a group looks as a material.
   *
   * @param baseColor #RRGGBB
   * @param roughness 0 … 1
   * @param metalness 0 … 1
   */
  public record LookView(String baseColor, Double roughness, Double metalness) {
    static LookView of(Look look) {
      return new LookView(Rgb.toHex(look.baseColor()), look.roughness(), look.metalness());
    }

    /**
     * @throws IllegalArgumentException naming the field that is wrong
     */
    public Look parsed() {
      if (baseColor == null || roughness == null || metalness == null) {
        throw new IllegalArgumentException("A look has baseColor, roughness and metalness.");
      }
      return new Look(Rgb.parse(baseColor), roughness, metalness);
    }
  }

  /** A look to begin from. */
  public record ReadyLook(String name, LookView look) {}

  public static List<ReadyLook> readyLooks() {
    return ReadyLooks.all().stream()
        .map(ready -> new ReadyLook(ready.name(), LookView.of(ready.look())))
        .toList();
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
      LookView look,
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
        LookView.of(row.group().look()),
        PickTolerance.largestSafe(row.group(), palette),
        row.isLocked(),
        row.paletteGroupId() != null,
        row.version());
  }
}
