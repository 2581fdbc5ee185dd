package idiotaxa.core.carry;

/**
 * Parts whose faces follow each other as before: one motion that lays face on face says more than any
 * distance between surfaces, whatever the part's symmetry.
 */
final class EqualFaces {
  /** Of a part's diagonal: what an exporter's rounding leaves between faces of one shape. */
  private static final double RIGID = 1e-3;

  /** Of the model's diagonal: nearer than this nothing has moved. */
  private static final double UNMOVED = 2e-5;

  private final PartFaces old;
  private final PartFaces fresh;
  private final TwoModels models;

  EqualFaces(TwoModels models) {
    this.models = models;
    old = new PartFaces(models.old);
    fresh = new PartFaces(models.fresh);
  }

  PartFaces old() {
    return old;
  }

  PartFaces fresh() {
    return fresh;
  }

  /**
   * @param placement of the new part's faces over the old one's
   * @param farthest between the middles of two faces then, metres
   * @param mean square root of the mean of their squares, metres
   * @param isRigid whether nothing but the place differs
   */
  record Fit(Placement placement, double farthest, double mean, boolean isRigid) {}

  boolean areCutLike(int oldPart, int freshPart) {
    return old.isCutLike(oldPart, fresh, freshPart);
  }

  /** Whether every face lies on the one before it, looking the same way. */
  boolean areInPlace(int oldPart, int freshPart, Placement whole) {
    return areCutLike(oldPart, freshPart)
        && measured(oldPart, freshPart, whole, UNMOVED * models.diagonal) != null;
  }

  /** How far faces lie from where they were, metres; for parts that are cut alike. */
  double apart(int oldPart, int freshPart, Placement placement) {
    return measured(oldPart, freshPart, placement, Double.POSITIVE_INFINITY).mean();
  }

  /** The best rigid motion, turned over or mirrored if that fits better; for parts that are cut alike. */
  Fit fit(int oldPart, int freshPart) {
    Sums sums = new Sums(oldPart, freshPart);
    Fit best = null;
    double least = Double.POSITIVE_INFINITY;
    for (int side = 1; side >= -1; side -= 2) {
      for (int hand = 1; hand >= -1; hand -= 2) {
        double[] rotation = RigidFit.rotation(sums.correlation(side, hand));
        double[] matrix = hand > 0 ? rotation : RigidFit.negated(rotation);
        Placement placement = Placement.about(matrix, sums.freshMean, sums.oldMean, side < 0);
        Measured fit = measured(oldPart, freshPart, placement, Double.POSITIVE_INFINITY);
        double cost = fit.mean() + fit.directions();
        // The simpler wins where it is as good.
        if (cost < 0.999 * least - 1e-9 * models.diagonal) {
          least = cost;
          best = fit.fit();
        }
      }
    }
    return best;
  }

  /** A fit with how far directions differ, in metres of a part's size. */
  private record Measured(Fit fit, double mean, double directions) {}

  private Measured measured(int oldPart, int freshPart, Placement placement, double limit) {
    double[] a = new double[6];
    double[] b = new double[6];
    double size = models.oldPoints.diagonal(oldPart);
    double most = 0;
    double sum = 0;
    double turned = 0;
    int n = old.count(oldPart);
    for (int k = 0; k < n; k++) {
      old.measure(old.faces[old.start[oldPart] + k], a);
      fresh.measure(fresh.faces[fresh.start[freshPart] + k], b);
      double sq = 0;
      double dot = 0;
      double aa = 0;
      double bb = 0;
      for (int axis = 0; axis < 3; axis++) {
        double d = placement.point(axis, b[0], b[1], b[2]) - a[axis];
        double direction = placement.direction(axis, b[3], b[4], b[5]);
        sq += d * d;
        dot += direction * a[3 + axis];
        aa += a[3 + axis] * a[3 + axis];
        bb += direction * direction;
      }
      boolean hasDirection = aa > 0 && bb > 0;
      double cosine = hasDirection ? dot / Math.sqrt(aa * bb) : 1;
      if (sq > limit * limit || limit < Double.POSITIVE_INFINITY && cosine < 0) {
        return null;
      }
      most = Math.max(most, sq);
      sum += sq;
      turned += 1 - cosine;
    }
    double farthest = Math.sqrt(most);
    double mean = Math.sqrt(sum / n);
    double directions = size * turned / n;
    boolean isRigid =
        farthest <= Math.max(RIGID * size, UNMOVED * models.diagonal) && directions <= 10 * RIGID * size;
    return new Measured(new Fit(placement, farthest, mean, isRigid), mean, directions);
  }

  /** What a motion follows from: the correlations of middles, and of directions. */
  private final class Sums {
    private final double[] oldMean = new double[3];
    private final double[] freshMean = new double[3];
    private final double[] middles = new double[9];
    private final double[] directions = new double[9];

    Sums(int oldPart, int freshPart) {
      double[] a = new double[6];
      double[] b = new double[6];
      int n = old.count(oldPart);
      for (int k = 0; k < n; k++) {
        old.measure(old.faces[old.start[oldPart] + k], a);
        fresh.measure(fresh.faces[fresh.start[freshPart] + k], b);
        for (int axis = 0; axis < 3; axis++) {
          oldMean[axis] += a[axis] / n;
          freshMean[axis] += b[axis] / n;
        }
      }
      double size = models.oldPoints.diagonal(oldPart);
      for (int k = 0; k < n; k++) {
        old.measure(old.faces[old.start[oldPart] + k], a);
        fresh.measure(fresh.faces[fresh.start[freshPart] + k], b);
        double lengths = length(a) * length(b);
        for (int i = 0; i < 3; i++) {
          for (int j = 0; j < 3; j++) {
            middles[3 * i + j] += (b[i] - freshMean[i]) * (a[j] - oldMean[j]);
            directions[3 * i + j] += lengths > 0 ? 0.01 * size * size * b[3 + i] * a[3 + j] / lengths : 0;
          }
        }
      }
    }

    private double length(double[] measured) {
      return Math.sqrt(
          measured[3] * measured[3] + measured[4] * measured[4] + measured[5] * measured[5]);
    }

    /**
     * @param side −1 where faces look to the other side
     * @param hand −1 for what a point mirrors
     */
    double[] correlation(int side, int hand) {
      double[] out = new double[9];
      for (int i = 0; i < 9; i++) {
        out[i] = hand * (middles[i] + side * directions[i]);
      }
      return out;
    }
  }
}
