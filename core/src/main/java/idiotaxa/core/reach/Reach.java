package idiotaxa.core.reach;

/**
 * How far a bake ray goes.
 *
 * @param outward metres from the target along its direction, not negative
 * @param inward metres from the target against its direction, not negative
 */
public record Reach(double outward, double inward) {
  public Reach {
    if (!(outward >= 0 && inward >= 0 && outward + inward < Double.POSITIVE_INFINITY)) {
      throw new IllegalArgumentException(
          "reach must be two finite distances in metres, not negative, got "
              + outward
              + " outward and "
              + inward
              + " inward");
    }
  }

  /** The smallest that encloses both. */
  Reach around(Reach other) {
    return new Reach(Math.max(outward, other.outward), Math.max(inward, other.inward));
  }
}
