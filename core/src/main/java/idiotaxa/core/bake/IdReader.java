package idiotaxa.core.bake;

/** Reads the group for points and regions of the target. One instance a thread. */
interface IdReader {
  /** No source within reach. */
  int MISSED = -1;

  /** A region may have several groups. */
  int UNDECIDED = -2;

  /** Set on a group number that came from the closest point because the ray missed. */
  int FALLBACK = 1 << 20;

  /** Set on a group number that came from a ray longer than the measured reach. */
  int FARTHER = 1 << 21;

  /**
   * @param triangle of the target
   * @return a group number, perhaps with {@link #FALLBACK} or {@link #FARTHER}, or {@link #MISSED}
   */
  int groupAt(int triangle, double w0, double w1, double w2);

  /** Begins a region without points. */
  void clearRegion();

  /**
   * Adds a point of a triangle, or of its plane outside of it. The region then holds all of the triangle
   * that lies between its points.
   *
   * @return false when the region has too many points already
   */
  boolean addToRegion(int triangle, double w0, double w1, double w2);

  /**
   * The group of every point of the region from which a ray hits anything, or {@link #UNDECIDED}. Whether
   * rays hit has to be tried.
   */
  int groupOfRegion();

  /** Rays sent so far. */
  long rays();
}
