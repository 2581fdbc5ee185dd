package idiotaxa.core.mesh;

/** Areas, angles and normals of single triangles, in double precision. */
public final class TriangleGeometry {
  private TriangleGeometry() {}

  /** Area in square metres. */
  public static double area(Mesh mesh, int triangle) {
    return 0.5
        * crossLength(
            mesh.positions(),
            3 * mesh.triangleVertex(triangle, 0),
            3 * mesh.triangleVertex(triangle, 1),
            3 * mesh.triangleVertex(triangle, 2));
  }

  /** Twice the area of three points; nothing is allocated, since models have millions of triangles. */
  private static double crossLength(float[] p, int a, int b, int c) {
    double ux = (double) p[b] - p[a];
    double uy = (double) p[b + 1] - p[a + 1];
    double uz = (double) p[b + 2] - p[a + 2];
    double vx = (double) p[c] - p[a];
    double vy = (double) p[c + 1] - p[a + 1];
    double vz = (double) p[c + 2] - p[a + 2];
    double x = uy * vz - uz * vy;
    double y = uz * vx - ux * vz;
    double z = ux * vy - uy * vx;
    return Math.sqrt(x * x + y * y + z * z);
  }

  /**
   * Writes the unit normal of the winding order to {@code out}.
   *
   * @return false, and {@code out} untouched in meaning, when the triangle has no area
   */
  public static boolean unitNormal(Mesh mesh, int triangle, double[] out) {
    cross(mesh, triangle, out);
    double length = length(out);
    if (!(length > 0)) {
      return false;
    }
    out[0] /= length;
    out[1] /= length;
    out[2] /= length;
    return true;
  }

  /** The inner angle at corner {@code k}, 0 … π. */
  public static double angleRad(Mesh mesh, int triangle, int k) {
    float[] p = mesh.positions();
    int a = 3 * mesh.triangleVertex(triangle, k);
    int b = 3 * mesh.triangleVertex(triangle, (k + 1) % 3);
    int c = 3 * mesh.triangleVertex(triangle, (k + 2) % 3);
    double ux = (double) p[b] - p[a];
    double uy = (double) p[b + 1] - p[a + 1];
    double uz = (double) p[b + 2] - p[a + 2];
    double vx = (double) p[c] - p[a];
    double vy = (double) p[c + 1] - p[a + 1];
    double vz = (double) p[c + 2] - p[a + 2];
    return Math.atan2(crossLength(p, a, b, c), ux * vx + uy * vy + uz * vz);
  }

  private static void cross(Mesh mesh, int triangle, double[] out) {
    float[] p = mesh.positions();
    int a = 3 * mesh.triangleVertex(triangle, 0);
    int b = 3 * mesh.triangleVertex(triangle, 1);
    int c = 3 * mesh.triangleVertex(triangle, 2);
    double ux = (double) p[b] - p[a];
    double uy = (double) p[b + 1] - p[a + 1];
    double uz = (double) p[b + 2] - p[a + 2];
    double vx = (double) p[c] - p[a];
    double vy = (double) p[c + 1] - p[a + 1];
    double vz = (double) p[c + 2] - p[a + 2];
    out[0] = uy * vz - uz * vy;
    out[1] = uz * vx - ux * vz;
    out[2] = ux * vy - uy * vx;
  }

  private static double length(double[] v) {
    return Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
  }

  /** Square metres of every face. */
  public static double[] faceAreas(Mesh mesh) {
    double[] areas = new double[mesh.faceCount()];
    TriangleAreas.visit(mesh, (t, area) -> areas[mesh.triangleFace(t)] += area);
    return areas;
  }
}
