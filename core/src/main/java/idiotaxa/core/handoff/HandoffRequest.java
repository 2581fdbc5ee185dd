package idiotaxa.core.handoff;

import idiotaxa.core.file.FileNames;
import idiotaxa.core.group.Palette;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.reach.Reach;
import java.time.Instant;
import java.util.List;

/**
 * What a hand-off is made from.
 *
 * @param baseName begins every file name, see {@link FileNames#clean}
 * @param mesh goes along with claims as vertex colours; null for none
 */
public record HandoffRequest(
    String baseName,
    String revision,
    Instant created,
    Palette palette,
    List<HandoffSheet> sheets,
    Mesh mesh,
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

  /** What to write. */
  public record Contents(boolean hasMasks, boolean hasUnpadded) {}

  /** Everything that will be written but the manifest. */
  HandoffOutputs outputs() {
    return new HandoffOutputs(
        baseName,
        palette,
        sheets.stream().map(HandoffSheet::name).toList(),
        mesh != null,
        contents);
  }
}
