package idiotaxa.core.handoff;

import idiotaxa.core.file.FileNames;
import idiotaxa.core.group.Palette;
import idiotaxa.core.mask.GreyImages;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mask.MaskTarget;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.template.Template;
import java.time.Instant;
import java.util.List;

/**
 * What a hand-off is made from.
 *
 * @param baseName begins every file name, see {@link FileNames#clean}
 * @param mesh the target with its groups, loaded when a file of it is written
 * @param original the target as it came in
 * @param masks what is made beside the masks of groups
 * @param template what is written
 */
public record HandoffRequest(
    String baseName,
    String revision,
    Instant created,
    Palette palette,
    List<HandoffSheet> sheets,
    GroupedMesh.Source mesh,
    OriginalModel original,
    MaskRequest masks,
    Settings settings,
    Template template) {

  /**
   * The bake's settings as the manifest tells them.
   *
   * @param padding px, −1 for everywhere
   * @param reach null when nothing was traced
   * @param pairing {@code names}, {@code all} or {@code none}
   */
  public record Settings(
      String origin, int width, int height, int samples, int padding, Reach reach, String pairing) {}

  /**
   * Masks and packs of a hand-off.
   *
   * @param target that the sheets are of
   * @param images that masks and packs use
   */
  public record MaskRequest(MaskPlan plan, MaskTarget target, GreyImages images) {}

  /** Everything that will be written but the manifest. */
  public HandoffOutputs outputs() {
    return new HandoffOutputs(
        new HandoffOutputs.Context(
            baseName,
            revision,
            settings.width(),
            palette,
            sheets.stream().map(s -> new SheetGroups(s.name(), s.groups())).toList(),
            masks.plan(),
            original),
        template);
  }
}
