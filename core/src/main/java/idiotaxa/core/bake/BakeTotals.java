package idiotaxa.core.bake;

import java.util.List;
import java.util.TreeSet;

/**
 * What all sheets of a bake come to together, in texels.
 *
 * @param covered by the model
 * @param missed that found no source
 * @param farther that a ray longer than the measured reach decided
 * @param fallback that the closest point decided
 * @param overlapping that several faces cover
 * @param conflicts among those, claimed for several groups
 * @param unclaimed covered texels without group
 * @param groups numbers of the groups that won a texel, ascending
 * @param rays that were sent
 * @param millis milliseconds that the sheets took, one after another
 */
public record BakeTotals(
    long covered,
    long missed,
    long farther,
    long fallback,
    long overlapping,
    long conflicts,
    long unclaimed,
    List<Integer> groups,
    long rays,
    long millis) {

  public static BakeTotals of(List<SheetReport> sheets) {
    TreeSet<Integer> groups = new TreeSet<>();
    long unclaimed = 0;
    for (SheetReport sheet : sheets) {
      for (int g = 1; g < sheet.groupTexels().length; g++) {
        if (sheet.groupTexels()[g] > 0) {
          groups.add(g);
        }
      }
      unclaimed += sheet.groupTexels().length > 0 ? sheet.groupTexels()[0] : 0;
    }
    return new BakeTotals(
        sheets.stream().mapToLong(SheetReport::covered).sum(),
        sheets.stream().mapToLong(SheetReport::missed).sum(),
        sheets.stream().mapToLong(SheetReport::farther).sum(),
        sheets.stream().mapToLong(SheetReport::fallback).sum(),
        sheets.stream().mapToLong(SheetReport::overlapping).sum(),
        sheets.stream().mapToLong(SheetReport::conflicts).sum(),
        unclaimed,
        List.copyOf(groups),
        sheets.stream().mapToLong(SheetReport::rays).sum(),
        sheets.stream().mapToLong(SheetReport::millis).sum());
  }
}
