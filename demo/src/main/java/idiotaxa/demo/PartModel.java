package idiotaxa.demo;

import java.util.Arrays;
import java.util.List;
import java.util.function.UnaryOperator;

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

  PartModel named(String other) {
    return new PartModel(other, material, patches, tile);
  }

  PartModel withPatches(UnaryOperator<Patch> change) {
    return new PartModel(name, material, patches.stream().map(change).toList(), tile);
  }

  /** Of every face of the coarse mesh, in its order. */
  static int[] groupOfFace(List<PartModel> parts) {
    return parts.stream()
        .flatMap(part -> part.patches().stream())
        .flatMapToInt(
            patch -> Arrays.stream(patch.groupOfRow()).flatMap(g -> Arrays.stream(Patch.same(g, patch.columns()))))
        .toArray();
  }
}
