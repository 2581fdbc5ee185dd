package idiotaxa.core.check;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.UvOverlaps;
import java.util.List;
import java.util.Optional;
import java.util.function.IntFunction;

/** Which UV set of a model maps belong onto, where the one that is read overlaps itself: often that is the one for tiled textures. */
public final class UvSetChoice {
  private UvSetChoice() {}

  /**
   * @param mesh as it is read
   * @param uvSet its UV set
   * @param sets how many the file has
   * @param read the same with another set; asked only when the first overlaps
   */
  public static Optional<Finding> of(Mesh mesh, int uvSet, int sets, IntFunction<Mesh> read) {
    if (sets < 2 || !mesh.hasUvs() || !isDoubled(mesh)) {
      return Optional.empty();
    }
    for (int other = 0; other < sets; other++) {
      if (other == uvSet) {
        continue;
      }
      Mesh laid = read.apply(other);
      if (isWhole(laid) && !isDoubled(laid)) {
        return Optional.of(finding(uvSet, other));
      }
    }
    return Optional.empty();
  }

  private static Finding finding(int uvSet, int other) {
    return new Finding(
        "other-uv-set",
        Severity.WARNING,
        "UV set %d overlaps itself and set %d does not: maps most likely belong onto set %d.".formatted(uvSet, other, other),
        "",
        List.of(new Cure("Read the model with UV set " + other, Cure.Action.UV_SET, Integer.toString(other))));
  }

  private static boolean isDoubled(Mesh mesh) {
    for (Sheet sheet : UvChecks.sheetsOf(mesh)) {
      if (UvOverlaps.of(mesh, sheet, UvChecks.OVERLAP_SIZE_PX, new int[mesh.faceCount()]).overlapping() > 0) {
        return true;
      }
    }
    return false;
  }

  /** Whether every corner lies on some tile. */
  private static boolean isWhole(Mesh mesh) {
    if (!mesh.hasUvs()) {
      return false;
    }
    for (float value : mesh.cornerUv()) {
      if (!(value >= 0)) {
        return false;
      }
    }
    return true;
  }
}
