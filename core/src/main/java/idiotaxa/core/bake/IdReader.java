package idiotaxa.core.bake;

/** Reads the group for a point of the target. One instance a thread. */
interface IdReader {
  /** No source within reach. */
  int MISSED = -1;

  /** Set on a group number that came from the closest point because the ray missed. */
  int FALLBACK = 1 << 20;

  /**
   * @param triangle of the target
   * @return a group number, perhaps with {@link #FALLBACK}, or {@link #MISSED}
   */
  int groupAt(int triangle, double w0, double w1, double w2);

  /** Rays sent so far. */
  long rays();
}
