package idiotaxa.bench;

import idiotaxa.bench.model.BenchModel;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.mesh.Mesh;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;

/** From the command line to written files, over growing sources and sheets: each the median of three. */
final class BakeBench implements Main.Benchmark {
  private static final int RUNS = 3;
  /** Step of about a million triangles. */
  private static final int MILLION = 2;

  private static final int USUAL_SIZE = 4096;
  private static final int[] SIZES = {1024, 2048, 4096, 8192};

  @Override
  public void run() throws IOException, InterruptedException {
    System.out.printf(
        "Vertex colours of a source, 16 samples, padding 16 px, ID map, index map and all masks; median of %d"
            + " processes%n%n",
        RUNS);
    System.out.println(
        "| model | source triangles | texels | read, ms | origin and comparison, ms | hierarchy, ms"
            + " | reach, ms | bake, ms | pad and write, ms | in all, s | rays, million | peak, MB |");
    System.out.println("|---|---|---|---|---|---|---|---|---|---|---|---|");
    Path folder = Files.createTempDirectory("idiotaxa-bench");
    for (BenchModel model : BenchModel.values()) {
      Path targetFile = write(folder, model.word() + ".glb", model.target());
      for (int step = 0; step < BenchModel.STEPS; step++) {
        Mesh source = model.source(step);
        Path sourceFile = write(folder, model.word() + "_high.glb", source);
        // Growth over sources on one sheet, and over sheets with one source: the rest lies between.
        for (int size : step == MILLION ? SIZES : new int[] {USUAL_SIZE}) {
          printRow(
              model.word(),
              source.triangleCount(),
              size,
              median(targetFile, sourceFile, size, folder));
        }
      }
    }
    System.out.println();
  }

  private static Path write(Path folder, String name, Mesh mesh) throws IOException {
    Path file = folder.resolve(name);
    try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
      GlbWriter.write(mesh, out);
    }
    return file;
  }

  private static WholeProcess.Run median(Path target, Path source, int size, Path folder)
      throws IOException, InterruptedException {
    List<WholeProcess.Run> runs = new ArrayList<>();
    for (int i = 0; i < RUNS; i++) {
      runs.add(
          WholeProcess.bake(
              List.of(
                  target.toString(),
                  "--source",
                  source.toString(),
                  "--origin",
                  "vertex-colors",
                  "--size",
                  Integer.toString(size),
                  "--masks",
                  "--out",
                  folder.resolve("out").toString())));
    }
    runs.sort(Comparator.comparingDouble(WholeProcess.Run::seconds));
    return runs.get(RUNS / 2);
  }

  private static void printRow(
      String model, int triangles, int size, WholeProcess.Run run) {
    long texelCenters = run.millis("reading texel centres");
    long origin = run.millis("reading the origin");
    System.out.printf(
        Locale.ROOT,
        "| %s | %,d | %d² | %d | %d | %d | %d | %d | %d | %.1f | %.2f | %d |%n",
        model,
        triangles,
        size,
        run.millis("reading") - texelCenters - origin,
        origin + run.millis("comparing the models"),
        run.millis("building the hierarchy"),
        run.millis("measuring the reach"),
        texelCenters + run.millis("sampling borders"),
        run.millis("padding", "writing"),
        run.seconds(),
        run.rays() / 1e6,
        run.peakMb());
  }
}
