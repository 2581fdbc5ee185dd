package idiotaxa.core.bake;

import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.reach.ReachSurvey;
import idiotaxa.core.trace.SurfaceFilter;
import java.util.Map;
import java.util.Optional;

/**
 * How rays go from a target to a source.
 *
 * @param reach of every part that has none of its own; empty for the measured one of each part, and then
 *     what is missed within it is looked for beyond
 * @param reachOfPart by name of target parts
 * @param survey what was measured with this pairing; empty to measure it when it is needed
 * @param seeThrough where rays pass; empty where they hit everything
 */
public record RayPlan(
    Pairing pairing,
    Optional<Reach> reach,
    Map<String, Reach> reachOfPart,
    Optional<ReachSurvey> survey,
    Optional<SurfaceFilter> seeThrough) {
  /** With one reach for all parts, or a measured one. */
  public RayPlan(Pairing pairing, Optional<Reach> reach) {
    this(pairing, reach, Map.of(), Optional.empty(), Optional.empty());
  }
}
