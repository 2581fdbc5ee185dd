package idiotaxa.core.handoff;

import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.SheetReport;
import idiotaxa.core.map.SheetMaps;
import java.io.IOException;

/**
 * A baked sheet whose maps are loaded when its files are written, so that a hand-off never holds two.
 *
 * @param report tells the size without the maps
 */
public record HandoffSheet(String name, SheetReport report, Maps maps) {
  /** Loads the maps of a sheet. */
  @FunctionalInterface
  public interface Maps {
    SheetMaps load() throws IOException;
  }

  /** One whose maps are in memory already. */
  public static HandoffSheet of(BakedSheet sheet) {
    return new HandoffSheet(sheet.name(), sheet.report(), sheet::maps);
  }
}
