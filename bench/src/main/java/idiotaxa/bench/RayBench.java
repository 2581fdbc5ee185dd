package idiotaxa.bench;

import idiotaxa.bench.model.BenchModel;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.trace.Bvh;
import idiotaxa.core.work.Parallel;
import java.util.Locale;

/** Hierarchy and first-hit rays over growing sources, warm. */
final class RayBench implements Main.Benchmark {
  @Override
  public void run() {
    System.out.println(
        "First-hit rays, a tenth of the model's diagonal long, warm: in the order of a bake, and of random"
            + " direction");
    System.out.println();
    System.out.println(
        "| model | triangles | build, ms | hierarchy and vertices, MB | bake order, one thread, million rays/s"
            + " | all cores | random, one thread, million rays/s | all cores | random hits |");
    System.out.println("|---|---|---|---|---|---|---|---|---|");
    for (BenchModel model : BenchModel.values()) {
      for (int step = 0; step < BenchModel.STEPS; step++) {
        printRow(model, model.source(step));
      }
    }
    System.out.println();
  }

  private static void printRow(BenchModel model, Mesh mesh) {
    int cores = Parallel.cores();
    long buildNanos = Long.MAX_VALUE;
    Bvh bvh = null;
    for (int i = 0; i < 5; i++) {
      long begin = System.nanoTime();
      bvh = Bvh.of(mesh, cores);
      buildNanos = Math.min(buildNanos, System.nanoTime() - begin);
    }
    RayLoad ordered = RayLoad.overTarget(model.target(), bvh);
    RayLoad random = RayLoad.random(mesh, bvh);
    System.out.printf(
        Locale.ROOT,
        "| %s | %,d | %d | %.0f | %.2f | %.2f | %.2f | %.2f | %.0f %% |%n",
        model.word(),
        mesh.triangleCount(),
        buildNanos / 1_000_000,
        bvh.bytes() / 1e6,
        ordered.run(1) / 1e6,
        ordered.run(cores) / 1e6,
        random.run(1) / 1e6,
        random.run(cores) / 1e6,
        100 * random.hitShare());
  }
}
