package idiotaxa.core.bake;

import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.reach.Reach;
import java.util.Map;
import java.util.Optional;

/**
 * How rays go from a target to a source.
 *
 * @param reach of every part that has none of its own; empty to measure it
 * @param reachOfPart by name of target parts
 */
public record RayPlan(Pairing pairing, Optional<Reach> reach, Map<String, Reach> reachOfPart) {
  /** With one reach for all parts, or a measured one. */
  public RayPlan(Pairing pairing, Optional<Reach> reach) {
    this(pairing, reach, Map.of());
  }
}
