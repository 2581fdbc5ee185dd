package idiotaxa.core.bake;

import java.util.List;

/**
 * What a baked sheet is worth.
 *
 * @param covered texels on the target
 * @param missed texels whose samples all missed the source
 * @param farther texel centres that a ray longer than the measured reach decided
 * @param fallback texel centres that took the closest point because rays missed
 * @param overlapping texel centres with more than one owner
 * @param conflicts texel centres with owners of different groups
 * @param groupTexels texels by group number, 0 for unclaimed
 * @param parts per target part
 * @param problems where something is wrong: missed, then conflicts, then fallback, the largest of each
 *     kind first
 * @param thinGroups numbers of groups that won no texel by majority and took those that they cover most
 * @param rays sent
 * @param millis time for this sheet
 */
public record SheetReport(
    String sheet,
    int width,
    int height,
    long covered,
    long missed,
    long farther,
    long fallback,
    long overlapping,
    long conflicts,
    long[] groupTexels,
    List<PartReport> parts,
    List<ProblemRegion> problems,
    List<Integer> thinGroups,
    long rays,
    long millis) {
  public SheetReport {
    // Reports of earlier versions know no thin groups.
    thinGroups = thinGroups == null ? List.of() : List.copyOf(thinGroups);
  }

  /** Texels of a group; none of one that was made after the sheet was baked. */
  public long texelsOf(int group) {
    return group < groupTexels.length ? groupTexels[group] : 0;
  }

  /** Texels of one target part. */
  public record PartReport(
      String part, long covered, long missed, long farther, long fallback, long conflicts) {}

  /** The same with problems counted only, not located. */
  public SheetReport withoutProblems() {
    return new SheetReport(
        sheet,
        width,
        height,
        covered,
        missed,
        farther,
        fallback,
        overlapping,
        conflicts,
        groupTexels,
        parts,
        List.of(),
        thinGroups,
        rays,
        millis);
  }

  /** Share of the sheet's texels that lie on the target, 0 … 1. */
  public double coveredShare() {
    return covered / ((double) width * height);
  }

  /** Share of the covered texels that are missed, 0 … 1. */
  public double missedShare() {
    return covered == 0 ? 0 : missed / (double) covered;
  }
}
