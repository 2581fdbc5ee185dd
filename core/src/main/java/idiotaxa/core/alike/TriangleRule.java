package idiotaxa.core.alike;

/** Six points with weights that integrate polynomials up to the fourth degree over a triangle (Dunavant 1985, degree 4). */
final class TriangleRule {
  static final int SIZE = 6;

  private static final double[] WEIGHT = {0.223381589678011, 0.109951743655322};
  private static final double[] PLACE = {0.445948490915965, 0.091576213509771};

  private TriangleRule() {}

  /**
   * @param point 0 … 5
   * @param out where it lies
   * @return its weight; those of all are one together
   */
  static double place(Surface surface, int triangle, int point, double[] out) {
    float[] p = surface.points();
    int[] t = surface.triangles();
    double each = PLACE[point / 3];
    for (int k = 0; k < 3; k++) {
      out[k] = 0;
      for (int corner = 0; corner < 3; corner++) {
        double weight = corner == point % 3 ? 1 - 2 * each : each;
        out[k] += weight * p[3 * t[3 * triangle + corner] + k];
      }
    }
    return WEIGHT[point / 3];
  }
}
