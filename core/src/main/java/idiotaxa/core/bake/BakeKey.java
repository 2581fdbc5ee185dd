package idiotaxa.core.bake;

import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.work.ContentKey;
import java.util.List;

/**
 * Names everything that the maps of a sheet depend on: two bakes with one key have the same maps. Names
 * and colours of groups are no part of it, because images are made from the maps later.
 */
public final class BakeKey {
  /** To be raised whenever the same input gives other maps than before. */
  public static final int ENGINE = 5;

  private BakeKey() {}

  /**
   * @param isOwnSurface whether IDs are read from the target itself: then only the sheet's own triangles
   *     matter, and a change elsewhere leaves the key as it is
   * @param words what names the models and the settings
   * @return 64 hexadecimal digits
   */
  public static String of(
      Sheet sheet, OriginReading reading, boolean isOwnSurface, List<String> words) {
    ContentKey key = new ContentKey();
    key.add(ENGINE, sheet.tileU(), sheet.tileV());
    key.add(sheet.triangles());
    words.forEach(key::add);
    reading.surface().addTo(key, isOwnSurface ? sheet.triangles() : null, reading.groups());
    return key.hex();
  }
}
