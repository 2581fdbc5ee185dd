package idiotaxa.bench;

import idiotaxa.core.carry.Carried;
import idiotaxa.core.carry.CarryOver;
import idiotaxa.core.group.Palette;
import idiotaxa.core.handoff.GroupedMesh;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.ChannelMarkerBuoyB;
import idiotaxa.demo.SaltmarshPalette;
import java.util.Locale;
import java.util.SplittableRandom;

/** How long a carry-over takes, and how honest its confidence is on pairs whose answer is known. */
final class CarryBench implements Main.Benchmark {
  private static final int BINS = 10;

  private final long[] all = new long[BINS + 1];
  private final long[] right = new long[BINS + 1];

  /**
   * @param truth group of every new face; −1 where it does not count
   */
  private record Pair(String name, Mesh old, int[] oldGroups, Mesh fresh, int[] truth) {}

  @Override
  public void run() {
    System.out.println("Carry-over: the second of two runs, and shares of faces that are right");
    System.out.println();
    System.out.println(
        "| pair | faces | seconds | right | sure | right of the sure | right of the others |");
    System.out.println("|---|---|---|---|---|---|---|");
    print(targets());
    print(sources(8));
    print(sources(16));
    for (Change change : Change.values()) {
      print(knots(change));
    }
    System.out.println();
    System.out.println("Knots by confidence:");
    System.out.println();
    System.out.println("| confidence from | faces | right |");
    System.out.println("|---|---|---|");
    for (int b = 0; b <= BINS; b++) {
      System.out.printf(
          Locale.ROOT, "| %.1f | %,d | %s |%n", b / (double) BINS, all[b], percent(right[b], all[b]));
    }
    System.out.println();
    new RevisionBench().run();
  }

  private void print(Pair pair) {
    carry(pair);
    long begin = System.nanoTime();
    Carried carried = carry(pair);
    double seconds = (System.nanoTime() - begin) / 1e9;
    long[] counts = new long[2];
    long[] rights = new long[2];
    for (int f = 0; f < pair.truth().length; f++) {
      if (pair.truth()[f] < 0) {
        continue;
      }
      float confidence = carried.confidence()[f];
      int sure = confidence >= Carried.SURE ? 1 : 0;
      int isRight = carried.groups()[f] == pair.truth()[f] ? 1 : 0;
      counts[sure]++;
      rights[sure] += isRight;
      if (pair.name().startsWith("knot")) {
        all[(int) (BINS * confidence)]++;
        right[(int) (BINS * confidence)] += isRight;
      }
    }
    System.out.printf(
        Locale.ROOT,
        "| %s | %,d | %.2f | %s | %s | %s | %s |%n",
        pair.name(),
        pair.fresh().faceCount(),
        seconds,
        percent(rights[0] + rights[1], counts[0] + counts[1]),
        percent(counts[1], counts[0] + counts[1]),
        percent(rights[1], counts[1]),
        percent(rights[0], counts[0]));
  }

  private static String percent(long some, long of) {
    return of == 0 ? "–" : String.format(Locale.ROOT, "%.3f %% of %,d", 100.0 * some / of, of);
  }

  private static Carried carry(Pair pair) {
    return CarryOver.between(pair.old(), pair.fresh(), Parallel.cores(), Progress.NONE)
        .carry(pair.oldGroups(), Progress.NONE);
  }

  private static Pair targets() {
    return new Pair(
        "buoy A to B, targets",
        ChannelMarkerBuoy.target(),
        ChannelMarkerBuoy.targetGroups(),
        ChannelMarkerBuoyB.target(),
        ChannelMarkerBuoyB.targetGroups());
  }

  private static Pair sources(int fineness) {
    Palette palette = SaltmarshPalette.create();
    Mesh old = ChannelMarkerBuoy.source(palette, fineness);
    Mesh fresh = ChannelMarkerBuoyB.source(palette, fineness);
    int[] truth = groups(fresh, palette);
    for (int f = 0; f < truth.length; f++) {
      String part = fresh.parts().get(fresh.facePart()[f]).name().replace("_high", "");
      truth[f] = ChannelMarkerBuoyB.added().contains(part) ? 0 : truth[f];
    }
    return new Pair(
        "buoy A to B, sources, fineness " + fineness, old, groups(old, palette), fresh, truth);
  }

  private static int[] groups(Mesh mesh, Palette palette) {
    return GroupedMesh.of(
            mesh, Origins.read(mesh, IdOrigin.VERTEX_COLORS, palette.groups()).surface())
        .groupOfFace();
  }

  /** What is done to a knot beside cutting it anew. */
  private enum Change {
    CUT_ANEW,
    ROUGHENED,
    SWOLLEN,
    SLID
  }

  private static Pair knots(Change change) {
    Knot old = new Knot(30 * Knot.STRIPES, 45, 0, 0, 0);
    Knot fresh =
        switch (change) {
          case CUT_ANEW -> new Knot(1130, 61, 0, 0, 0);
          case ROUGHENED -> new Knot(1130, 61, 0.01, 0, 0);
          case SWOLLEN -> new Knot(1130, 61, 0, 0.1, 0);
          case SLID -> new Knot(1130, 61, 0, 0, 0.0015);
        };
    return new Pair(
        "knot, " + change.name().toLowerCase(Locale.ROOT).replace('_', ' '),
        old.mesh, old.groups, fresh.mesh, fresh.groups);
  }

  /** A knotted tube in stripes along and across, so that borders are long; its groups are known everywhere. */
  private static final class Knot {
    private static final double RADIUS = 0.25;
    private static final int STRIPES = 24;

    private final Mesh mesh;
    private final int[] groups;

    /**
     * @param rough how far each vertex is moved at most, as a share of the tube's radius
     * @param swollen added to the radius, as a share
     * @param slid by which share of the length the stripes lie elsewhere on the tube
     */
    Knot(int along, int around, double rough, double swollen, double slid) {
      MeshBuilder builder = new MeshBuilder();
      builder.part("knot");
      groups = new int[along * around];
      SplittableRandom random = new SplittableRandom(11);
      double radius = RADIUS * (1 + swollen);
      for (int i = 0; i < along; i++) {
        for (int j = 0; j < around; j++) {
          double[] p = point(i / (double) along + slid, j / (double) around, radius);
          for (int axis = 0; axis < 3; axis++) {
            p[axis] += (2 * random.nextDouble() - 1) * rough * RADIUS;
          }
          builder.vertex(p[0], p[1], p[2]);
        }
      }
      for (int i = 0; i < along; i++) {
        for (int j = 0; j < around; j++) {
          int next = (i + 1) % along;
          int over = (j + 1) % around;
          builder.polygon(
              0,
              Mesh.NO_MATERIAL,
              i * around + j,
              next * around + j,
              next * around + over,
              i * around + over);
          int stripe = (int) (STRIPES * (i + 0.5) / along);
          int side = (int) (3 * (j + 0.5) / around);
          groups[i * around + j] = 1 + (stripe + 5 * side) % 12;
        }
      }
      mesh = builder.build();
    }

    private static double[] point(double s, double t, double radius) {
      double[] here = center(s);
      double[] ahead = center(s + 1e-4);
      double[] along = unit(here, ahead);
      double[] u = unit(new double[3], new double[] {along[1], -along[0], 0});
      double[] v = {
        along[1] * u[2] - along[2] * u[1],
        along[2] * u[0] - along[0] * u[2],
        along[0] * u[1] - along[1] * u[0]
      };
      double c = radius * Math.cos(2 * Math.PI * t);
      double d = radius * Math.sin(2 * Math.PI * t);
      double[] out = new double[3];
      for (int axis = 0; axis < 3; axis++) {
        out[axis] = here[axis] + c * u[axis] + d * v[axis];
      }
      return out;
    }

    /** A trefoil. */
    private static double[] center(double s) {
      double a = 2 * Math.PI * s;
      return new double[] {
        Math.sin(a) + 2 * Math.sin(2 * a), Math.cos(a) - 2 * Math.cos(2 * a), -Math.sin(3 * a)
      };
    }

    private static double[] unit(double[] from, double[] to) {
      double[] d = {to[0] - from[0], to[1] - from[1], to[2] - from[2]};
      double length = Math.sqrt(d[0] * d[0] + d[1] * d[1] + d[2] * d[2]);
      return new double[] {d[0] / length, d[1] / length, d[2] / length};
    }
  }
}
