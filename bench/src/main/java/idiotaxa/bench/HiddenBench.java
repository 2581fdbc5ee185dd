package idiotaxa.bench;

import idiotaxa.bench.model.BenchModel;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.sight.HiddenFaces;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.util.BitSet;
import java.util.Locale;

/** How long it takes to find the faces that cannot be seen from outside. */
final class HiddenBench implements Main.Benchmark {
  /** Up to about a million triangles. */
  private static final int STEPS = BenchModel.STEPS - 1;

  @Override
  public void run() {
    System.out.println("Hidden faces: seconds, the second of two runs");
    System.out.println();
    System.out.println("| model | triangles | hidden faces | gap, mm | all cores | one thread |");
    System.out.println("|---|---|---|---|---|---|");
    for (BenchModel model : BenchModel.values()) {
      for (int step = 0; step < STEPS; step++) {
        Mesh mesh = model.source(step);
        BitSet hidden = HiddenFaces.of(mesh, Parallel.cores(), Progress.NONE);
        System.out.printf(
            Locale.ROOT,
            "| %s | %,d | %,d | %.1f | %.2f | %.2f |%n",
            model.word(),
            mesh.triangleCount(),
            hidden.cardinality(),
            1e3 * HiddenFaces.gap(mesh),
            seconds(mesh, Parallel.cores()),
            seconds(mesh, 1));
      }
    }
    System.out.println();
  }

  private static double seconds(Mesh mesh, int threads) {
    long begin = System.nanoTime();
    HiddenFaces.of(mesh, threads, Progress.NONE);
    return (System.nanoTime() - begin) / 1e9;
  }
}
