package idiotaxa.bench;

import idiotaxa.bench.model.BenchModel;
import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.RayPlan;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.pairing.PairingRules;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Adaptive samples beside all samples in every texel, on all models: agreement and time. */
final class AgreementBench implements Main.Benchmark {
  private static final int SIZE = 2048;
  /** About a million triangles. */
  private static final int STEP = 2;

  private static final int[] SAMPLES = {4, 16, 64};

  @Override
  public void run() {
    System.out.printf(
        "Adaptive against exact, %d² texels, warm; agreement of the crisp map over covered texels%n%n",
        SIZE);
    System.out.println(
        "| model | samples | adaptive, s | exact, s | times faster | rays, million | exact rays,"
            + " million | covered texels | differing | agreement |");
    System.out.println("|---|---|---|---|---|---|---|---|---|---|");
    for (BenchModel model : BenchModel.values()) {
      compare(model, IdOrigin.VERTEX_COLORS);
    }
    compare(BenchModel.BUOY, IdOrigin.PARTS);
    System.out.println();
  }

  private static void compare(BenchModel model, IdOrigin origin) {
    String name = model.word() + ", " + origin.spoken();
    Mesh target = model.target();
    Mesh source = model.source(STEP);
    OriginReading reading = Origins.read(source, origin, List.of());
    Pairing pairing = Pairing.fitting(target, source, PairingRules.PLAIN);
    PreparedBake prepared =
        PreparedBake.fromSource(
            target,
            TracedSource.of(source, Parallel.cores(), Progress.NONE),
            reading,
            new RayPlan(pairing, Optional.empty()),
            Parallel.cores(),
            Progress.NONE);
    Sheet sheet = SheetLayout.fitting(target).divide(target).get(0);
    for (int samples : SAMPLES) {
      bake(prepared, sheet, samples, false);
      BakedSheet adaptive = bake(prepared, sheet, samples, false);
      BakedSheet exact = bake(prepared, sheet, samples, true);
      long differing = differing(adaptive.maps(), exact.maps());
      System.out.printf(
          Locale.ROOT,
          "| %s | %d | %.2f | %.2f | %.1f | %.2f | %.2f | %,d | %,d | %.4f %% |%n",
          name,
          samples,
          adaptive.report().millis() / 1e3,
          exact.report().millis() / 1e3,
          exact.report().millis() / (double) adaptive.report().millis(),
          adaptive.report().rays() / 1e6,
          exact.report().rays() / 1e6,
          exact.report().covered(),
          differing,
          100 - 100.0 * differing / exact.report().covered());
    }
  }

  private static BakedSheet bake(
      PreparedBake prepared, Sheet sheet, int samples, boolean isExact) {
    SheetSettings settings =
        new SheetSettings(SIZE, SIZE, samples, isExact, Parallel.cores());
    return prepared.bake(sheet, settings, Progress.NONE);
  }

  /** Texels whose crisp group is another, or that only one of the maps covers. */
  private static long differing(SheetMaps a, SheetMaps b) {
    long differing = 0;
    for (int i = 0; i < a.groups().length; i++) {
      differing += a.groups()[i] == b.groups()[i] ? 0 : 1;
    }
    return differing;
  }
}
