package idiotaxa.bench;

import idiotaxa.bench.model.BenchModel;
import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.RayPlan;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.pairing.PairingRules;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.reach.ReachMeasure;
import idiotaxa.core.reach.ReachSurvey;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** A worker that has been baking for a while: all that a bake does after its files are read, in one process. */
final class WarmBench implements Main.Benchmark {
  private static final int SIZE = 4096;
  private static final int RUNS = 4;

  @Override
  public void run() {
    System.out.printf(
        "A warm process, %d², milliseconds of the last of %d bakes; reading left out%n%n", SIZE, RUNS);
    System.out.println(
        "| model | triangles | samples | origin | hierarchy | reach | bake | in all | rays, million |");
    System.out.println("|---|---|---|---|---|---|---|---|---|");
    for (BenchModel model : BenchModel.values()) {
      for (int step = 2; step < BenchModel.STEPS; step++) {
        Mesh source = model.source(step);
        for (int samples : new int[] {1, 16}) {
          String row = "";
          for (int run = 0; run < RUNS; run++) {
            row = bake(model, source, samples);
          }
          System.out.println(row);
        }
      }
    }
    System.out.println();
  }

  private static String bake(BenchModel model, Mesh source, int samples) {
    int threads = Parallel.cores();
    Mesh target = model.target();
    Sheet sheet = SheetLayout.fitting(target).divide(target).get(0);
    long begin = System.nanoTime();
    OriginReading reading = Origins.read(source, IdOrigin.VERTEX_COLORS, List.of());
    long read = System.nanoTime();
    TracedSource traced = TracedSource.of(source, threads, Progress.NONE);
    long built = System.nanoTime();
    Pairing pairing = Pairing.fitting(target, source, PairingRules.PLAIN);
    ReachSurvey survey = new ReachMeasure(target, traced, pairing).measure(threads);
    long measured = System.nanoTime();
    RayPlan plan = new RayPlan(pairing, Optional.empty(), Map.of(), Optional.of(survey), Optional.empty());
    BakedSheet baked =
        PreparedBake.fromSource(target, traced, reading, plan, threads, Progress.NONE)
            .bake(sheet, new SheetSettings(SIZE, SIZE, samples, false, threads), Progress.NONE);
    long end = System.nanoTime();
    return String.format(
        Locale.ROOT,
        "| %s | %,d | %d | %d | %d | %d | %d | %d | %.2f |",
        model.word(),
        source.triangleCount(),
        samples,
        (read - begin) / 1_000_000,
        (built - read) / 1_000_000,
        (measured - built) / 1_000_000,
        (end - measured) / 1_000_000,
        (end - begin) / 1_000_000,
        baked.report().rays() / 1e6);
  }
}
