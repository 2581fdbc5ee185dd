package idiotaxa.core.bake;

import idiotaxa.core.trace.NearTriangles;

/** Reads the group for points and regions of the target. One instance a thread. */
interface IdReader {
  /** How deep regions nest. */
  int LEVELS = NearTriangles.LEVELS;

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

  /**
   * As {@link #groupAt} for a point of the region that was told last, which may be faster.
   *
   * @param triangle of the target
   */
  int groupInRegion(int triangle, double w0, double w1, double w2);

  /** Begins a region without points around all regions to come. */
  void beginAround();

  /** Until the next begins, regions lie in the one around them, to which points were added. */
  void closeAround();

  /**
   * Begins a region without points. It lies in the regions of the levels before its own that were told
   * since they were begun.
   *
   * @param level 0 … {@link #LEVELS} − 1
   */
  void beginRegion(int level);

  /**
   * Adds a point of a triangle, or of its plane outside of it. The region then holds all of the triangle
   * that lies between its points.
   *
   * @return false when the region has too many points already; it must not be told then
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
