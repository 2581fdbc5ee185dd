package idiotaxa.core.bake;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.trace.ClosestPointQuery;
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

  private final SourceSetup setup;
  private final Mesh target;
  private final RayQuery rays;
  private final ClosestPointQuery points;
  private final float[] origin = new float[3];
  private final float[] direction = new float[3];
  /** Position and unit direction of the point of the target under way. */
  final double[] position = new double[3];

  final double[] normal = new double[3];
  private final double[] found = new double[3];
  private boolean isFallback;
  private boolean isFarther;
  private long rayCount;

  RayFinder(SourceSetup setup) {
    this.setup = setup;
    target = setup.target();
    rays = new RayQuery(setup.bvh());
    points = new ClosestPointQuery(setup.bvh());
  }

  /**
   * @param triangle of the target
   * @return whether something was found; then the other getters hold
   */
  @Override
  public boolean find(int triangle, double w0, double w1, double w2) {
    int part = setup.partOfTriangle(triangle);
    Reach reach = setup.reach(part);
    long[] allowed = setup.allowed(part);
    isFallback = false;
    isFarther = false;
    boolean isPatient = setup.isPatient(part);
    if (place(triangle, w0, w1, w2)) {
      aim(reach);
      rayCount++;
      if (rays.first(origin, direction, reach.outward() + reach.inward(), allowed)) {
        return true;
      }
      if (isPatient && findFarther(allowed)) {
        isFarther = true;
        return true;
      }
    }
    isFallback = true;
    double farthest =
        isPatient ? setup.farthest() : Math.max(reach.outward(), reach.inward());
    return points.find(position[0], position[1], position[2], farthest, allowed);
  }

  /** Takes position and direction of a point; false where the surface gives no direction. */
  boolean place(int triangle, double w0, double w1, double w2) {
    float[] p = target.positions();
    int a = target.triangleVertex(triangle, 0);
    int b = target.triangleVertex(triangle, 1);
    int c = target.triangleVertex(triangle, 2);
    float[] n = setup.directions();
    int na = 3 * setup.weld().of(a);
    int nb = 3 * setup.weld().of(b);
    int nc = 3 * setup.weld().of(c);
    double lengthSq = 0;
    for (int axis = 0; axis < 3; axis++) {
      position[axis] = w0 * p[3 * a + axis] + w1 * p[3 * b + axis] + w2 * p[3 * c + axis];
      normal[axis] = w0 * n[na + axis] + w1 * n[nb + axis] + w2 * n[nc + axis];
      lengthSq += normal[axis] * normal[axis];
    }
    double length = Math.sqrt(lengthSq);
    for (int axis = 0; axis < 3; axis++) {
      normal[axis] /= length;
    }
    return length > 1e-9;
  }

  /**
   * Looks along the direction both ways without a limit. What lies nearer is taken if it is the surface
   * that faces the same way.
   */
  private boolean findFarther(long[] allowed) {
    double outward = distanceAlong(1, allowed);
    double inward = distanceAlong(-1, allowed);
    if (!(Math.min(outward, inward) < Double.POSITIVE_INFINITY)) {
      return false;
    }
    if (outward <= inward) {
      distanceAlong(1, allowed);
    }
    return TriangleGeometry.unitNormal(setup.source(), rays.triangle(), found)
        && found[0] * normal[0] + found[1] * normal[1] + found[2] * normal[2] > AGREEING;
  }

  /** Metres to what lies on one side, infinite where there is nothing. */
  private double distanceAlong(int side, long[] allowed) {
    for (int axis = 0; axis < 3; axis++) {
      origin[axis] = (float) position[axis];
      direction[axis] = (float) (side * normal[axis]);
    }
    rayCount++;
    return rays.first(origin, direction, setup.farthest(), allowed)
        ? rays.distance()
        : Double.POSITIVE_INFINITY;
  }

  private void aim(Reach reach) {
    for (int axis = 0; axis < 3; axis++) {
      origin[axis] = (float) (position[axis] + normal[axis] * reach.outward());
      direction[axis] = (float) -normal[axis];
    }
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
