package idiotaxa.core.bake;

import idiotaxa.core.array.Parallel;
import idiotaxa.core.mesh.Bounds;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.trace.Bvh;
import idiotaxa.core.trace.ClosestPointQuery;
import java.util.Arrays;
import java.util.SplittableRandom;

/**
 * Measures how far the source lies outside and inside of the target, so that nobody types a distance
 * by guess.
 *
 * <p>Points spread evenly by area over both surfaces look for the closest point of the other one that
 * faces the same way; the signed distance along the target's normal goes into the distribution. From
 * target points: what a ray must bridge. From source points: what sticks out where no target point
 * looks for it. Deterministic: the points come from a fixed seed.
 */
public final class ReachMeasure {
  private static final int POINTS = 40_000;
  private static final int BLOCK = 1000;
  private static final long SEED = 20_260_101L;
  private static final double ENCLOSED = 0.999;
  private static final double MARGIN = 1.05;
  /** Share of the target's diagonal beyond which two surfaces are not of the same thing. */
  private static final double FAR = 0.1;
  /** Least reach as a share of the diagonal, above the rounding of positions. */
  private static final double FLOOR = 5e-4;

  private final Mesh target;
  private final Mesh source;
  private final Pairing pairing;
  private final double far;
  private final double floor;

  /**
   * @param pairing what target points may look for; source points look for every part of the target
   */
  public ReachMeasure(Mesh target, Mesh source, Pairing pairing) {
    this.target = target;
    this.source = source;
    this.pairing = pairing;
    Bounds bounds = target.bounds();
    far = FAR * bounds.diagonal();
    floor = FLOOR * bounds.diagonal();
  }

  /** The reach that encloses 99.9 % of the measured distances with 5 % margin. */
  public Reach measure(Bvh sourceBvh, int threads) {
    double[] fromTarget =
        distances(
            target, source, 1, threads, sourceBvh, true);
    double[] fromSource =
        distances(
            source,
            target,
            -1,
            threads,
            Bvh.of(target, threads),
            false);
    double outward = Math.max(enclosing(fromTarget, 1), enclosing(fromSource, 1));
    double inward = Math.max(enclosing(fromTarget, -1), enclosing(fromSource, -1));
    return new Reach(Math.max(floor, outward * MARGIN), Math.max(floor, inward * MARGIN));
  }

  /** Signed metres, positive where the source lies outside; NaN where nothing was found. */
  private double[] distances(
      Mesh from, Mesh to, int sign, int threads, Bvh bvhOfTo, boolean isPaired) {
    double[] cumulative = cumulativeAreas(from);
    double[] out = new double[POINTS];
    Arrays.fill(out, Double.NaN);
    if (cumulative.length == 0 || !(cumulative[cumulative.length - 1] > 0)) {
      return out;
    }
    ClosestPointQuery[] queries = new ClosestPointQuery[threads];
    Arrays.setAll(queries, i -> new ClosestPointQuery(bvhOfTo));
    Parallel.run(
        POINTS / BLOCK,
        threads,
        (block, worker) -> {
          SplittableRandom random = new SplittableRandom(SEED + block);
          PointProbe probe = new PointProbe(from, to, queries[worker]);
          for (int i = block * BLOCK; i < (block + 1) * BLOCK; i++) {
            int triangle = triangleAt(cumulative, (i + random.nextDouble()) / POINTS);
            int part = from.facePart()[from.triangleFace(triangle)];
            long[] allowed = isPaired ? pairing.allowed(part) : null;
            out[i] = sign * probe.signedDistance(triangle, random, far, allowed);
          }
        });
    return out;
  }

  private static double[] cumulativeAreas(Mesh mesh) {
    double[] cumulative = new double[mesh.triangleCount()];
    double sum = 0;
    for (int t = 0; t < cumulative.length; t++) {
      sum += TriangleGeometry.area(mesh, t);
      cumulative[t] = sum;
    }
    return cumulative;
  }

  private static int triangleAt(double[] cumulative, double share) {
    double wanted = share * cumulative[cumulative.length - 1];
    int at = Arrays.binarySearch(cumulative, wanted);
    return Math.min(cumulative.length - 1, at < 0 ? -at - 1 : at + 1);
  }

  private static double enclosing(double[] distances, int side) {
    double[] onSide =
        Arrays.stream(distances).filter(d -> d * side >= 0).map(Math::abs).sorted().toArray();
    return onSide.length == 0 ? 0 : onSide[(int) Math.floor((onSide.length - 1) * ENCLOSED)];
  }

  /** One thread's search from points of one mesh to the other. */
  private static final class PointProbe {
    private final Mesh from;
    private final Mesh to;
    private final ClosestPointQuery query;
    private final double[] point = new double[3];
    private final double[] found = new double[3];
    private final double[] fromNormal = new double[3];
    private final double[] toNormal = new double[3];

    PointProbe(Mesh from, Mesh to, ClosestPointQuery query) {
      this.from = from;
      this.to = to;
      this.query = query;
    }

    /** Positive where the other surface lies on the normal's side; NaN when far or turned away. */
    double signedDistance(int triangle, SplittableRandom random, double far, long[] allowed) {
      double root = Math.sqrt(random.nextDouble());
      double w0 = 1 - root;
      double w1 = root * random.nextDouble();
      pointOf(from, triangle, w0, w1, point);
      boolean isFound =
          TriangleGeometry.unitNormal(from, triangle, fromNormal)
              && query.find(point[0], point[1], point[2], far, allowed)
              && TriangleGeometry.unitNormal(to, query.triangle(), toNormal)
              && dot(fromNormal, toNormal) > 0.2;
      if (!isFound) {
        return Double.NaN;
      }
      pointOf(to, query.triangle(), query.weight0(), query.weight1(), found);
      for (int axis = 0; axis < 3; axis++) {
        found[axis] -= point[axis];
      }
      return Math.copySign(query.distance(), dot(found, fromNormal));
    }

    private static void pointOf(Mesh mesh, int triangle, double w0, double w1, double[] out) {
      float[] p = mesh.positions();
      int a = 3 * mesh.triangleVertex(triangle, 0);
      int b = 3 * mesh.triangleVertex(triangle, 1);
      int c = 3 * mesh.triangleVertex(triangle, 2);
      for (int axis = 0; axis < 3; axis++) {
        out[axis] = w0 * p[a + axis] + w1 * p[b + axis] + (1 - w0 - w1) * p[c + axis];
      }
    }

    private static double dot(double[] a, double[] b) {
      return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }
  }
}
