package idiotaxa.core.carry;

import idiotaxa.core.mesh.Jacobi;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Looks for rigid motions that lay the surface of one part on that of another, however both are cut: the
 * axes of the surface's second moments say what is worth trying, closest points refine it (Besl and McKay
 * 1992, "A method for registration of 3-D shapes"), and the surfaces decide. Where several motions are as
 * good, the part is symmetric and nothing tells which of them it was.
 */
final class PartTurns {
  /** How much areas, and moments as a share of the largest, of one shape may differ when cut anew. */
  private static final double AREA = 0.04;

  private static final double MOMENT = 0.06;

  /** Axes whose moments differ by less, as a share of the largest, may be any. */
  private static final double ROUND = 0.04;

  private static final int STEPS = 36;
  private static final int PROBES = 24;
  private static final int REFINED = 12;
  private static final int ROUNDS = 12;

  /** Of a part's diagonal: how far apart surfaces may lie and be one shape. */
  private static final double ONE_SHAPE = 0.01;

  private static final double NEARLY_ALL = 0.9;

  /** How much farther apart another motion may leave the surfaces and be as good. */
  private static final double AS_GOOD = 2;

  /** Of a part's diagonal: motions that differ by less are one, and so near every motion is as good. */
  private static final double ONE_MOTION = 0.02;

  private static final double CLOSE = 0.002;

  private final TwoModels models;

  PartTurns(TwoModels models) {
    this.models = models;
  }

  private record Tried(Placement placement, double mean) {}

  /**
   * @return best first, then what is as good; empty when the shapes differ
   */
  List<Placement> find(int old, int n, TwoModels.Asking asking) {
    if (!mayBeOneShape(old, n)) {
      return List.of();
    }
    List<Tried> tried = new ArrayList<>();
    for (Placement placement : worthTrying(old, n)) {
      tried.add(new Tried(placement, asking.mean(old, n, placement, PROBES, reach(old))));
    }
    tried.sort(Comparator.comparingDouble(Tried::mean));
    List<Tried> good = new ArrayList<>();
    for (Tried each : tried.subList(0, Math.min(REFINED, tried.size()))) {
      Placement refined = refined(old, n, each.placement(), asking);
      Coincidence fit = asking.of(old, n, refined, ONE_SHAPE * models.oldPoints.diagonal(old));
      if (fit.both() >= NEARLY_ALL) {
        good.add(new Tried(refined, fit.mean()));
      }
    }
    good.sort(Comparator.comparingDouble(Tried::mean));
    return different(good, old, n);
  }

  private boolean mayBeOneShape(int old, int n) {
    double before = models.oldPoints.area[old];
    double now = models.freshPoints.area[n];
    if (!(before > 0) || Math.abs(now / before - 1) > AREA) {
      return false;
    }
    double[] a = axes(models.oldPoints, old).moments;
    double[] b = axes(models.freshPoints, n).moments;
    for (int i = 0; i < 3; i++) {
      if (Math.abs(a[i] - b[i]) > MOMENT * a[0]) {
        return false;
      }
    }
    return true;
  }

  private double reach(int old) {
    return 0.3 * models.oldPoints.diagonal(old);
  }

  /** Three directions as rows, right-handed, by falling moments. */
  private record Axes(double[] rows, double[] moments) {}

  private static Axes axes(PartPoints points, int part) {
    double[][] a = new double[3][3];
    for (int i = 0; i < 9; i++) {
      a[i / 3][i % 3] = points.spread[9 * part + i];
    }
    double[][] v = Jacobi.eigenvectors(a);
    Integer[] order = {0, 1, 2};
    java.util.Arrays.sort(order, (x, y) -> Double.compare(a[y][y], a[x][x]));
    double[] rows = new double[9];
    double[] moments = new double[3];
    for (int i = 0; i < 3; i++) {
      moments[i] = a[order[i]][order[i]];
      for (int axis = 0; axis < 3 && i < 2; axis++) {
        rows[3 * i + axis] = v[axis][order[i]];
      }
    }
    for (int axis = 0; axis < 3; axis++) {
      int b = (axis + 1) % 3;
      int c = (axis + 2) % 3;
      rows[6 + axis] = rows[b] * rows[3 + c] - rows[c] * rows[3 + b];
    }
    return new Axes(rows, moments);
  }

  /** Axes on axes, with every sign; where moments are equal, turned in steps about what is left. */
  private List<Placement> worthTrying(int old, int n) {
    Axes before = axes(models.oldPoints, old);
    Axes now = axes(models.freshPoints, n);
    double[] m = before.moments();
    boolean isRoundFirst = m[0] - m[1] < ROUND * m[0];
    boolean isRoundLast = m[1] - m[2] < ROUND * m[0];
    List<double[]> between = new ArrayList<>();
    if (isRoundFirst && isRoundLast) {
      for (double[] quarter : turnsAbout(2, 4)) {
        for (double[] tilt : turnsAbout(0, 8)) {
          for (double[] spin : turnsAbout(2, 12)) {
            between.add(RigidFit.times(RigidFit.times(quarter, tilt), spin));
          }
        }
      }
    } else if (isRoundFirst || isRoundLast) {
      int axis = isRoundFirst ? 2 : 0;
      for (double[] turn : turnsAbout(axis, STEPS)) {
        between.add(turn);
        between.add(RigidFit.times(turn, halfTurn((axis + 1) % 3)));
      }
    } else {
      between.add(new double[] {1, 0, 0, 0, 1, 0, 0, 0, 1});
      for (int axis = 0; axis < 3; axis++) {
        between.add(halfTurn(axis));
      }
    }
    List<Placement> out = new ArrayList<>();
    double[] back = transposed(before.rows());
    for (double[] turn : between) {
      double[] rotation = RigidFit.times(RigidFit.times(back, turn), now.rows());
      // A rotation and its mirror through the middle of the first axis.
      double[] flipped = RigidFit.times(RigidFit.times(back, RigidFit.times(mirror(), turn)), now.rows());
      out.add(Placement.about(rotation, mean(models.freshPoints, n), mean(models.oldPoints, old), false));
      out.add(Placement.about(flipped, mean(models.freshPoints, n), mean(models.oldPoints, old), false));
    }
    return out;
  }

  private static double[] mirror() {
    return new double[] {-1, 0, 0, 0, 1, 0, 0, 0, 1};
  }

  private static double[] halfTurn(int axis) {
    double[] out = {-1, 0, 0, 0, -1, 0, 0, 0, -1};
    out[4 * axis] = 1;
    return out;
  }

  private static List<double[]> turnsAbout(int axis, int steps) {
    List<double[]> out = new ArrayList<>();
    for (int i = 0; i < steps; i++) {
      double angle = 2 * Math.PI * i / steps;
      double[] m = new double[9];
      int b = (axis + 1) % 3;
      int c = (axis + 2) % 3;
      m[4 * axis] = 1;
      m[4 * b] = StrictMath.cos(angle);
      m[4 * c] = StrictMath.cos(angle);
      m[3 * b + c] = -StrictMath.sin(angle);
      m[3 * c + b] = StrictMath.sin(angle);
      out.add(m);
    }
    return out;
  }

  private static double[] transposed(double[] m) {
    return new double[] {m[0], m[3], m[6], m[1], m[4], m[7], m[2], m[5], m[8]};
  }

  private static double[] mean(PartPoints points, int part) {
    return new double[] {points.mean[3 * part], points.mean[3 * part + 1], points.mean[3 * part + 2]};
  }

  private Placement refined(int old, int n, Placement from, TwoModels.Asking asking) {
    Placement now = from;
    for (int round = 0; round < ROUNDS; round++) {
      Placement next = asking.nearer(old, n, now, reach(old));
      if (next == null || farthest(next, now, n) < 1e-7 * models.diagonal) {
        return now;
      }
      now = next;
    }
    return now;
  }

  private double farthest(Placement a, Placement b, int n) {
    double most = 0;
    for (int i = models.freshPoints.start[n]; i < models.freshPoints.start[n + 1]; i++) {
      most = Math.max(most, between(a, b, i));
    }
    return most;
  }

  private double between(Placement a, Placement b, int point) {
    double[] p = models.freshPoints.place;
    int i = 3 * point;
    double sq = 0;
    for (int axis = 0; axis < 3; axis++) {
      double d = a.point(axis, p[i], p[i + 1], p[i + 2]) - b.point(axis, p[i], p[i + 1], p[i + 2]);
      sq += d * d;
    }
    return Math.sqrt(sq);
  }

  private List<Placement> different(List<Tried> good, int old, int n) {
    List<Placement> out = new ArrayList<>();
    double size = models.oldPoints.diagonal(old);
    for (Tried each : good) {
      boolean isAsGood = each.mean() <= Math.max(AS_GOOD * good.get(0).mean(), CLOSE * size);
      boolean isAnother = out.stream().allMatch(p -> farthest(p, each.placement(), n) > ONE_MOTION * size);
      if (isAsGood && isAnother) {
        out.add(each.placement());
      }
    }
    return out;
  }
}
