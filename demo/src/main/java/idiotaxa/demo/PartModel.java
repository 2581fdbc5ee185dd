package idiotaxa.demo;

import java.util.List;

/**
 * A named part made of patches.
 *
 * @param material index of its material in the target
 * @param tile UDIM tile of its UVs, counted along u from 0
 */
record PartModel(String name, int material, List<Patch> patches, int tile) {
  /** A part on the first tile. */
  PartModel(String name, int material, List<Patch> patches) {
    this(name, material, patches, 0);
  }
}
