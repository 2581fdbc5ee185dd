package idiotaxa.core.align;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleAreas;
import idiotaxa.core.trace.Bvh;
import idiotaxa.core.trace.ClosestPointQuery;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Parallel;
import java.util.Arrays;
import java.util.SplittableRandom;

/**
 * Mean distance between two surfaces, both ways, over points spread evenly by area. A point farther
 * than a limit counts as that far, so that parts that only one of the two has do not decide.
 */
final class SurfaceDistance {
  /** Points on each surface that tell which of two places is the better one. */
  static final int FEW = 1500;

  /** Points on each surface that tell where exactly the better place is. */
  static final int MANY = 6000;

  private static final long SEED = 20_261_125L;

  /** Share of the limit within which the surfaces lie on each other. */
  private static final double ENOUGH = 1e-5;

  /** Points that one thread looks at in one go. Sums go by blocks, so they do not depend on threads. */
  private static final int BLOCK = 100;

  private final double[] targetPoints;
  private final double[] sourcePoints;
  private final int[] sourceTriangles;
  private final Probe[] probes;
  private final double limit;
  private final int count;

  /**
   * @param count points on each surface, a multiple of {@value #BLOCK}
   * @param limit metres of the target from which on all distances are alike
   */
  SurfaceDistance(Mesh target, Bvh ofTarget, TracedSource source, int count, double limit, int threads) {
    this.count = count;
    this.limit = limit;
    sourceTriangles = new int[count];
    targetPoints = points(target, new int[count]);
    sourcePoints = points(source.mesh(), sourceTriangles);
    probes = new Probe[threads];
    double enough = ENOUGH * limit;
    Arrays.setAll(
        probes, i -> new Probe(new ClosestPointQuery(ofTarget, enough), new ClosestPointQuery(source.bvh(), enough)));
  }

  /** What one thread looks with. */
  private record Probe(ClosestPointQuery ofTarget, ClosestPointQuery ofSource, double[] moved) {
    Probe(ClosestPointQuery ofTarget, ClosestPointQuery ofSource) {
      this(ofTarget, ofSource, new double[3]);
    }

    boolean findsTarget(double farthest) {
      return ofTarget.find(moved[0], moved[1], moved[2], farthest, null);
    }

    boolean findsSource(double farthest) {
      return ofSource.find(moved[0], moved[1], moved[2], farthest, null);
    }
  }

  private interface OfPoint {
    double at(Probe probe, int point);
  }

  private double sum(OfPoint ofPoint) {
    double[] ofBlock = new double[count / BLOCK];
    Parallel.run(
        ofBlock.length,
        probes.length,
        (block, worker) -> {
          double sum = 0;
          for (int i = block * BLOCK; i < (block + 1) * BLOCK; i++) {
            sum += ofPoint.at(probes[worker], i);
          }
          ofBlock[block] = sum;
        });
    double sum = 0;
    for (double part : ofBlock) {
      sum += part;
    }
    return sum;
  }

  private void moveSource(Alignment alignment, int i, double[] moved) {
    alignment.point(sourcePoints[3 * i], sourcePoints[3 * i + 1], sourcePoints[3 * i + 2], moved);
  }

  private void moveTarget(Alignment alignment, int i, double[] moved) {
    alignment.inversePoint(targetPoints[3 * i], targetPoints[3 * i + 1], targetPoints[3 * i + 2], moved);
  }

  /** Metres of the target. */
  double mean(Alignment alignment) {
    double far = limit / alignment.scale();
    double sum =
        sum(
            (probe, i) -> {
              moveSource(alignment, i, probe.moved);
              double toTarget = probe.findsTarget(limit) ? probe.ofTarget.distance() : limit;
              moveTarget(alignment, i, probe.moved);
              double toSource = probe.findsSource(far) ? probe.ofSource.distance() : far;
              return toTarget + toSource * alignment.scale();
            });
    return sum / (2 * count);
  }

  /** Share of the source's points that lie within a distance of the target, and the other way round. */
  double[] nearShares(Alignment alignment, double within) {
    double source =
        sum(
            (probe, i) -> {
              moveSource(alignment, i, probe.moved);
              return probe.findsTarget(within) ? 1 : 0;
            });
    double target =
        sum(
            (probe, i) -> {
              moveTarget(alignment, i, probe.moved);
              return probe.findsSource(within / alignment.scale()) ? 1 : 0;
            });
    return new double[] {source / count, target / count};
  }

  /** What the surfaces show at places that meet. */
  interface Agreement {
    /** Whether what a triangle of the source shows is what a triangle of the target shows. */
    boolean agrees(int sourceTriangle, int targetTriangle);
  }

  /** Share of the source's points that find what they show on the target near by. */
  double agreement(Alignment alignment, Agreement agreement) {
    double agreeing =
        sum(
            (probe, i) -> {
              moveSource(alignment, i, probe.moved);
              boolean isFound = probe.findsTarget(limit);
              return isFound && agreement.agrees(sourceTriangles[i], probe.ofTarget.triangle()) ? 1 : 0;
            });
    return agreeing / count;
  }

  /**
   * Points spread evenly by area, always the same ones, three values each.
   *
   * @param triangles to be filled with where they lie; as many as there shall be points
   */
  private static double[] points(Mesh mesh, int[] triangles) {
    int count = triangles.length;
    TriangleAreas areas = TriangleAreas.of(mesh);
    SplittableRandom random = new SplittableRandom(SEED);
    double[] out = new double[3 * count];
    float[] p = mesh.positions();
    for (int i = 0; i < count; i++) {
      int t = areas.triangleAt((i + random.nextDouble()) / count);
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
