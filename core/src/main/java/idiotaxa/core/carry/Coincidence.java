package idiotaxa.core.carry;

/**
 * How much two parts lie on each other.
 *
 * @param ofNew share of the new part's points that lie on the old one, 0 … 1
 * @param ofOld share of the old part's points that lie on the new one, 0 … 1
 * @param mean distance of the new part's points, metres; what lies farther than the tolerance counts as
 *     that far
 */
record Coincidence(double ofNew, double ofOld, double mean) {
  static final Coincidence NONE = new Coincidence(0, 0, Double.POSITIVE_INFINITY);

  /** The lesser of both shares. */
  double both() {
    return Math.min(ofNew, ofOld);
  }
}
