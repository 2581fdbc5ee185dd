package idiotaxa.core.carry;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.trace.Bvh;
import idiotaxa.core.trace.ClosestPointQuery;
import idiotaxa.core.trace.Crowding;

/**
 * A mesh of which the closest surface is asked that looks about the same way, so that the two sides of a
 * thin wall do not mix. Shared by threads; each has its own {@link Query}.
 */
final class FacingSurface {
  /** Cosine of the widest angle between normals that agree: 60°, a rounded edge cut coarsely. */
  private static final double AGREES = 0.5;

  private final Mesh mesh;
  private final Bvh bvh;

  /**
   * @throws IllegalArgumentException when its triangles lie on each other by the thousand
   */
  FacingSurface(Mesh mesh, int threads) {
    this.mesh = mesh;
    bvh = Bvh.of(mesh, threads);
    Crowding.refuse("a model that groups are carried to or from", Crowding.of(mesh, bvh));
  }

  Mesh mesh() {
    return mesh;
  }

  /** Asks of one thread. */
  final class Query {
    private final ClosestPointQuery closest = new ClosestPointQuery(bvh);
    private double nx;
    private double ny;
    private double nz;
    private int[] group;
    private int otherThan;

    /** The place to be asked for next: xyz in metres, and a normal, zero where it does not matter. */
    final double[] at = new double[3];

    final double[] facing = new double[3];

    /**
     * @param allowedParts bits, null for all
     */
    boolean find(double maxDistance, long[] allowedParts) {
      return find(maxDistance, allowedParts, null, 0);
    }

    /**
     * @param groupOfFace when given, faces of the group {@code unlike} do not count
     */
    boolean find(double maxDistance, long[] allowedParts, int[] groupOfFace, int unlike) {
      nx = facing[0];
      ny = facing[1];
      nz = facing[2];
      group = groupOfFace;
      otherThan = unlike;
      return closest.find(at[0], at[1], at[2], maxDistance, allowedParts, this::takes);
    }

    private boolean takes(int triangle) {
      return (group == null || group[mesh.triangleFace(triangle)] != otherThan) && agrees(triangle);
    }

    /** A triangle or a place without normal agrees with everything. */
    private boolean agrees(int triangle) {
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
      double cx = uy * vz - uz * vy;
      double cy = uz * vx - ux * vz;
      double cz = ux * vy - uy * vx;
      double dot = cx * nx + cy * ny + cz * nz;
      double lengths = (cx * cx + cy * cy + cz * cz) * (nx * nx + ny * ny + nz * nz);
      return lengths == 0 || dot > 0 && dot * dot >= AGREES * AGREES * lengths;
    }

    /** Metres. */
    double distance() {
      return closest.distance();
    }

    int triangle() {
      return closest.triangle();
    }

    int face() {
      return mesh.triangleFace(closest.triangle());
    }

    int part() {
      return mesh.facePart()[face()];
    }

    /** Coordinate of the point that was found, metres. */
    double point(int axis) {
      float[] p = mesh.positions();
      int t = closest.triangle();
      double w0 = closest.weight0();
      double w1 = closest.weight1();
      return w0 * p[3 * mesh.triangleVertex(t, 0) + axis]
          + w1 * p[3 * mesh.triangleVertex(t, 1) + axis]
          + (1 - w0 - w1) * p[3 * mesh.triangleVertex(t, 2) + axis];
    }

    /** UV at the point that was found; NaN where there is none. */
    double uv(int axis) {
      float[] uv = mesh.cornerUv();
      int t = closest.triangle();
      double w0 = closest.weight0();
      double w1 = closest.weight1();
      return w0 * uv[2 * mesh.triangleCorner(t, 0) + axis]
          + w1 * uv[2 * mesh.triangleCorner(t, 1) + axis]
          + (1 - w0 - w1) * uv[2 * mesh.triangleCorner(t, 2) + axis];
    }
  }
}
