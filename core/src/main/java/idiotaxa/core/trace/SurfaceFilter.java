package idiotaxa.core.trace;

/** Says of points of a surface whether a ray hits them. Safe to be asked by several threads. */
@FunctionalInterface
public interface SurfaceFilter {
  /**
   * @param triangle of the mesh
   * @param weight0 barycentric weight of its corner 0
   * @param weight1 of its corner 1
   */
  boolean isThere(int triangle, double weight0, double weight1);
}
