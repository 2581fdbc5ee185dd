package idiotaxa.core.alike;

/**
 * What is the same of two surfaces that are equal up to a rigid motion, a mirror and a size. It only says what cannot
 * be equal. Integrals of polynomials over the surface about its centre: invariants of its moments (Sadjadi and Hall
 * 1980, "Three-dimensional moment invariants"), its volume, its area and how far it reaches. Unit: the radius, the root of the
 * mean square of the distance from the centre, which noise changes least.
 *
 * @param radius metres
 * @param values without unit, in the order of {@link #SLACK}
 */
public record Fingerprint(double radius, float[] values) {
  /** How far values of equal surfaces may lie apart: half a percent of the size, noise, and other triangles. */
  private static final double[] SLACK = {0.02, 0.02, 0.05, 0.06, 0.05, 0.06, 0.5, 0.03};

  /** Of the radius, between equal surfaces of one size. */
  public static final double SIZE_SLACK = 0.012;

  /** The value that kinds are sorted by: the share of the largest spread. */
  public double key() {
    return values[0];
  }

  /** How far the keys of equal surfaces may lie apart. */
  public static double keySlack() {
    return SLACK[0];
  }

  static Fingerprint of(Surface surface, double[] second) {
    double r = surface.radius();
    float[] out = new float[SLACK.length];
    if (!(r > 0)) {
      return new Fingerprint(r, out);
    }
    double fourth = 0;
    double[] skew = new double[3];
    double weighted = 0;
    double volume = 0;
    double[] p = new double[3];
    float[] points = surface.points();
    int[] triangles = surface.triangles();
    for (int t = 0; t < surface.triangleCount(); t++) {
      int a = 3 * triangles[3 * t];
      int b = 3 * triangles[3 * t + 1];
      int c = 3 * triangles[3 * t + 2];
      double[] n = Surface.cross(points[b], points[b + 1], points[b + 2], points[c], points[c + 1], points[c + 2]);
      volume += (points[a] * n[0] + points[a + 1] * n[1] + points[a + 2] * n[2]) / 6;
      for (int point = 0; point < TriangleRule.SIZE; point++) {
        double weight = surface.areaOf(t) * TriangleRule.place(surface, t, point, p);
        double sq = p[0] * p[0] + p[1] * p[1] + p[2] * p[2];
        fourth += weight * sq * sq;
        double form = 0;
        for (int i = 0; i < 3; i++) {
          skew[i] += weight * sq * p[i];
          for (int j = 0; j < 3; j++) {
            form += second[3 * i + j] * p[i] * p[j];
          }
        }
        weighted += weight * form * form;
      }
    }
    double area = surface.area();
    double r2 = r * r;
    out[0] = (float) (surface.axes().spread(0) / r2);
    out[1] = (float) (surface.axes().spread(1) / r2);
    out[2] = (float) (fourth / area / (r2 * r2));
    out[3] = (float) (Math.sqrt(skew[0] * skew[0] + skew[1] * skew[1] + skew[2] * skew[2]) / area / (r2 * r));
    out[4] = (float) (weighted / area / (r2 * r2 * r2 * r2));
    out[5] = (float) (Math.abs(volume) / (r2 * r));
    out[6] = (float) (Math.log(area / r2));
    out[7] = (float) (surface.reach() / r);
    return new Fingerprint(r, out);
  }

  /**
   * How far two shapes lie apart, whatever their size: what is above 1 cannot be equal.
   */
  public double distance(Fingerprint other) {
    double largest = 0;
    for (int i = 0; i < SLACK.length; i++) {
      largest = Math.max(largest, Math.abs(values[i] - other.values[i]) / SLACK[i]);
    }
    return largest;
  }

  /** Whether surfaces of these fingerprints may be equal but for their size. */
  public boolean mayHaveShapeOf(Fingerprint other) {
    return distance(other) <= 1;
  }

  /** Whether surfaces of these fingerprints may be of one size. */
  public boolean mayHaveSizeOf(Fingerprint other) {
    return Math.abs(radius - other.radius) <= SIZE_SLACK * Math.max(radius, other.radius);
  }
}
