package idiotaxa.bench;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.trace.Bvh;
import idiotaxa.core.work.Parallel;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import java.util.Locale;

/** Hierarchy and first-hit rays over growing sources, warm. */
final class RayBench implements Main.Benchmark {
  private static final int[] FINENESS = {2, 5, 16, 37};

  @Override
  public void run() {
    System.out.println(
        "First-hit rays, a tenth of the model's diagonal long, warm: in the order of a bake, and of random"
            + " direction");
    System.out.println();
    System.out.println(
        "| triangles | build, ms | hierarchy and vertices, MB | bake order, one thread, million rays/s"
            + " | all cores | random, one thread, million rays/s | all cores | random hits |");
    System.out.println("|---|---|---|---|---|---|---|---|");
    for (int fineness : FINENESS) {
      printRow(ChannelMarkerBuoy.source(SaltmarshPalette.create(), fineness));
    }
    System.out.println();
  }

  private static void printRow(Mesh mesh) {
    int cores = Parallel.cores();
    long buildNanos = Long.MAX_VALUE;
    Bvh bvh = null;
    for (int i = 0; i < 5; i++) {
      long begin = System.nanoTime();
      bvh = Bvh.of(mesh, cores);
      buildNanos = Math.min(buildNanos, System.nanoTime() - begin);
    }
    RayLoad ordered = RayLoad.overTarget(ChannelMarkerBuoy.target(), bvh);
    RayLoad random = RayLoad.random(mesh, bvh);
    System.out.printf(
        Locale.ROOT,
        "| %,d | %d | %.0f | %.2f | %.2f | %.2f | %.2f | %.0f %% |%n",
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
