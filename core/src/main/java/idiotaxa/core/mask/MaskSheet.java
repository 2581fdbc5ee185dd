package idiotaxa.core.mask;

import idiotaxa.core.map.SheetMaps;

/**
 * A baked sheet with what masks need to know of it.
 *
 * @param points null for a map that came without a mesh
 */
public record MaskSheet(String name, SheetMaps maps, TexelIslands islands, TexelPoints points) {
  /** The same with other maps of the same size and cover. */
  public MaskSheet with(SheetMaps changed) {
    return new MaskSheet(name, changed, islands, points);
  }

  /** A map that came without a mesh: all of it is one island. */
  public static MaskSheet withoutMesh(String name, SheetMaps maps) {
    return new MaskSheet(name, maps, TexelIslands.one(maps), null);
  }
}
