package idiotaxa.core.bake;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.trace.ClosestLabel;
import idiotaxa.core.trace.ClosestPointQuery;
import idiotaxa.core.trace.NearTriangles;
import idiotaxa.core.trace.RayQuery;

/**
 * Finds the point of a source that belongs to a point of a target: a ray from P + d·outward along −d,
 * the outermost hit on a paired part wins; a miss falls back to the closest point within the larger
 * reach. Where the reach was measured, a miss is looked for along the direction without a limit first, and
 * the closest point is taken however far it is. Scratch and result of one thread.
 */
final class RayFinder implements OwnColors.Finder {
  /** Cosine from which two surfaces face the same way. */
  private static final double AGREEING = 0.2;

  private static final double SHORTEST_SQ = 1e-18;

  private final SourceSetup setup;
  private final Mesh target;
  private final RayQuery rays;
  private final NearTriangles near;
  private final ClosestPointQuery points;
  private final ClosestLabel groups;
  private final float[] origin = new float[3];
  private final float[] direction = new float[3];
  /** Corners of the triangle that was placed on last, then their directions: nine values each. */
  private final double[] corners = new double[18];

  private int placedOn = -1;
  /** Position of the point of the target under way, metres. */
  final double[] position = new double[3];

  /** The direction there as interpolated, not of unit length. */
  final double[] normal = new double[3];

  private final double[] outward = new double[3];
  private final double[] found = new double[3];
  private boolean isFallback;
  private boolean isFarther;
  private long rayCount;

  /**
   * @param isGroupEnough whether any triangle of the same group may be told instead of the closest
   */
  RayFinder(SourceSetup setup, boolean isGroupEnough) {
    this.setup = setup;
    target = setup.target();
    rays = new RayQuery(setup.bvh(), setup.filter());
    near = new NearTriangles(setup.bvh(), setup.labels(), setup.partLabels(), rays);
    points = new ClosestPointQuery(setup.bvh(), 0, setup.filter());
    groups = isGroupEnough && setup.filter() == null ? new ClosestLabel(setup.bvh(), setup.labels(), points) : null;
  }

  /**
   * @param triangle of the target
   * @return whether something was found; then the other getters hold
   */
  @Override
  public boolean find(int triangle, double w0, double w1, double w2) {
    return find(triangle, w0, w1, w2, false);
  }

  /** As {@link #find} for a point of the region that {@link #near} knows. */
  boolean findNear(int triangle, double w0, double w1, double w2) {
    return find(triangle, w0, w1, w2, true);
  }

  private boolean find(int triangle, double w0, double w1, double w2, boolean isNear) {
    int part = setup.partOfTriangle(triangle);
    Reach reach = setup.reach(part);
    isFallback = false;
    isFarther = false;
    boolean hasDirection = place(triangle, w0, w1, w2);
    if (hasDirection) {
      aim(reach);
      rayCount++;
      double length = reach.outward() + reach.inward();
      boolean isHit =
          isNear
              ? near.first(position, outward, origin, direction, length)
              : rays.first(origin, direction, length, setup.allowed(part));
      if (isHit) {
        return true;
      }
    }
    return findElsewhere(part, reach, hasDirection);
  }

  private boolean findElsewhere(int part, Reach reach, boolean hasDirection) {
    long[] allowed = setup.allowed(part);
    boolean isPatient = setup.isPatient(part);
    if (hasDirection && isPatient && findFarther(allowed)) {
      isFarther = true;
      return true;
    }
    isFallback = true;
    double farthest =
        isPatient ? setup.farthest() : Math.max(reach.outward(), reach.inward());
    return groups == null
        ? points.find(position[0], position[1], position[2], farthest, allowed)
        : groups.find(position[0], position[1], position[2], farthest, allowed);
  }

  /** Takes position and direction of a point; false where the surface gives no direction. */
  boolean place(int triangle, double w0, double w1, double w2) {
    if (triangle != placedOn) {
      take(triangle);
    }
    double[] c = corners;
    position[0] = w0 * c[0] + w1 * c[3] + w2 * c[6];
    position[1] = w0 * c[1] + w1 * c[4] + w2 * c[7];
    position[2] = w0 * c[2] + w1 * c[5] + w2 * c[8];
    double x = w0 * c[9] + w1 * c[12] + w2 * c[15];
    double y = w0 * c[10] + w1 * c[13] + w2 * c[16];
    double z = w0 * c[11] + w1 * c[14] + w2 * c[17];
    normal[0] = x;
    normal[1] = y;
    normal[2] = z;
    return x * x + y * y + z * z > SHORTEST_SQ;
  }

  /** Most points follow another of the same triangle. */
  private void take(int triangle) {
    placedOn = triangle;
    float[] p = target.positions();
    float[] n = setup.directions();
    for (int k = 0; k < 3; k++) {
      int vertex = target.triangleVertex(triangle, k);
      int point = 3 * setup.weld().of(vertex);
      for (int axis = 0; axis < 3; axis++) {
        corners[3 * k + axis] = p[3 * vertex + axis];
        corners[9 + 3 * k + axis] = n[point + axis];
      }
    }
  }

  /**
   * Looks along the direction both ways without a limit. What lies nearer is taken if it is the surface
   * that faces the same way.
   */
  private boolean findFarther(long[] allowed) {
    double ahead = distanceAlong(1, setup.farthest(), allowed);
    // What is farther than what lies ahead is not asked about.
    double behind = distanceAlong(-1, Math.min(ahead, setup.farthest()), allowed);
    if (!(Math.min(ahead, behind) < Double.POSITIVE_INFINITY)) {
      return false;
    }
    if (ahead <= behind) {
      distanceAlong(1, setup.farthest(), allowed);
    }
    return TriangleGeometry.unitNormal(setup.source(), rays.triangle(), found)
        && found[0] * outward[0] + found[1] * outward[1] + found[2] * outward[2] > AGREEING;
  }

  /** Metres to what lies on one side, infinite where there is nothing within {@code most} metres. */
  private double distanceAlong(int side, double most, long[] allowed) {
    for (int axis = 0; axis < 3; axis++) {
      origin[axis] = (float) position[axis];
      direction[axis] = (float) (side * outward[axis]);
    }
    rayCount++;
    return rays.first(origin, direction, most, allowed)
        ? rays.distance()
        : Double.POSITIVE_INFINITY;
  }

  private void aim(Reach reach) {
    double toUnit =
        1 / Math.sqrt(normal[0] * normal[0] + normal[1] * normal[1] + normal[2] * normal[2]);
    double x = normal[0] * toUnit;
    double y = normal[1] * toUnit;
    double z = normal[2] * toUnit;
    double far = reach.outward();
    outward[0] = x;
    outward[1] = y;
    outward[2] = z;
    origin[0] = (float) (position[0] + x * far);
    origin[1] = (float) (position[1] + y * far);
    origin[2] = (float) (position[2] + z * far);
    direction[0] = (float) -x;
    direction[1] = (float) -y;
    direction[2] = (float) -z;
  }

  /** Whether the first ray found it, within the reach. */
  boolean isHit() {
    return !isFarther && !isFallback;
  }

  /** What lies near the region under way. */
  NearTriangles near() {
    return near;
  }

  /** Whether a ray longer than the measured reach found it. */
  boolean isFarther() {
    return isFarther;
  }

  /** Whether the closest point was taken because rays missed. */
  boolean isFallback() {
    return isFallback;
  }

  /** The source's triangle that was found. */
  @Override
  public int triangle() {
    return isFallback ? points.triangle() : rays.triangle();
  }

  /** Barycentric weight of the found triangle's corner 0. */
  @Override
  public double weight0() {
    return isFallback ? points.weight0() : rays.weight0();
  }

  /** Barycentric weight of the found triangle's corner 1. */
  @Override
  public double weight1() {
    return isFallback ? points.weight1() : rays.weight1();
  }

  /** Rays sent so far. */
  long rays() {
    return rayCount;
  }
}
