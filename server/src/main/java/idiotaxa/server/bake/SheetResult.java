package idiotaxa.server.bake;

import idiotaxa.core.bake.SheetReport;
import idiotaxa.core.reach.Reach;
import java.util.List;

/**
 * What is kept of a baked sheet beside its maps.
 *
 * @param reach null when nothing was traced
 * @param pairing {@code names}, {@code all} or {@code none}
 * @param strays names or colours that matched no group and were left unclaimed
 * @param changedParts names of the parts for which it was baked again; none where maps were taken from an
 *     earlier bake, null where there was none to compare with
 * @param specks small regions that lie in other groups; null where nobody counted them
 */
public record SheetResult(
    SheetReport report, Reach reach, String pairing, List<String> strays, Integer specks,
    List<String> changedParts) {
  /** The same taken into another bake, whose reading left other strays. */
  SheetResult reused(List<String> others) {
    return new SheetResult(report, reach, pairing, others, specks, List.of());
  }
}
