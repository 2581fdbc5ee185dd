package idiotaxa.bench;

import idiotaxa.core.array.Parallel;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.trace.Bvh;
import idiotaxa.core.trace.RayQuery;
import java.util.Arrays;
import java.util.SplittableRandom;
import java.util.concurrent.atomic.AtomicLong;

/**
 * A fixed load of rays: each begins a twentieth of the model's diagonal off a random point of the
 * surface in a random direction and runs back through that point for a tenth of the diagonal.
 */
final class RayLoad {
  private static final int RAYS = 1 << 21;
  private static final int BLOCK = 1 << 12;

  private final Mesh mesh;
  private final Bvh bvh;
  private final float[] rays = new float[6 * RAYS];
  private final double length;
  private long hits;

  RayLoad(Mesh mesh, Bvh bvh) {
    this.mesh = mesh;
    this.bvh = bvh;
    length = 0.1 * mesh.bounds().diagonal();
    SplittableRandom random = new SplittableRandom(1);
    for (int i = 0; i < RAYS; i++) {
      aim(random, 6 * i);
    }
  }

  private void aim(SplittableRandom random, int at) {
    int triangle = random.nextInt(mesh.triangleCount());
    double z = 2 * random.nextDouble() - 1;
    double angle = 2 * Math.PI * random.nextDouble();
    double ring = Math.sqrt(1 - z * z);
    double[] direction = {ring * Math.cos(angle), ring * Math.sin(angle), z};
    float[] p = mesh.positions();
    for (int axis = 0; axis < 3; axis++) {
      double point = 0;
      for (int k = 0; k < 3; k++) {
        point += p[3 * mesh.triangleVertex(triangle, k) + axis] / 3;
      }
      rays[at + axis] = (float) (point + 0.5 * length * direction[axis]);
      rays[at + 3 + axis] = (float) -direction[axis];
    }
  }

  /** Traces all rays; returns rays per second. */
  double run(int threads) {
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
