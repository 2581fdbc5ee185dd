package idiotaxa.core.handoff;

import idiotaxa.core.file.FileNames;
import idiotaxa.core.group.Palette;
import idiotaxa.core.mask.GreyImages;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mask.MaskTarget;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.reach.Reach;
import java.time.Instant;
import java.util.List;

/**
 * What a hand-off is made from.
 *
 * @param baseName begins every file name, see {@link FileNames#clean}
 * @param mesh goes along with claims as vertex colours; null for none
 * @param masks what is made beside the masks of groups
 */
public record HandoffRequest(
    String baseName,
    String revision,
    Instant created,
    Palette palette,
    List<HandoffSheet> sheets,
    Mesh mesh,
    MaskRequest masks,
    Settings settings,
    Contents contents) {

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

  /** What to write. */
  public record Contents(boolean hasMasks, boolean hasUnpadded) {}

  /** Everything that will be written but the manifest. */
  HandoffOutputs outputs() {
    return new HandoffOutputs(
        baseName,
        palette,
        sheets.stream().map(HandoffSheet::name).toList(),
        mesh != null,
        masks.plan(),
        contents);
  }
}
