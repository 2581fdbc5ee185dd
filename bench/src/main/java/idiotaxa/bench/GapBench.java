package idiotaxa.bench;

import idiotaxa.bench.model.BenchModel;
import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.RayPlan;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.origin.IdOrigin;
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
import java.util.Map;
import java.util.Optional;

/** A source that lacks some of what its target has: there every texel looks for what lies closest. */
final class GapBench implements Main.Benchmark {
  private static final int SIZE = 1024;
  private static final int SAMPLES = 16;
  private static final int STEP = 2;

  /** Share of each part's faces that the source has. */
  private static final double HAS = 0.7;

  @Override
  public void run() {
    System.out.printf(
        Locale.ROOT,
        "Sources without the last %.0f %% of the faces of each part, %d², %d samples%n%n",
        100 * (1 - HAS),
        SIZE,
        SAMPLES);
    System.out.println("| model | triangles | bake, s | covered texels | by the closest point | rays, million |");
    System.out.println("|---|---|---|---|---|---|");
    for (BenchModel model : BenchModel.values()) {
      bake(model.word(), model.target(), withGaps(model.source(STEP)));
    }
    System.out.println();
  }

  private static void bake(String word, Mesh target, Mesh source) {
    int threads = Parallel.cores();
    Sheet sheet = SheetLayout.fitting(target).divide(target).get(0);
    RayPlan plan =
        new RayPlan(
            Pairing.fitting(target, source, PairingRules.PLAIN),
            Optional.empty(),
            Map.of(),
            Optional.empty(), Optional.empty());
    PreparedBake prepared =
        PreparedBake.fromSource(
            target,
            TracedSource.of(source, threads, Progress.NONE),
            Origins.read(source, IdOrigin.VERTEX_COLORS, List.of()),
            plan,
            threads,
            Progress.NONE);
    long begin = System.nanoTime();
    BakedSheet baked =
        prepared.bake(sheet, new SheetSettings(SIZE, SIZE, SAMPLES, false, threads), Progress.NONE);
    System.out.printf(
        Locale.ROOT,
        "| %s | %,d | %.2f | %,d | %,d | %.2f |%n",
        word,
        source.triangleCount(),
        (System.nanoTime() - begin) / 1e9,
        baked.report().covered(),
        baked.report().fallback(),
        baked.report().rays() / 1e6);
  }

  private static Mesh withGaps(Mesh whole) {
    MeshBuilder b = new MeshBuilder();
    b.vertices(whole.positions());
    whole.parts().forEach(b::part);
    int[] faces = new int[whole.parts().size()];
    for (int part : whole.facePart()) {
      faces[part]++;
    }
    int[] seen = new int[faces.length];
    for (int f = 0; f < whole.faceCount(); f++) {
      int part = whole.facePart()[f];
      if (seen[part]++ < HAS * faces[part]) {
        b.face(part, Mesh.NO_MATERIAL);
        for (int c = whole.faceStart()[f]; c < whole.faceStart()[f + 1]; c++) {
          b.corner(whole.cornerVertex()[c]);
          b.color(whole.cornerColor()[c]);
        }
      }
    }
    return b.build();
  }
}
