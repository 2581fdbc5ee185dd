package idiotaxa.core.align;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.trace.Bvh;
import idiotaxa.core.trace.ClosestPointQuery;
import idiotaxa.core.trace.TracedSource;
import java.util.Arrays;
import java.util.SplittableRandom;

/**
 * Mean distance between two surfaces, both ways, over points spread evenly by area. A point farther
 * than a limit counts as that far, so that parts that only one of the two has do not decide.
 */
final class SurfaceDistance {
  private static final int POINTS = 1500;
  private static final long SEED = 20_261_125L;

  private final double[] targetPoints;
  private final double[] sourcePoints;
  private final int[] sourceTriangles;
  private final ClosestPointQuery ofTarget;
  private final ClosestPointQuery ofSource;
  private final double limit;
  private final double[] moved = new double[3];

  /**
   * @param limit metres of the target from which on all distances are alike
   */
  SurfaceDistance(Mesh target, TracedSource source, double limit, int threads) {
    this.limit = limit;
    sourceTriangles = new int[POINTS];
    targetPoints = points(target, new int[POINTS]);
    sourcePoints = points(source.mesh(), sourceTriangles);
    ofTarget = new ClosestPointQuery(Bvh.of(target, threads));
    ofSource = new ClosestPointQuery(source.bvh());
  }

  /** Metres of the target. */
  double mean(Alignment alignment) {
    double sum = 0;
    for (int i = 0; i < POINTS; i++) {
      alignment.point(
          sourcePoints[3 * i], sourcePoints[3 * i + 1], sourcePoints[3 * i + 2], moved);
      sum += distance(ofTarget, limit);
      alignment.inversePoint(
          targetPoints[3 * i], targetPoints[3 * i + 1], targetPoints[3 * i + 2], moved);
      sum += distance(ofSource, limit / alignment.scale()) * alignment.scale();
    }
    return sum / (2 * POINTS);
  }

  /** Share of the source's points that lie within a distance of the target, and the other way round. */
  double[] nearShares(Alignment alignment, double within) {
    int source = 0;
    int target = 0;
    for (int i = 0; i < POINTS; i++) {
      alignment.point(
          sourcePoints[3 * i], sourcePoints[3 * i + 1], sourcePoints[3 * i + 2], moved);
      source += ofTarget.find(moved[0], moved[1], moved[2], within, null) ? 1 : 0;
      alignment.inversePoint(
          targetPoints[3 * i], targetPoints[3 * i + 1], targetPoints[3 * i + 2], moved);
      target +=
          ofSource.find(moved[0], moved[1], moved[2], within / alignment.scale(), null) ? 1 : 0;
    }
    return new double[] {source / (double) POINTS, target / (double) POINTS};
  }

  /** What the surfaces show at places that meet. */
  interface Agreement {
    /** Whether what a triangle of the source shows is what a triangle of the target shows. */
    boolean agrees(int sourceTriangle, int targetTriangle);
  }

  /** Share of the source's points that find what they show on the target near by. */
  double agreement(Alignment alignment, Agreement agreement) {
    int agreeing = 0;
    for (int i = 0; i < POINTS; i++) {
      alignment.point(
          sourcePoints[3 * i], sourcePoints[3 * i + 1], sourcePoints[3 * i + 2], moved);
      boolean isFound = ofTarget.find(moved[0], moved[1], moved[2], limit, null);
      agreeing += isFound && agreement.agrees(sourceTriangles[i], ofTarget.triangle()) ? 1 : 0;
    }
    return agreeing / (double) POINTS;
  }

  private double distance(ClosestPointQuery query, double farthest) {
    return query.find(moved[0], moved[1], moved[2], farthest, null) ? query.distance() : farthest;
  }

  private static double[] points(Mesh mesh, int[] triangles) {
    double[] cumulative = new double[mesh.triangleCount()];
    double sum = 0;
    for (int t = 0; t < cumulative.length; t++) {
      sum += TriangleGeometry.area(mesh, t);
      cumulative[t] = sum;
    }
    SplittableRandom random = new SplittableRandom(SEED);
    double[] out = new double[3 * POINTS];
    float[] p = mesh.positions();
    for (int i = 0; i < POINTS; i++) {
      int found = Arrays.binarySearch(cumulative, sum * (i + random.nextDouble()) / POINTS);
      int t = Math.min(cumulative.length - 1, found < 0 ? -found - 1 : found);
      triangles[i] = t;
      double root = Math.sqrt(random.nextDouble());
      double[] w = {1 - root, root * random.nextDouble(), 0};
      w[2] = 1 - w[0] - w[1];
      for (int k = 0; k < 3; k++) {
        int v = 3 * mesh.triangleVertex(t, k);
        for (int axis = 0; axis < 3; axis++) {
          out[3 * i + axis] += w[k] * p[v + axis];
        }
      }
    }
    return out;
  }
}
