package idiotaxa.core.handoff;

import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.SheetReport;
import idiotaxa.core.mask.MaskSheet;
import java.io.IOException;
import java.util.Set;

/**
 * A baked sheet whose maps are loaded when its files are written, so that a hand-off never holds two. What
 * is changed on a map after a bake is done already in what is loaded.
 *
 * @param report tells the size without the maps
 * @param groups numbers of those that have a texel of it, or a share of one
 */
public record HandoffSheet(String name, SheetReport report, Set<Integer> groups, Maps maps) {
  /** Loads the maps of a sheet. */
  @FunctionalInterface
  public interface Maps {
    MaskSheet load() throws IOException;
  }

  /** One whose maps are in memory already. */
  public static HandoffSheet of(BakedSheet baked, MaskSheet sheet) {
    return new HandoffSheet(
        baked.name(), baked.report(), sheet.maps().presentGroups(), () -> sheet);
  }
}
