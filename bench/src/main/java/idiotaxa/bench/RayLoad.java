package idiotaxa.bench;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.trace.Bvh;
import idiotaxa.core.trace.RayQuery;
import idiotaxa.core.work.Parallel;
import java.util.Arrays;
import java.util.SplittableRandom;
import java.util.concurrent.atomic.AtomicLong;

/** A fixed load of rays, a tenth of the model's diagonal long. */
final class RayLoad {
  private static final int RAYS = 1 << 21;
  private static final int BLOCK = 1 << 12;

  private final Bvh bvh;
  private final float[] rays;
  private final double length;
  private long hits;

  private RayLoad(Bvh bvh, float[] rays, double length) {
    this.bvh = bvh;
    this.rays = rays;
    this.length = length;
  }

  /**
   * The hardest kind: each ray begins half its length off a random point of the surface, in a random
   * direction, and runs back through that point.
   */
  static RayLoad random(Mesh mesh, Bvh bvh) {
    SplittableRandom random = new SplittableRandom(1);
    double length = 0.1 * mesh.bounds().diagonal();
    float[] rays = new float[6 * RAYS];
    double[] point = new double[3];
    for (int at = 0; at < rays.length; at += 6) {
      double z = 2 * random.nextDouble() - 1;
      double angle = 2 * Math.PI * random.nextDouble();
      double ring = Math.sqrt(1 - z * z);
      double[] direction = {ring * Math.cos(angle), ring * Math.sin(angle), z};
      pointOf(mesh, random.nextInt(mesh.triangleCount()), 1 / 3.0, 1 / 3.0, point);
      aim(rays, at, point, direction, length);
    }
    return new RayLoad(bvh, rays, length);
  }

  /** As a bake sends them: over the triangles of a target, row by row, along their normals. */
  static RayLoad overTarget(Mesh target, Bvh bvh) {
    double length = 0.1 * target.bounds().diagonal();
    double area = 0;
    for (int t = 0; t < target.triangleCount(); t++) {
      area += TriangleGeometry.area(target, t);
    }
    float[] rays = new float[6 * RAYS];
    int at = 0;
    double[] point = new double[3];
    double[] normal = new double[3];
    for (int t = 0; at < rays.length; t = (t + 1) % target.triangleCount()) {
      if (!TriangleGeometry.unitNormal(target, t, normal)) {
        continue;
      }
      double share = TriangleGeometry.area(target, t) / area;
      int side = Math.max(1, (int) Math.sqrt(2 * RAYS * share));
      for (int y = 0; y < side; y++) {
        for (int x = 0; x < side - y && at < rays.length; x++, at += 6) {
          pointOf(target, t, (x + 0.3) / side, (y + 0.3) / side, point);
          aim(rays, at, point, normal, length);
        }
      }
    }
    return new RayLoad(bvh, rays, length);
  }

  private static void pointOf(Mesh mesh, int triangle, double w0, double w1, double[] out) {
    double[] weights = {w0, w1, 1 - w0 - w1};
    for (int axis = 0; axis < 3; axis++) {
      out[axis] = 0;
      for (int k = 0; k < 3; k++) {
        out[axis] += weights[k] * mesh.positions()[3 * mesh.triangleVertex(triangle, k) + axis];
      }
    }
  }

  private static void aim(
      float[] rays, int at, double[] point, double[] direction, double length) {
    for (int axis = 0; axis < 3; axis++) {
      rays[at + axis] = (float) (point[axis] + 0.5 * length * direction[axis]);
      rays[at + 3 + axis] = (float) -direction[axis];
    }
  }

  /** Traces all rays twice and returns rays per second of the second time. */
  double run(int threads) {
    trace(threads);
    return trace(threads);
  }

  private double trace(int threads) {
    RayQuery[] queries = new RayQuery[threads];
    Arrays.setAll(queries, i -> new RayQuery(bvh));
    AtomicLong found = new AtomicLong();
    long begin = System.nanoTime();
    Parallel.run(
        RAYS / BLOCK, threads, (block, worker) -> found.addAndGet(trace(block, queries[worker])));
    double seconds = (System.nanoTime() - begin) / 1e9;
    hits = found.get();
    return RAYS / seconds;
  }

  private long trace(int block, RayQuery query) {
    float[] origin = new float[3];
    float[] direction = new float[3];
    long found = 0;
    for (int i = block * BLOCK; i < (block + 1) * BLOCK; i++) {
      System.arraycopy(rays, 6 * i, origin, 0, 3);
      System.arraycopy(rays, 6 * i + 3, direction, 0, 3);
      found += query.first(origin, direction, length, null) ? 1 : 0;
    }
    return found;
  }

  /** Share of the rays of the last run that hit. */
  double hitShare() {
    return hits / (double) RAYS;
  }
}
