package idiotaxa.demo;

/** A parametric surface. */
@FunctionalInterface
interface Surface {
  /** Writes the point (metres) at s, t in 0 … 1 to {@code out}. */
  void at(double s, double t, double[] out);
}
