package idiotaxa.core.alike;

import idiotaxa.core.trace.ClosestPointQuery;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Proves that surfaces are equal to one up to a rigid motion or a mirror: lays its principal axes on theirs, in every way that
 * their spreads allow, moves it to where its points lie closest on planes of the other (Chen and Medioni 1992, "Object modelling by registration of
 * multiple range images"), and measures both ways. Not thread-safe.
 */
public final class SurfaceFit {
  /** Points by which all ways are compared; with fewer a cube is not found in one of fifty turns. */
  private static final int FEW_POINTS = 24;

  private static final int FIT_POINTS = 48;
  private static final int FIT_VERTICES = 32;
  private static final int STEPS = 14;

  /** Of the tolerance: from there a pose that hardly moves any more does not come to lie. */
  private static final double FAR = 4;

  /** Ways that are tried before they are compared. */
  private static final int BLIND = 4;

  /** Ways that are tried in earnest, the most promising first. */
  private static final int TRIED = 10;

  /** Ways whose errors differ by less are mostly symmetric copies of one, of which one is enough. */
  private static final double SAME_ERROR = 1.001;

  /** Turns about an axis around which nothing can be told, and about each of three. */
  private static final int TURNS = 24;

  private static final int TURNS_OF_A_BALL = 8;

  private final Surface surface;
  private final ClosestPointQuery nearest;

  public SurfaceFit(Surface surface) {
    this.surface = surface;
    nearest = new ClosestPointQuery(surface.hierarchy());
  }

  /**
   * Whether another surface is this one.
   *
   * @param other whose fingerprint agrees
   * @param of the same, for the way back
   * @param isOfAnySize whether it may be larger or smaller
   * @param relativeTolerance of twice the reach, by which equal surfaces may lie apart at most
   */
  public boolean isEqual(Surface other, SurfaceFit of, boolean isOfAnySize, double relativeTolerance) {
    double scale = isOfAnySize ? surface.radius() / other.radius() : 1;
    double tolerance = relativeTolerance * 2 * surface.reach();
    List<Pose> all = turns(other).stream().map(turn -> new Pose(turn, scale)).toList();
    double[] points = Surface.joined(other.samples(FIT_POINTS), other.vertices(FIT_VERTICES));
    // What looks the same from many sides settles from any of them, and bolts and knobs do.
    for (Pose pose : all.subList(0, Math.min(BLIND, all.size()))) {
      if (lies(new Pose(pose.turn.clone(), scale), other, of, points, tolerance)) {
        return true;
      }
    }
    for (Pose pose : best(all, other)) {
      if (lies(pose, other, of, points, tolerance)) {
        return true;
      }
    }
    return false;
  }

  /** Whether a pose, moved to where it lies best, lays one surface on the other. */
  private boolean lies(Pose pose, Surface other, SurfaceFit of, double[] points, double tolerance) {
    return settle(pose, points, tolerance)
        && liesOn(pose, other.proof(), tolerance)
        && of.liesUnder(pose, surface.proof(), tolerance);
  }

  /** The most promising of some poses, the best first. */
  private List<Pose> best(List<Pose> all, Surface other) {
    double[] points = other.samples(FEW_POINTS);
    List<Pose> out = new ArrayList<>(all);
    out.forEach(pose -> pose.error = error(pose, points));
    out.sort(Comparator.comparingDouble(p -> p.error));
    List<Pose> different = new ArrayList<>();
    for (Pose pose : out) {
      boolean isCopy = !different.isEmpty() && pose.error < SAME_ERROR * different.get(different.size() - 1).error;
      if (!isCopy) {
        different.add(pose);
      }
    }
    return different.subList(0, Math.min(TRIED, different.size()));
  }

  /** Where the other surface is laid: x → scale · turn · x + move; the turn may mirror. */
  private static final class Pose {
    private final double[] turn;
    private final double[] move = new double[3];
    private final double scale;
    private double error;

    Pose(double[] turn, double scale) {
      this.turn = turn;
      this.scale = scale;
    }

    void apply(double[] points, int at, double[] out) {
      for (int i = 0; i < 3; i++) {
        out[i] = move[i] + scale * (turn[3 * i] * points[at] + turn[3 * i + 1] * points[at + 1] + turn[3 * i + 2] * points[at + 2]);
      }
    }

    void undo(double[] points, int at, double[] out) {
      for (int i = 0; i < 3; i++) {
        out[i] = 0;
        for (int j = 0; j < 3; j++) {
          out[i] += turn[3 * j + i] * (points[at + j] - move[j]) / scale;
        }
      }
    }
  }

  /** Rotations and mirrored ones that lay the axes of another surface on those of this one, in every way that can be meant. */
  private List<double[]> turns(Surface other) {
    List<double[]> out = new ArrayList<>();
    boolean isOuter = surface.outerAxes().equalPairs(other.outerAxes()) < surface.axes().equalPairs(other.axes());
    PrincipalAxes mine = isOuter ? surface.outerAxes() : surface.axes();
    PrincipalAxes others = isOuter ? other.outerAxes() : other.axes();
    boolean isFirstEqual = mine.areEqual(0) || others.areEqual(0);
    boolean isSecondEqual = mine.areEqual(1) || others.areEqual(1);
    if (isFirstEqual && isSecondEqual) {
      for (int i = 0; i < TURNS_OF_A_BALL * TURNS_OF_A_BALL * TURNS_OF_A_BALL; i++) {
        double a = i % TURNS_OF_A_BALL + 0.5;
        double b = i / TURNS_OF_A_BALL % TURNS_OF_A_BALL;
        double c = i / (TURNS_OF_A_BALL * TURNS_OF_A_BALL);
        addSigns(evenTurn(a / TURNS_OF_A_BALL, b / TURNS_OF_A_BALL, c / TURNS_OF_A_BALL), mine, others, out, 0, 7);
      }
    } else if (isFirstEqual || isSecondEqual) {
      int axis = isFirstEqual ? 2 : 0;
      int along = 1 << axis;
      int across = 1 << (axis + 1) % 3;
      for (int t = 0; t < TURNS; t++) {
        addSigns(about(axis, 2 * Math.PI * t / TURNS), mine, others, out, 0, along, across, along | across);
      }
    } else {
      addSigns(about(0, 0), mine, others, out, 0, 1, 2, 3, 4, 5, 6, 7);
    }
    return out;
  }

  /**
   * @param signs one bit an axis that is turned round
   */
  private void addSigns(double[] turn, PrincipalAxes mine, PrincipalAxes others, List<double[]> out, int... signs) {
    for (int each : signs) {
      out.add(between(turn, each, mine.rows(), others.rows()));
    }
  }

  /** axesᵀ · signs · turn · axes of the other. */
  private static double[] between(double[] turn, int signs, double[] mine, double[] others) {
    double[] out = new double[9];
    for (int i = 0; i < 3; i++) {
      for (int j = 0; j < 3; j++) {
        for (int k = 0; k < 3; k++) {
          double sign = (signs >> k & 1) == 0 ? 1 : -1;
          for (int l = 0; l < 3; l++) {
            out[3 * i + j] += mine[3 * k + i] * sign * turn[3 * k + l] * others[3 * l + j];
          }
        }
      }
    }
    return out;
  }

  private static double[] about(int axis, double angle) {
    double[] out = new double[9];
    int a = (axis + 1) % 3;
    int b = (axis + 2) % 3;
    out[4 * axis] = 1;
    out[4 * a] = Math.cos(angle);
    out[4 * b] = Math.cos(angle);
    out[3 * a + b] = -Math.sin(angle);
    out[3 * b + a] = Math.sin(angle);
    return out;
  }

  /** A rotation of an even set over all (Shoemake 1992, "Uniform random rotations"). */
  private static double[] evenTurn(double a, double b, double c) {
    double s = Math.sqrt(1 - a);
    double t = Math.sqrt(a);
    return rotation(t * Math.cos(2 * Math.PI * c), s * Math.sin(2 * Math.PI * b), s * Math.cos(2 * Math.PI * b), t * Math.sin(2 * Math.PI * c));
  }

  private static double[] rotation(double w, double x, double y, double z) {
    return new double[] {
      1 - 2 * (y * y + z * z), 2 * (x * y - w * z), 2 * (x * z + w * y),
      2 * (x * y + w * z), 1 - 2 * (x * x + z * z), 2 * (y * z - w * x),
      2 * (x * z - w * y), 2 * (y * z + w * x), 1 - 2 * (x * x + y * y)
    };
  }

  /** Mean square of the distances. */
  private double error(Pose pose, double[] points) {
    double[] at = new double[3];
    double sum = 0;
    for (int i = 0; i < points.length; i += 3) {
      pose.apply(points, i, at);
      nearest.find(at[0], at[1], at[2], Double.MAX_VALUE, null);
      sum += nearest.distance() * nearest.distance();
    }
    return 3 * sum / points.length;
  }

  /** Moves a pose to where its points lie best; whether they lie near. */
  private boolean settle(Pose pose, double[] points, double tolerance) {
    double[] at = new double[3];
    double before = Double.MAX_VALUE;
    for (int step = 0; step < STEPS; step++) {
      double[][] normal = new double[6][7];
      double sum = 0;
      for (int i = 0; i < points.length; i += 3) {
        pose.apply(points, i, at);
        nearest.find(at[0], at[1], at[2], Double.MAX_VALUE, null);
        sum += nearest.distance() * nearest.distance();
        addPlane(normal, at);
      }
      double error = Math.sqrt(3 * sum / points.length);
      boolean isStill = error > 0.99 * before && step > 2;
      boolean isHopeless = error > 0.9 * before && step > 3 && error > FAR * tolerance;
      if (error < 0.05 * tolerance || isStill || isHopeless || !solve(normal)) {
        return error < tolerance;
      }
      before = error;
      move(pose, normal);
    }
    return before < 2 * tolerance;
  }

  /** Adds the equation that brings a point onto the plane of the triangle that is nearest. */
  private void addPlane(double[][] normal, double[] at) {
    int t = nearest.triangle();
    float[] p = surface.points();
    int a = 3 * surface.triangles()[3 * t];
    int b = 3 * surface.triangles()[3 * t + 1];
    int c = 3 * surface.triangles()[3 * t + 2];
    double wa = nearest.weight0();
    double wb = nearest.weight1();
    double[] d = new double[3];
    for (int k = 0; k < 3; k++) {
      d[k] = wa * p[a + k] + wb * p[b + k] + (1 - wa - wb) * p[c + k] - at[k];
    }
    double length = nearest.distance();
    boolean isOnEdge = Math.min(wa, Math.min(wb, 1 - wa - wb)) < 1e-6;
    double[] n;
    if (isOnEdge && length > 1e-9 * surface.radius()) {
      n = new double[] {d[0] / length, d[1] / length, d[2] / length};
    } else {
      n = Surface.cross(p[b] - p[a], p[b + 1] - p[a + 1], p[b + 2] - p[a + 2], p[c] - p[a], p[c + 1] - p[a + 1], p[c + 2] - p[a + 2]);
      double size = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
      if (!(size > 0)) {
        return;
      }
      for (int k = 0; k < 3; k++) {
        n[k] /= size;
      }
    }
    double[] arm = Surface.cross(at[0], at[1], at[2], n[0], n[1], n[2]);
    double[] row = {arm[0], arm[1], arm[2], n[0], n[1], n[2], d[0] * n[0] + d[1] * n[1] + d[2] * n[2]};
    for (int i = 0; i < 6; i++) {
      for (int j = 0; j < 7; j++) {
        normal[i][j] += row[i] * row[j];
      }
    }
  }

  /** Solves in place by Gaussian elimination; what nothing decides (a turn of a cylinder) stays as it is. */
  private boolean solve(double[][] m) {
    double r2 = surface.radius() * surface.radius();
    double points = m[3][3] + m[4][4] + m[5][5];
    if (!(points > 0)) {
      return false;
    }
    for (int i = 0; i < 6; i++) {
      m[i][i] += 1e-5 * points * (i < 3 ? r2 : 1);
    }
    for (int i = 0; i < 6; i++) {
      for (int row = i + 1; row < 6; row++) {
        double factor = m[row][i] / m[i][i];
        for (int k = i; k < 7; k++) {
          m[row][k] -= factor * m[i][k];
        }
      }
    }
    for (int i = 5; i >= 0; i--) {
      for (int k = i + 1; k < 6; k++) {
        m[i][6] -= m[i][k] * m[k][6];
      }
      m[i][6] /= m[i][i];
    }
    return true;
  }

  private static void move(Pose pose, double[][] solved) {
    double x = solved[0][6];
    double y = solved[1][6];
    double z = solved[2][6];
    double length = Math.sqrt(x * x + y * y + z * z);
    double angle = Math.min(length, 0.5);
    double s = length > 0 ? Math.sin(angle / 2) / length : 0;
    double[] step = rotation(Math.cos(angle / 2), s * x, s * y, s * z);
    double[] turn = new double[9];
    double[] at = new double[3];
    for (int i = 0; i < 3; i++) {
      for (int k = 0; k < 3; k++) {
        at[i] += step[3 * i + k] * pose.move[k];
        for (int j = 0; j < 3; j++) {
          turn[3 * i + j] += step[3 * i + k] * pose.turn[3 * k + j];
        }
      }
    }
    System.arraycopy(turn, 0, pose.turn, 0, 9);
    for (int i = 0; i < 3; i++) {
      pose.move[i] = at[i] + solved[3 + i][6];
    }
  }

  private boolean liesOn(Pose pose, double[] points, double tolerance) {
    double[] at = new double[3];
    for (int i = 0; i < points.length; i += 3) {
      pose.apply(points, i, at);
      if (!nearest.find(at[0], at[1], at[2], tolerance, null)) {
        return false;
      }
    }
    return true;
  }

  /** Whether points of what this surface was laid on lie on it. */
  private boolean liesUnder(Pose pose, double[] points, double tolerance) {
    double[] at = new double[3];
    for (int i = 0; i < points.length; i += 3) {
      pose.undo(points, i, at);
      if (!nearest.find(at[0], at[1], at[2], tolerance / pose.scale, null)) {
        return false;
      }
    }
    return true;
  }
}
