package idiotaxa.bench;

import idiotaxa.bench.revision.Revision;
import idiotaxa.bench.revision.RevisionKind;
import idiotaxa.core.carry.Carried;
import idiotaxa.core.carry.CarryOver;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.util.Locale;

/** Over a thousand made-up revisions, by area: how much is called sure, and how much of that is right. */
final class RevisionBench implements Main.Benchmark {
  private static final int SEEDS = 33;

  /** Areas of one kind or of all, square metres. */
  private static final class Sums {
    private double all;
    private double sure;
    private double sureRight;
    private double askedForNothing;
    private int silentlyWrong;

    void add(Sums other) {
      all += other.all;
      sure += other.sure;
      sureRight += other.sureRight;
      askedForNothing += other.askedForNothing;
      silentlyWrong += other.silentlyWrong;
    }

    void print(String name, int cases) {
      System.out.printf(
          Locale.ROOT,
          "| %s | %d | %s | %s | %s | %d |%n",
          name, cases, percent(sure, all), percent(sureRight, sure), percent(askedForNothing, all), silentlyWrong);
    }
  }

  @Override
  public void run() {
    System.out.println("Made-up revisions, " + SEEDS + " of each kind, shares of the area");
    System.out.println();
    System.out.println("| kind | cases | called sure | of that right | right, and asked for nothing | cases with more than a thousandth silently wrong |");
    System.out.println("|---|---|---|---|---|---|");
    Sums total = new Sums();
    long begin = System.nanoTime();
    for (RevisionKind kind : RevisionKind.values()) {
      Sums sums = new Sums();
      for (int seed = 0; seed < SEEDS; seed++) {
        sums.add(measure(kind.make(seed)));
      }
      sums.print(kind.words(), SEEDS);
      total.add(sums);
    }
    total.print("all", SEEDS * RevisionKind.values().length);
    System.out.println();
    System.out.printf(Locale.ROOT, "%.1f s%n%n", (System.nanoTime() - begin) / 1e9);
  }

  private static Sums measure(Revision revision) {
    Carried carried =
        CarryOver.between(revision.old(), revision.fresh(), Parallel.cores(), Progress.NONE)
            .carry(revision.oldGroups(), Progress.NONE);
    double[] areas = TriangleGeometry.faceAreas(revision.fresh());
    Sums sums = new Sums();
    for (int f = 0; f < areas.length; f++) {
      boolean isSure = carried.confidence()[f] >= Carried.SURE;
      boolean isRight = carried.groups()[f] == revision.truth()[f];
      sums.all += areas[f];
      sums.sure += isSure ? areas[f] : 0;
      sums.sureRight += isSure && isRight ? areas[f] : 0;
      sums.askedForNothing += isRight && !isSure ? areas[f] : 0;
    }
    sums.silentlyWrong = sums.sure - sums.sureRight > 1e-3 * sums.all ? 1 : 0;
    return sums;
  }

  private static String percent(double some, double of) {
    return of == 0 ? "–" : String.format(Locale.ROOT, "%.3f %%", 100.0 * some / of);
  }
}
