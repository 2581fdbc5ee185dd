package idiotaxa.core.reach;

import com.carrotsearch.hppc.DoubleArrayList;
import idiotaxa.core.mesh.Bounds;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.SmoothNormals;
import idiotaxa.core.mesh.TriangleAreas;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.trace.Bvh;
import idiotaxa.core.trace.ClosestPointQuery;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Parallel;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.IntStream;

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

  /** Enough to say whether a reach that somebody chose falls short. */
  private static final int FEW_POINTS = 2_000;

  /** Cosine of the flattest ray that is allowed for; flatter ones would make any reach long. */
  private static final double FLATTEST = 0.25;

  private static final int BLOCK = 1000;
  private static final long SEED = 20_260_101L;
  /** Share of the target's diagonal beyond which two surfaces are not of the same thing. */
  private static final double FAR = 0.1;
  /** Least reach as a share of the diagonal, above the rounding of positions. */
  private static final double FLOOR = 5e-4;

  /** Share of the diagonal within which the surfaces lie on each other: far below any reach. */
  private static final double ENOUGH = 1e-6;

  /** Places that are told for each side. */
  private static final int PLACES = 1000;

  private final Mesh target;
  private final TracedSource source;
  private final Pairing pairing;
  private final double far;
  private final double floor;
  private final double enough;

  /**
   * @param pairing what target points may look for; source points look for every part of the target
   */
  public ReachMeasure(Mesh target, TracedSource source, Pairing pairing) {
    this.target = target;
    this.source = source;
    this.pairing = pairing;
    Bounds bounds = target.bounds();
    far = FAR * bounds.diagonal();
    floor = FLOOR * bounds.diagonal();
    enough = ENOUGH * bounds.diagonal();
  }

  private Reach proposed(Probes fromTarget, Probes fromSource) {
    return new DistanceClasses(floor, fromTarget.distance, fromSource.distance).proposed();
  }

  private Probes fromTarget(int points, int threads) {
    return probe(target, source.mesh(), 1, threads, source.bvh(), new Probes(points), true);
  }

  private Probes fromSource(int threads) {
    return probe(source.mesh(), target, -1, threads, Bvh.of(target, threads), new Probes(POINTS), false);
  }

  public ReachSurvey measure(int threads) {
    Probes fromSource = fromSource(threads);
    List<ReachSurvey.Place> farthest = new ArrayList<>(places(fromSource, 1));
    farthest.addAll(places(fromSource, -1));
    return survey(fromTarget(POINTS, threads), fromSource, farthest);
  }

  /**
   * Looks from a few points of the target alone, whatever the source's size: for a reach that is chosen and need not be
   * measured. It tells parts that lie away from the source, and distances that surely are there; no places.
   */
  public ReachSurvey glance(int threads) {
    return survey(fromTarget(FEW_POINTS, threads), new Probes(0), List.of());
  }

  private ReachSurvey survey(Probes fromTarget, Probes fromSource, List<ReachSurvey.Place> farthest) {
    List<ReachSurvey.PartReach> parts = new ArrayList<>();
    int count = target.parts().size();
    List<DoubleArrayList> outOf = fromTarget.byPart(count);
    List<DoubleArrayList> into = fromSource.byPart(count);
    for (int p = 0; p < count; p++) {
      double[] distances = outOf.get(p).toArray();
      DistanceClasses classes = new DistanceClasses(floor, distances, into.get(p).toArray());
      parts.add(classes.of(target.parts().get(p).name()));
    }
    return new ReachSurvey(proposed(fromTarget, fromSource), parts, farthest);
  }

  private List<ReachSurvey.Place> places(Probes probes, int side) {
    double nearest = probes.distanceOfFarthest(PLACES, side);
    return IntStream.range(0, probes.count())
        .filter(i -> probes.distance[i] * side > 0 && probes.distance[i] * side >= nearest)
        .boxed()
        .sorted(Comparator.comparingDouble(i -> -probes.distance[i] * side))
        .limit(PLACES)
        .map(
            i ->
                new ReachSurvey.Place(
                    target.parts().get(probes.part[i]).name(),
                    probes.point[3 * i],
                    probes.point[3 * i + 1],
                    probes.point[3 * i + 2],
                    probes.distance[i]))
        .toList();
  }

  /** Points of one surface with what they found on the other. */
  private static final class Probes {
    /** Signed metres, positive where the source lies outside; NaN where nothing was found. */
    private final double[] distance;

    /** Target part on either end. */
    private final int[] part;

    private final float[] point;

    Probes(int points) {
      distance = new double[points];
      part = new int[points];
      point = new float[3 * points];
      Arrays.fill(distance, Double.NaN);
      Arrays.fill(part, -1);
    }

    int count() {
      return distance.length;
    }

    /** How far at least the farthest of one side are, metres; 0 where there are no more than those. */
    double distanceOfFarthest(int count, int side) {
      double[] sorted = DistanceClasses.sortedOn(distance, side);
      return sorted.length <= count ? 0 : sorted[sorted.length - count];
    }

    /** Of every part; the last is of none. */
    List<DoubleArrayList> byPart(int parts) {
      List<DoubleArrayList> out = new ArrayList<>();
      for (int p = 0; p <= parts; p++) {
        out.add(new DoubleArrayList());
      }
      for (int i = 0; i < count(); i++) {
        out.get(part[i] < 0 ? parts : part[i]).add(distance[i]);
      }
      return out;
    }
  }

  private Probes probe(
      Mesh from, Mesh to, int sign, int threads, Bvh bvhOfTo, Probes out, boolean isFromTarget) {
    TriangleAreas areas = TriangleAreas.of(from);
    if (!(areas.total() > 0)) {
      return out;
    }
    float[] directions = isFromTarget ? directionsOf(target) : null;
    ClosestPointQuery[] queries = new ClosestPointQuery[threads];
    Arrays.setAll(queries, i -> new ClosestPointQuery(bvhOfTo, enough));
    Parallel.run(
        out.count() / BLOCK,
        threads,
        (block, worker) -> {
          SplittableRandom random = new SplittableRandom(SEED + block);
          PointProbe probe = new PointProbe(from, to, queries[worker], directions);
          for (int i = block * BLOCK; i < (block + 1) * BLOCK; i++) {
            int triangle = areas.triangleAt((i + random.nextDouble()) / out.count());
            int part = from.facePart()[from.triangleFace(triangle)];
            long[] allowed = isFromTarget ? pairing.allowed(part) : null;
            out.distance[i] = sign * probe.signedDistance(triangle, random, far, allowed);
            probe.copyPoint(out.point, 3 * i);
            out.part[i] = isFromTarget ? part : probe.partOfFound(out.distance[i]);
          }
        });
    return out;
  }

  /** Directions that rays leave in, 3 a vertex. */
  private static float[] directionsOf(Mesh mesh) {
    Weld weld = Weld.of(mesh);
    float[] ofPoint = SmoothNormals.of(mesh, weld);
    float[] out = new float[mesh.positions().length];
    for (int v = 0; 3 * v < out.length; v++) {
      System.arraycopy(ofPoint, 3 * weld.of(v), out, 3 * v, 3);
    }
    return out;
  }

  /** One thread's search from points of one mesh to the other. */
  private static final class PointProbe {
    private final Mesh from;
    private final Mesh to;
    private final ClosestPointQuery query;
    private final float[] directions;
    private final double[] direction = new double[3];
    private final double[] point = new double[3];
    private final double[] found = new double[3];
    private final double[] fromNormal = new double[3];
    private final double[] toNormal = new double[3];

    /**
     * @param directions of the rays that leave the first mesh, 3 a vertex; null where none do
     */
    PointProbe(Mesh from, Mesh to, ClosestPointQuery query, float[] directions) {
      this.directions = directions;
      this.from = from;
      this.to = to;
      this.query = query;
    }

    /** Positive where the other surface lies on the normal's side; NaN when far or turned away. */
    double signedDistance(int triangle, SplittableRandom random, double far, long[] allowed) {
      double root = Math.sqrt(random.nextDouble());
      double w0 = 1 - root;
      double w1 = root * random.nextDouble();
      blend(from.positions(), from, triangle, w0, w1, point);
      boolean isFound =
          TriangleGeometry.unitNormal(from, triangle, fromNormal)
              && query.find(point[0], point[1], point[2], far, allowed)
              && TriangleGeometry.unitNormal(to, query.triangle(), toNormal)
              && dot(fromNormal, toNormal) > 0.2;
      if (!isFound) {
        return Double.NaN;
      }
      blend(to.positions(), to, query.triangle(), query.weight0(), query.weight1(), found);
      for (int axis = 0; axis < 3; axis++) {
        found[axis] -= point[axis];
      }
      double across = directions == null ? 1 : slant(triangle, w0, w1);
      return Math.copySign(query.distance() / across, dot(found, fromNormal));
    }

    /** Cosine between a ray and the surface that it is to meet: a slanting ray is that much longer. */
    private double slant(int triangle, double w0, double w1) {
      blend(directions, from, triangle, w0, w1, direction);
      double length = Math.sqrt(dot(direction, direction));
      return length > 0 ? Math.max(FLATTEST, dot(direction, toNormal) / length) : 1;
    }

    void copyPoint(float[] out, int at) {
      for (int axis = 0; axis < 3; axis++) {
        out[at + axis] = (float) point[axis];
      }
    }

    /** Part of what was found, −1 where nothing was. */
    int partOfFound(double distance) {
      return Double.isNaN(distance) ? -1 : to.facePart()[to.triangleFace(query.triangle())];
    }

    private static void blend(
        float[] p, Mesh mesh, int triangle, double w0, double w1, double[] out) {
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
