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

/** The demo buoy from the command line to written files; the median of five processes. */
final class BuoyBench implements Main.Benchmark {
  private static final int RUNS = 5;

  @Override
  public void run() throws IOException, InterruptedException {
    Path folder = Files.createTempDirectory("idiotaxa-bench");
    Path target = write(folder, "buoy.glb", ChannelMarkerBuoy.target());
    Mesh dense = ChannelMarkerBuoy.source(SaltmarshPalette.create());
    Path source = write(folder, "buoy_high.glb", dense);
    System.out.printf(
        "Channel marker buoy, source %d triangles, vertex colours, 16 samples, padding 16 px,"
            + " masks; median of %d processes%n%n",
        dense.triangleCount(), RUNS);
    System.out.println(
        "| texels | read, ms | hierarchy, ms | reach, ms | bake, ms | pad and write, ms"
            + " | in all, s | rays, million | rays/s, million | peak, MB |");
    System.out.println("|---|---|---|---|---|---|---|---|---|---|");
    for (int size : new int[] {2048, 4096}) {
      printRow(size, median(target, source, size, folder));
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
              target.toString(),
              "--source",
              source.toString(),
              "--origin",
              "vertex-colors",
              "--size",
              Integer.toString(size),
              "--masks",
              "--out",
              folder.resolve("out").toString()));
    }
    runs.sort(Comparator.comparingDouble(WholeProcess.Run::seconds));
    return runs.get(RUNS / 2);
  }

  private static void printRow(int size, WholeProcess.Run run) {
    long bake = run.millis("reading texel centres", "sampling borders");
    System.out.printf(
        Locale.ROOT,
        "| %d² | %d | %d | %d | %d | %d | %.1f | %.1f | %.2f | %d |%n",
        size,
        run.millis("reading") - run.millis("reading texel centres"),
        run.millis("building the hierarchy"),
        run.millis("measuring the reach"),
        bake,
        run.millis("padding", "writing"),
        run.seconds(),
        run.rays() / 1e6,
        run.rays() / (bake * 1e3),
        run.peakMb());
  }
}
