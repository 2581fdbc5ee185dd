package idiotaxa.bench;

import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
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
  private static final int[] FINENESS = {2, 5, 16, 37};
  private static final int[] SIZES = {1024, 2048, 4096, 8192};

  @Override
  public void run() throws IOException, InterruptedException {
    Path folder = Files.createTempDirectory("idiotaxa-bench");
    Mesh target = ChannelMarkerBuoy.target();
    Path targetFile = write(folder, "buoy.glb", target);
    System.out.printf(
        Locale.ROOT,
        "Channel marker buoy, target of %,d triangles, vertex colours of the source, 16 samples, padding"
            + " 16 px, ID map, index map and nine masks; median of %d processes%n%n",
        target.triangleCount(),
        RUNS);
    System.out.println(
        "| source triangles | texels | read, ms | origin, ms | hierarchy, ms | reach, ms | bake, ms"
            + " | pad and write, ms | in all, s | rays, million | peak, MB |");
    System.out.println("|---|---|---|---|---|---|---|---|---|---|---|");
    for (int fineness : FINENESS) {
      Mesh source = ChannelMarkerBuoy.source(SaltmarshPalette.create(), fineness);
      Path sourceFile = write(folder, "buoy_high.glb", source);
      for (int size : SIZES) {
        printRow(source.triangleCount(), size, median(targetFile, sourceFile, size, folder));
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

  private static void printRow(int triangles, int size, WholeProcess.Run run) {
    long texelCenters = run.millis("reading texel centres");
    long origin = run.millis("reading the origin");
    System.out.printf(
        Locale.ROOT,
        "| %,d | %d² | %d | %d | %d | %d | %d | %d | %.1f | %.2f | %d |%n",
        triangles,
        size,
        run.millis("reading") - texelCenters - origin,
        origin,
        run.millis("building the hierarchy"),
        run.millis("measuring the reach"),
        texelCenters + run.millis("sampling borders"),
        run.millis("padding", "writing"),
        run.seconds(),
        run.rays() / 1e6,
        run.peakMb());
  }
}
