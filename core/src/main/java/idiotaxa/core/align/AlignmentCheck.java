package idiotaxa.core.align;

import idiotaxa.core.mesh.Bounds;
import idiotaxa.core.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;

/**
 * Compares a source with its target and looks for what would put it there: the 24 rotations that turn
 * axes into axes, the usual unit factors and the ratio of the sizes, with the origins or the centres
 * together. Boxes only say what is worth trying; the surfaces decide.
 */
public final class AlignmentCheck {
  private static final double[] FACTORS = {1, 0.01, 0.0254, 0.1, 10, 39.37, 100, 1000, 0.001};
  /** Sizes may differ by this factor before a scale is not worth trying. */
  private static final double SIZE_SLACK = 1.6;
  private static final double LIMIT = 0.1;
  /** A change must bring the surfaces at least this much nearer, as a share of the diagonal. */
  private static final double WORTH = 2e-3;
  private static final double CLOSE = 0.01;

  private final Mesh target;
  private final Mesh source;
  private final SurfaceDistance distance;
  private final double diagonal;

  private AlignmentCheck(Mesh target, Mesh source, int threads) {
    this.target = target;
    this.source = source;
    diagonal = target.bounds().diagonal();
    distance = new SurfaceDistance(target, source, LIMIT * diagonal, threads);
  }

  /**
   * @param sizeRatio diagonal of the source's box over the target's
   * @param centerOffset from the target's centre to the source's, metres
   * @param meanDistance between the surfaces as they lie, metres
   * @param isClose whether that is under one per cent of the target's size
   * @param proposal what would bring them nearer; {@link Alignment#NONE} when nothing would
   * @param proposedDistance between the surfaces after the proposal, metres
   * @param words the proposal in words, empty when there is none
   */
  public record Result(
      double sizeRatio,
      double[] centerOffset,
      double meanDistance,
      boolean isClose,
      Alignment proposal,
      double proposedDistance,
      String words) {}

  /**
   * @param source as its file has it, before any alignment
   */
  public static Result of(Mesh target, Mesh source, int threads) {
    return new AlignmentCheck(target, source, threads).run();
  }

  private Result run() {
    double now = distance.mean(Alignment.NONE);
    Alignment best = Alignment.NONE;
    double bestDistance = now;
    for (Alignment candidate : candidates()) {
      double mean = distance.mean(candidate);
      // In order of simplicity: a later, less simple candidate must be clearly better.
      if (mean < bestDistance - WORTH * diagonal) {
        best = candidate;
        bestDistance = mean;
      }
    }
    double ratio = source.bounds().diagonal() / diagonal;
    double[] offset = center(source.bounds());
    double[] targetCenter = center(target.bounds());
    for (int axis = 0; axis < 3; axis++) {
      offset[axis] -= targetCenter[axis];
    }
    return new Result(
        ratio, offset, now, now < CLOSE * diagonal, best, bestDistance, AlignmentWords.of(best));
  }

  /** Simple ones first: unturned before turned, without offset before with one. */
  private List<Alignment> candidates() {
    double ratio = source.bounds().diagonal() / diagonal;
    List<Double> scales = new ArrayList<>();
    for (double factor : FACTORS) {
      if (ratio * factor < SIZE_SLACK && ratio * factor > 1 / SIZE_SLACK) {
        scales.add(factor);
      }
    }
    if (ratio > 0) {
      scales.add(1 / ratio);
    }
    List<Alignment> out = new ArrayList<>();
    for (boolean isCentered : new boolean[] {false, true}) {
      for (double[] rotation : rotations()) {
        for (double scale : scales) {
          out.add(candidate(rotation, scale, isCentered));
        }
      }
    }
    return out;
  }

  private Alignment candidate(double[] rotation, double scale, boolean isCentered) {
    Alignment still = new Alignment(rotation, scale, new double[3]);
    if (!isCentered) {
      return still;
    }
    double[] sourceCenter = center(source.bounds());
    double[] moved = new double[3];
    still.point(sourceCenter[0], sourceCenter[1], sourceCenter[2], moved);
    double[] offset = center(target.bounds());
    for (int axis = 0; axis < 3; axis++) {
      offset[axis] -= moved[axis];
    }
    return new Alignment(rotation, scale, offset);
  }

  private static double[] center(Bounds b) {
    return new double[] {
      ((double) b.minX() + b.maxX()) / 2,
      ((double) b.minY() + b.maxY()) / 2,
      ((double) b.minZ() + b.maxZ()) / 2
    };
  }

  /** The 24 proper rotations that map axes to axes, the identity first. */
  static List<double[]> rotations() {
    int[][] orders = {{0, 1, 2}, {0, 2, 1}, {1, 0, 2}, {1, 2, 0}, {2, 0, 1}, {2, 1, 0}};
    List<double[]> out = new ArrayList<>();
    for (int[] order : orders) {
      for (int signs = 0; signs < 8; signs++) {
        int negatives = Integer.bitCount(signs);
        if ((negatives % 2 == 1) == isOddPermutation(order)) {
          double[] rotation = new double[9];
          for (int row = 0; row < 3; row++) {
            rotation[3 * row + order[row]] = (signs >> row & 1) == 1 ? -1 : 1;
          }
          out.add(rotation);
        }
      }
    }
    return out;
  }

  private static boolean isOddPermutation(int[] order) {
    int inversions = 0;
    for (int i = 0; i < 3; i++) {
      for (int j = i + 1; j < 3; j++) {
        inversions += order[i] > order[j] ? 1 : 0;
      }
    }
    return inversions % 2 == 1;
  }
}
