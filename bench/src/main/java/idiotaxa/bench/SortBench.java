package idiotaxa.bench;

import idiotaxa.core.alike.AlikePieces;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Islands;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.pick.FlatPatches;
import idiotaxa.core.pick.Growth;
import idiotaxa.core.pick.Topology;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import java.util.BitSet;
import java.util.Locale;
import java.util.SplittableRandom;
import java.util.function.Supplier;

/** What sorting waits for, on growing sources; the second of two runs, in seconds. */
final class SortBench implements Main.Benchmark {
  private static final int[] FINENESS = {2, 8, 16, 37};
  private static final int BOLTS = 10_000;
  private static final int KINDS_OF_BOLTS = 24;

  @Override
  public void run() {
    System.out.println("Sorting: seconds, the second of two runs");
    System.out.println();
    System.out.println(
        "| triangles | weld | pieces | islands | topology | flat patches | grow | alike |");
    System.out.println("|---|---|---|---|---|---|---|---|");
    for (int fineness : FINENESS) {
      printRow(ChannelMarkerBuoy.source(SaltmarshPalette.create(), fineness));
    }
    System.out.println();
    Mesh bolts = bolts();
    Weld weld = Weld.of(bolts);
    FaceLabels pieces = Pieces.of(bolts, weld);
    System.out.printf(
        Locale.ROOT,
        "alike among %,d pieces of %d kinds, turned and mirrored, %,d triangles: %.2f s%n%n",
        pieces.count(),
        KINDS_OF_BOLTS,
        bolts.triangleCount(),
        seconds(() -> AlikePieces.of(bolts, weld, pieces, AlikePieces.TOLERANCE)));
  }

  private static void printRow(Mesh source) {
    Mesh mesh = source.withCornerUvs(flatUvs(source));
    Weld weld = Weld.of(mesh);
    FaceLabels pieces = Pieces.of(mesh, weld);
    Topology topology = Topology.of(mesh);
    BitSet half = new BitSet();
    half.set(0, mesh.faceCount() / 2);
    System.out.printf(
        Locale.ROOT,
        "| %,d | %.2f | %.2f | %.2f | %.2f | %.2f | %.2f | %.2f |%n",
        mesh.triangleCount(),
        seconds(() -> Weld.of(mesh)),
        seconds(() -> Pieces.of(mesh, weld)),
        seconds(() -> Islands.of(mesh, weld)),
        seconds(() -> Topology.of(mesh)),
        seconds(() -> FlatPatches.of(topology, 20)),
        seconds(() -> Growth.grow(topology, half)),
        seconds(() -> AlikePieces.of(mesh, weld, pieces, AlikePieces.TOLERANCE)));
  }

  private static double seconds(Supplier<?> work) {
    work.get();
    long begin = System.nanoTime();
    work.get();
    return (System.nanoTime() - begin) / 1e9;
  }

  /** UVs from above, so that there are islands to find. */
  private static float[] flatUvs(Mesh mesh) {
    float[] uvs = new float[2 * mesh.cornerCount()];
    for (int c = 0; c < mesh.cornerCount(); c++) {
      int v = mesh.cornerVertex()[c];
      uvs[2 * c] = mesh.positions()[3 * v];
      uvs[2 * c + 1] = mesh.positions()[3 * v + 2];
    }
    return uvs;
  }

  /** Cylinders of twelve sides, each turned about the vertical and perhaps mirrored, in rows. */
  private static Mesh bolts() {
    SplittableRandom random = new SplittableRandom(4);
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("bolts");
    int around = 12;
    for (int b = 0; b < BOLTS; b++) {
      double length = 0.5 + 0.02 * (b % KINDS_OF_BOLTS);
      double turn = random.nextDouble() * Math.PI;
      double mirror = random.nextBoolean() ? -1 : 1;
      int[] ring = new int[2 * around];
      for (int i = 0; i < around; i++) {
        double angle = turn + 2 * Math.PI * i / around;
        double x = 2 * (b % 100) + 0.3 * Math.cos(angle);
        double z = 2 * (b / 100) + mirror * 0.3 * Math.sin(angle);
        ring[i] = builder.vertex(x, 0, z);
        ring[around + i] = builder.vertex(x, length, z);
      }
      for (int i = 0; i < around; i++) {
        int j = (i + 1) % around;
        builder.polygon(
            part, Mesh.NO_MATERIAL, ring[i], ring[j], ring[around + j], ring[around + i]);
      }
      builder.polygon(part, Mesh.NO_MATERIAL, java.util.Arrays.copyOf(ring, around));
      builder.polygon(
          part, Mesh.NO_MATERIAL, java.util.Arrays.copyOfRange(ring, around, 2 * around));
    }
    return builder.build();
  }
}
