package idiotaxa.bench;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.trace.Bvh;
import idiotaxa.core.work.Parallel;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import java.util.Locale;

/** What a source with its hierarchy keeps in the heap, measured by the heap itself. */
final class MemoryBench implements Main.Benchmark {
  private static final int[] FINENESS = {16, 37};

  @Override
  public void run() {
    System.out.println("Heap kept by a source with vertex colours and by its hierarchy");
    System.out.println();
    System.out.println("| triangles | mesh, MB | hierarchy, MB | both, MB a million triangles |");
    System.out.println("|---|---|---|---|");
    for (int fineness : FINENESS) {
      long before = usedBytes();
      Mesh mesh = ChannelMarkerBuoy.source(SaltmarshPalette.create(), fineness);
      long withMesh = usedBytes();
      Bvh bvh = Bvh.of(mesh, Parallel.cores());
      long withBoth = usedBytes();
      System.out.printf(
          Locale.ROOT,
          "| %,d | %.0f | %.0f | %.0f |%n",
          bvh.triangleCount(),
          (withMesh - before) / 1e6,
          (withBoth - withMesh) / 1e6,
          (withBoth - before) / (double) mesh.triangleCount());
    }
    System.out.println();
  }

  private static long usedBytes() {
    Runtime runtime = Runtime.getRuntime();
    long least = Long.MAX_VALUE;
    for (int i = 0; i < 4; i++) {
      System.gc();
      least = Math.min(least, runtime.totalMemory() - runtime.freeMemory());
    }
    return least;
  }
}
