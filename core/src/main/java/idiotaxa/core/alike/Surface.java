package idiotaxa.core.alike;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.trace.Bvh;
import java.util.Arrays;

/**
 * The surface of a piece about its centre, as triangles, with what is the same however it is cut: integrals over the
 * surface are exact, so that neither vertices nor triangles count.
 */
public final class Surface {
  private static final int PROOF_POINTS = 300;
  private static final int PROOF_VERTICES = 500;

  /** The plastic number's powers: a sequence that fills a square evenly (Roberts 2018, "The unreasonable effectiveness of quasirandom sequences"). */
  private static final double FIRST_STEP = 0.7548776662466927;

  private static final double SECOND_STEP = 0.5698402909980532;

  /** xyz a point, metres from the centre of the area. */
  private final float[] points;

  /** Three points a triangle. */
  private final int[] triangles;

  private final double[] areas;
  private final double area;
  private final double radius;
  private final double reach;
  private final PrincipalAxes axes;
  private final PrincipalAxes outerAxes;
  private final Fingerprint fingerprint;
  private Bvh hierarchy;
  private double[] proof;

  /**
   * @param points xyz a point in metres, of any origin
   * @param triangles three points each
   */
  public Surface(double[] points, int[] triangles) {
    this.triangles = triangles;
    areas = new double[triangles.length / 3];
    double[] center = center(points);
    this.points = new float[points.length];
    for (int i = 0; i < points.length; i++) {
      this.points[i] = (float) (points[i] - center[i % 3]);
    }
    area = Arrays.stream(areas).sum();
    double[] second = secondMoments();
    double trace = second[0] + second[4] + second[8];
    radius = Math.sqrt(Math.max(trace, 0));
    reach = farthest();
    axes = new PrincipalAxes(second);
    outerAxes = new PrincipalAxes(outerMoments());
    fingerprint = Fingerprint.of(this, second);
  }

  /** A piece of a mesh. */
  public static Surface of(Mesh mesh, int[] trianglesOfPiece) {
    int[] corner = new int[3 * trianglesOfPiece.length];
    int[] vertices = new int[corner.length];
    for (int i = 0; i < corner.length; i++) {
      corner[i] = mesh.cornerVertex()[mesh.triangleCorner(trianglesOfPiece[i / 3], i % 3)];
      vertices[i] = corner[i];
    }
    Arrays.sort(vertices);
    int count = 0;
    for (int i = 0; i < vertices.length; i++) {
      if (i == 0 || vertices[i] != vertices[i - 1]) {
        vertices[count++] = vertices[i];
      }
    }
    double[] points = new double[3 * count];
    for (int v = 0; v < count; v++) {
      for (int k = 0; k < 3; k++) {
        points[3 * v + k] = mesh.positions()[3 * vertices[v] + k];
      }
    }
    for (int i = 0; i < corner.length; i++) {
      corner[i] = Arrays.binarySearch(vertices, 0, count, corner[i]);
    }
    return new Surface(points, corner);
  }

  private double[] center(double[] p) {
    double[] sum = new double[3];
    double total = 0;
    for (int t = 0; t < areas.length; t++) {
      int a = 3 * triangles[3 * t];
      int b = 3 * triangles[3 * t + 1];
      int c = 3 * triangles[3 * t + 2];
      double[] n = cross(p[b] - p[a], p[b + 1] - p[a + 1], p[b + 2] - p[a + 2], p[c] - p[a], p[c + 1] - p[a + 1], p[c + 2] - p[a + 2]);
      areas[t] = 0.5 * Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
      total += areas[t];
      for (int k = 0; k < 3; k++) {
        sum[k] += areas[t] * (p[a + k] + p[b + k] + p[c + k]) / 3;
      }
    }
    for (int k = 0; k < 3; k++) {
      sum[k] = total > 0 ? sum[k] / total : p.length > 0 ? p[k] : 0;
    }
    return sum;
  }

  static double[] cross(double ax, double ay, double az, double bx, double by, double bz) {
    return new double[] {ay * bz - az * by, az * bx - ax * bz, ax * by - ay * bx};
  }

  /** ∫ x xᵀ dA / A, nine by rows; exact over a triangle. */
  private double[] secondMoments() {
    double[] out = new double[9];
    for (int t = 0; t < areas.length; t++) {
      for (int i = 0; i < 3; i++) {
        for (int j = 0; j < 3; j++) {
          double sumI = 0;
          double sumJ = 0;
          double squares = 0;
          for (int k = 0; k < 3; k++) {
            double pi = points[3 * triangles[3 * t + k] + i];
            double pj = points[3 * triangles[3 * t + k] + j];
            sumI += pi;
            sumJ += pj;
            squares += pi * pj;
          }
          out[3 * i + j] += areas[t] / 12 * (sumI * sumJ + squares);
        }
      }
    }
    for (int i = 0; i < 9; i++) {
      out[i] = area > 0 ? out[i] / area : 0;
    }
    return out;
  }

  private double farthest() {
    double largest = 0;
    for (int i = 0; i < points.length; i += 3) {
      double sq = (double) points[i] * points[i] + (double) points[i + 1] * points[i + 1] + (double) points[i + 2] * points[i + 2];
      largest = Math.max(largest, sq);
    }
    return Math.sqrt(largest);
  }

  /** ∫ |x|² x xᵀ dA / A, nine by rows: has axes where the second moments have none, as those of some cylinders. */
  private double[] outerMoments() {
    double[] out = new double[9];
    double[] p = new double[3];
    for (int t = 0; t < areas.length; t++) {
      for (int point = 0; point < TriangleRule.SIZE; point++) {
        double weight = areas[t] * TriangleRule.place(this, t, point, p);
        double sq = p[0] * p[0] + p[1] * p[1] + p[2] * p[2];
        for (int i = 0; i < 9; i++) {
          out[i] += weight * sq * p[i / 3] * p[i % 3];
        }
      }
    }
    for (int i = 0; i < 9; i++) {
      out[i] = area > 0 ? out[i] / area : 0;
    }
    return out;
  }

  /** Square metres. */
  public double area() {
    return area;
  }

  /** Metres: the root of the mean square of the surface's distance from its centre. */
  public double radius() {
    return radius;
  }

  /** Metres: largest distance of a point from the centre. */
  public double reach() {
    return reach;
  }


  /** What chooses candidates. */
  public Fingerprint fingerprint() {
    return fingerprint;
  }

  public int triangleCount() {
    return areas.length;
  }

  public int pointCount() {
    return points.length / 3;
  }

  /** xyz a point, metres from the centre. */
  public float[] points() {
    return points;
  }

  /** Three points a triangle. */
  public int[] triangles() {
    return triangles;
  }

  double areaOf(int triangle) {
    return areas[triangle];
  }

  /** Of the mean squares of the distance. */
  PrincipalAxes axes() {
    return axes;
  }

  /** The same with what lies farther out counting more. */
  PrincipalAxes outerAxes() {
    return outerAxes;
  }

  /**
   * Points that are spread evenly over the surface, in the same places whoever asks; xyz each.
   */
  double[] samples(int count) {
    double[] out = new double[3 * count];
    int t = 0;
    double until = areas.length == 0 ? 0 : areas[0];
    for (int i = 0; i < count; i++) {
      double wanted = (i + 0.5) / count * area;
      while (until < wanted && t + 1 < areas.length) {
        until += areas[++t];
      }
      double u = FIRST_STEP * (i + 1) % 1;
      double v = SECOND_STEP * (i + 1) % 1;
      double root = Math.sqrt(u);
      double[] weights = {1 - root, root * (1 - v), root * v};
      for (int k = 0; k < 3; k++) {
        for (int corner = 0; corner < 3; corner++) {
          out[3 * i + k] += weights[corner] * points[3 * triangles[3 * t + corner] + k];
        }
      }
    }
    return out;
  }

  /** Some of its vertices, evenly chosen; xyz each. */
  double[] vertices(int most) {
    int count = Math.min(most, pointCount());
    double[] out = new double[3 * count];
    for (int i = 0; i < count; i++) {
      int from = (int) ((long) i * pointCount() / count);
      for (int k = 0; k < 3; k++) {
        out[3 * i + k] = points[3 * from + k];
      }
    }
    return out;
  }

  /** Points that have to lie on another surface for the two to be one; made when somebody asks. */
  synchronized double[] proof() {
    if (proof == null) {
      proof = joined(samples(PROOF_POINTS), vertices(PROOF_VERTICES));
    }
    return proof;
  }

  static double[] joined(double[] a, double[] b) {
    double[] out = Arrays.copyOf(a, a.length + b.length);
    System.arraycopy(b, 0, out, a.length, b.length);
    return out;
  }

  /** Its hierarchy about the centre, built when somebody asks. */
  synchronized Bvh hierarchy() {
    if (hierarchy == null) {
      MeshBuilder builder = new MeshBuilder();
      int part = builder.part("piece");
      builder.vertices(points.clone());
      builder.triangles(part, Mesh.NO_MATERIAL, triangles.clone());
      hierarchy = Bvh.of(builder.build(), 1);
    }
    return hierarchy;
  }
}
