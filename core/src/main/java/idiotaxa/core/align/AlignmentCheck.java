package idiotaxa.core.align;

import idiotaxa.core.mesh.Bounds;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.trace.Bvh;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Progress;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Supplier;

/**
 * Compares a source with its target and looks for what would put it there: the 24 rotations that turn
 * axes into axes, the usual unit factors and the ratio of the sizes, with the origins or the centres
 * together, and factors along the axes. Boxes only say what is worth trying; the surfaces decide, the more
 * usual wins among equals, and names or colours where both sides have them.
 */
public final class AlignmentCheck {
  private static final double[] FACTORS = {1, 0.01, 0.0254, 0.1, 10, 39.37, 100, 1000, 0.001};
  /** Sizes may differ by this factor before a scale is not worth trying. */
  private static final double SIZE_SLACK = 1.6;
  private static final double LIMIT = 0.1;
  /** A change must bring the surfaces at least this much nearer, as a share of the diagonal. */
  private static final double WORTH = 2e-3;
  private static final double CLOSE = 0.01;

  /** Surfaces nearer than this are where they belong, unless sizes or names say otherwise. */
  private static final double SURELY_CLOSE = 0.004;

  private static final double MOSTLY = 0.6;

  /** Within this share of the target's diagonal a point lies on the other surface. */
  private static final double ON = 0.02;

  /** A source of which less than this lies on the target, and the other way round, lies elsewhere. */
  private static final double LEAST_SHARE = 0.25;

  /** Surfaces farther apart than this that can be brought so much nearer are not where they belong. */
  private static final double APART = 0.03;

  private static final double NEARER = 1 / 3.0;

  /** Steps of the search for an offset, as shares of the diagonal: at first, from when on more points decide, at last. */
  private static final double FIRST_STEP = 0.004;

  private static final double FINER_STEP = 3e-4;
  private static final double LAST_STEP = 4e-6;

  /** How much better a turn must agree in names or colours to win over a more usual one. */
  private static final double AGREES_BETTER = 0.1;

  /** Sizes that differ by less than this along the axes are not stretched. */
  private static final double STRETCH = 0.01;

  private final Mesh target;
  private final Mesh source;
  private final SurfaceDistance distance;
  private final Supplier<SurfaceDistance> finer;
  private final Bounds targetBounds;
  private final Bounds sourceBounds;
  private final SizeCheck sizes;
  private final double diagonal;

  private AlignmentCheck(Mesh target, TracedSource traced, int threads) {
    this.target = target;
    source = traced.mesh();
    targetBounds = target.bounds();
    sourceBounds = source.bounds();
    diagonal = targetBounds.diagonal();
    Bvh ofTarget = Bvh.of(target, threads);
    double limit = LIMIT * diagonal;
    distance = new SurfaceDistance(target, ofTarget, traced, SurfaceDistance.FEW, limit, threads);
    finer = () -> new SurfaceDistance(target, ofTarget, traced, SurfaceDistance.MANY, limit, threads);
    sizes = new SizeCheck(target, source);
  }

  /**
   * @param sizeRatio diagonal of the source's box over the target's
   * @param centerOffset from the target's centre to the source's, metres
   * @param meanDistance between the surfaces as they lie, metres
   * @param isClose whether that is under one per cent of the target's size and sizes agree
   * @param isElsewhere whether the source does not lie on the target, so that a bake would be spoilt
   * @param differences of the sizes axis by axis once turned, in words: {@code 10 % narrower in X}
   * @param proposal what would bring them nearer; {@link Alignment#NONE} when nothing would
   * @param proposedDistance between the surfaces after the proposal, metres
   * @param words the proposal in words, empty when there is none
   */
  public record Result(
      double sizeRatio,
      double[] centerOffset,
      double meanDistance,
      boolean isClose,
      boolean isElsewhere,
      List<String> differences,
      Alignment proposal,
      double proposedDistance,
      String words) {}

  /**
   * @param source as its file has it, before any alignment
   */
  public static Result of(Mesh target, Mesh source, int threads) {
    return of(target, TracedSource.of(source, threads, Progress.NONE), threads);
  }

  /**
   * @param source with its hierarchy, before any alignment
   */
  public static Result of(Mesh target, TracedSource source, int threads) {
    return new AlignmentCheck(target, source, threads).run();
  }

  /**
   * Whether a source is the mirror image of its target: nothing that keeps hands apart brings them together, and a mirror does.
   *
   * @param found what was found for the two; surfaces that lie on each other need no mirror
   */
  public static boolean isMirrored(Mesh target, TracedSource source, Result found, int threads) {
    double diagonal = target.bounds().diagonal();
    double now = Math.min(found.meanDistance(), found.proposedDistance());
    if (now < SURELY_CLOSE * diagonal) {
      return false;
    }
    Result other = of(mirrored(target), source, threads);
    double best = Math.min(other.meanDistance(), other.proposedDistance());
    return best < NEARER * now && best < CLOSE * diagonal;
  }

  /** In X, about the middle of its box. */
  private static Mesh mirrored(Mesh mesh) {
    float[] moved = mesh.positions().clone();
    float twice = mesh.bounds().minX() + mesh.bounds().maxX();
    for (int i = 0; i < moved.length; i += 3) {
      moved[i] = twice - moved[i];
    }
    return mesh.withPositions(moved, null);
  }

  private Result run() {
    double now = distance.mean(Alignment.NONE);
    // No turn brings surfaces nearer that lie on each other; sizes may differ all the same.
    return now < SURELY_CLOSE * diagonal && mostlyAgrees()
        ? stretchedWhereBetter(now, Alignment.NONE, now)
        : searched(now);
  }

  private Result searched(double now) {
    Alignment best = Alignment.NONE;
    double bestDistance = now;
    List<Alignment> candidates = candidates();
    double[] means = new double[candidates.size()];
    for (int c = 0; c < means.length; c++) {
      means[c] = distance.mean(candidates.get(c));
      // The more usual come first: a later, less usual candidate must be clearly better.
      if (means[c] < bestDistance - WORTH * diagonal) {
        best = candidates.get(c);
        bestDistance = means[c];
      }
    }
    best = fitted(mostAgreeing(best, bestDistance, candidates, means));
    return stretchedWhereBetter(now, best, distance.mean(best));
  }

  /** Centres of boxes are as good as the boxes: a handle that one of the two lacks moves them. Origins that agree are exact. */
  private Alignment fitted(Alignment best) {
    boolean isMoved = !Arrays.equals(best.offset(), Alignment.NONE.offset());
    return isMoved ? nearest(nearest(best, distance, FIRST_STEP, FINER_STEP), finer.get(), FINER_STEP, LAST_STEP) : best;
  }

  /** Compass search (Hooke and Jeeves, "Direct search solution of numerical and statistical problems", 1961) for the offset with the least mean distance. */
  private Alignment nearest(Alignment start, SurfaceDistance by, double firstStep, double lastStep) {
    Alignment found = start;
    double least = by.mean(found);
    double step = firstStep * diagonal;
    while (step > lastStep * diagonal) {
      double before = least;
      for (int way = 0; way < 6; way++) {
        Alignment tried = moved(found, way / 2, way % 2 == 0 ? step : -step);
        double mean = by.mean(tried);
        if (mean < least) {
          found = tried;
          least = mean;
        }
      }
      step = least < before ? step : step / 2;
    }
    return found;
  }

  private static Alignment moved(Alignment alignment, int axis, double by) {
    double[] offset = alignment.offset().clone();
    offset[axis] += by;
    return new Alignment(alignment.rotation(), alignment.scale(), offset);
  }

  private Result stretchedWhereBetter(double now, Alignment best, double bestDistance) {
    List<String> differences = sizes.differences(unstretched(best));
    Alignment stretched = stretched(best);
    if (stretched != best) {
      double stretchedDistance = distance.mean(stretched);
      if (stretchedDistance < bestDistance - WORTH * diagonal) {
        return result(now, stretched, stretchedDistance, differences);
      }
    }
    return result(now, best, bestDistance, differences);
  }

  private boolean mostlyAgrees() {
    SurfaceDistance.Agreement agreement = Agreements.of(target, source);
    return agreement == null || distance.agreement(Alignment.NONE, agreement) > MOSTLY;
  }

  private Result result(
      double now, Alignment best, double bestDistance, List<String> differences) {
    double[] offset = center(sourceBounds);
    double[] targetCenter = center(targetBounds);
    for (int axis = 0; axis < 3; axis++) {
      offset[axis] -= targetCenter[axis];
    }
    double[] shares = distance.nearShares(Alignment.NONE, ON * diagonal);
    boolean isFar = shares[0] < LEAST_SHARE && shares[1] < LEAST_SHARE;
    boolean canBeMended = now > APART * diagonal && bestDistance < NEARER * now;
    return new Result(
        sourceBounds.diagonal() / diagonal,
        offset,
        now,
        now < CLOSE * diagonal && best.isUniform(),
        isFar || canBeMended && best.isUniform(),
        differences,
        best,
        bestDistance,
        AlignmentWords.of(best));
  }

  /**
   * Of candidates that bring the surfaces as near as the best one, the one that agrees clearly better in
   * names or colours; the best one where both sides have none.
   */
  private Alignment mostAgreeing(
      Alignment best, double bestDistance, List<Alignment> candidates, double[] means) {
    SurfaceDistance.Agreement agreement = Agreements.of(target, source);
    if (agreement == null) {
      return best;
    }
    Alignment found = best;
    double most = distance.agreement(best, agreement);
    for (int c = 0; c < means.length; c++) {
      Alignment candidate = candidates.get(c);
      // Equally good only: no more than the noise of the points apart.
      if (means[c] < bestDistance + WORTH * diagonal && candidate.scale() == best.scale()) {
        double share = distance.agreement(candidate, agreement);
        if (share > most + AGREES_BETTER) {
          found = candidate;
          most = share;
        }
      }
    }
    return found;
  }

  /** The same turn and unit, in the proportions of the file: what sizes are compared in. */
  private Alignment unstretched(Alignment alignment) {
    boolean isUnit = false;
    for (double factor : FACTORS) {
      isUnit |= factor == alignment.scale();
    }
    double nearest = 1;
    for (double factor : FACTORS) {
      boolean isNearer =
          Math.abs(Math.log(factor / alignment.scale()))
              < Math.abs(Math.log(nearest / alignment.scale()));
      nearest = isNearer ? factor : nearest;
    }
    double off = Math.abs(nearest / alignment.scale() - 1);
    // A scale that is nearly a unit comes of sizes that differ along one axis.
    return isUnit || off > 0.25
        ? alignment
        : new Alignment(alignment.rotation(), nearest, alignment.offset());
  }

  /** The box of the source stretched to that of the target, centre on centre. */
  private Alignment stretched(Alignment alignment) {
    Alignment still = unstretched(alignment);
    double[] ratios = sizes.ratios(still);
    double[] stretch = new double[3];
    boolean isNotable = false;
    for (int axis = 0; axis < 3; axis++) {
      boolean isUsable = ratios[axis] > 1 / SIZE_SLACK && ratios[axis] < SIZE_SLACK;
      isNotable |= isUsable && Math.abs(ratios[axis] - 1) > STRETCH;
      stretch[axis] = isUsable && Math.abs(ratios[axis] - 1) > STRETCH ? 1 / ratios[axis] : 1;
    }
    if (!isNotable) {
      return alignment;
    }
    Alignment turned = new Alignment(still.rotation(), still.scale(), new double[3], stretch);
    Alignment inPlace =
        new Alignment(still.rotation(), still.scale(), still.offset(), stretch);
    Alignment centered = centered(turned);
    return distance.mean(inPlace) < distance.mean(centered) + WORTH * diagonal ? inPlace : centered;
  }

  /** Simple ones first: unturned before turned, without offset before with one. */
  private List<Alignment> candidates() {
    double ratio = sourceBounds.diagonal() / diagonal;
    List<Double> scales = new ArrayList<>();
    for (double factor : FACTORS) {
      if (ratio * factor < SIZE_SLACK && ratio * factor > 1 / SIZE_SLACK) {
        scales.add(factor);
      }
    }
    if (ratio > 0) {
      scales.add(1 / ratio);
    }
    // Unturned before turned, without offset before with one.
    List<Alignment> out = new ArrayList<>();
    for (boolean isCentered : new boolean[] {false, true}) {
      for (double[] rotation : Rotations.all()) {
        for (double scale : scales) {
          out.add(candidate(rotation, scale, isCentered));
        }
      }
    }
    return out;
  }

  private Alignment candidate(double[] rotation, double scale, boolean isCentered) {
    Alignment still = new Alignment(rotation, scale, new double[3]);
    return isCentered ? centered(still) : still;
  }

  /** The same, moved so that the centres of the boxes meet. */
  private Alignment centered(Alignment still) {
    double[] sourceCenter = center(sourceBounds);
    double[] moved = new double[3];
    still.point(sourceCenter[0], sourceCenter[1], sourceCenter[2], moved);
    double[] offset = center(targetBounds);
    for (int axis = 0; axis < 3; axis++) {
      offset[axis] -= moved[axis] - still.offset()[axis];
    }
    return new Alignment(still.rotation(), still.scale(), offset, still.stretch());
  }

  private static double[] center(Bounds b) {
    return new double[] {
      ((double) b.minX() + b.maxX()) / 2,
      ((double) b.minY() + b.maxY()) / 2,
      ((double) b.minZ() + b.maxZ()) / 2
    };
  }
}
