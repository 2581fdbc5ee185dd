package idiotaxa.bench;

import idiotaxa.core.work.Progress;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.unwrap.UnwrapSettings;
import idiotaxa.core.unwrap.UvUnwrap;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import idiotaxa.demo.StormLantern;
import java.util.Locale;

/** Automatic UV layouts of the buoy at growing fineness, for 2048 px with a margin of 4 px. */
final class UnwrapBench implements Main.Benchmark {
  private static final int[] FINENESS = {2, 5, 8};

  @Override
  public void run() {
    System.out.println("Automatic UV layout, 2048 px, margin 4 px; the second of two runs");
    System.out.println();
    System.out.println("| triangles | charts | coverage | s |");
    System.out.println("|---|---|---|---|");
    printRow(ChannelMarkerBuoy.target());
    printRow(StormLantern.target());
    for (int fineness : FINENESS) {
      printRow(ChannelMarkerBuoy.source(SaltmarshPalette.create(), fineness));
    }
    System.out.println();
  }

  private static void printRow(Mesh mesh) {
    UnwrapSettings settings = new UnwrapSettings(2048, 4);
    UvUnwrap.of(mesh, settings, Progress.NONE);
    long begin = System.nanoTime();
    UvUnwrap.Result result = UvUnwrap.of(mesh, settings, Progress.NONE);
    System.out.printf(
        Locale.ROOT,
        "| %,d | %d | %.1f %% | %.2f |%n",
        mesh.triangleCount(),
        result.charts(),
        100 * result.coverage(),
        (System.nanoTime() - begin) / 1e9);
  }
}
