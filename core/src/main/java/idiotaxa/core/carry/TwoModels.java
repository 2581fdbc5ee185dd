package idiotaxa.core.carry;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.trace.PartFilter;
import idiotaxa.core.work.Parallel;

/** The old and the new model with what is asked of them again and again. Shared by threads. */
final class TwoModels {
  /** Of the old model's diagonal: within this, surfaces of different cut are the same surface. */
  private static final double LOOSE = 0.005;

  /** Of a part's own diagonal, so that small parts near each other do not count as one. */
  private static final double LOOSE_OF_PART = 0.08;

  /** Of the old model's diagonal: within this, a surface is the same and only cut elsewhere. */
  private static final double TIGHT = 1e-4;

  final Mesh old;
  final Mesh fresh;
  final PartPoints oldPoints;
  final PartPoints freshPoints;
  final FacingSurface oldSurface;
  final FacingSurface freshSurface;

  /** Metres. */
  final double diagonal;

  TwoModels(Mesh old, Mesh fresh, int threads) {
    this.old = old;
    this.fresh = fresh;
    PartPoints[] points = new PartPoints[2];
    Parallel.run(2, threads, (b, worker) -> points[b] = new PartPoints(b == 0 ? old : fresh));
    oldPoints = points[0];
    freshPoints = points[1];
    oldSurface = new FacingSurface(old, threads);
    freshSurface = new FacingSurface(fresh, threads);
    diagonal = old.bounds().diagonal();
  }

  /** Metres within which a new part may lie beside an old one and still be it. */
  double loose(int oldPart) {
    return Math.min(LOOSE * diagonal, LOOSE_OF_PART * oldPoints.diagonal(oldPart));
  }

  /** The loosest of all parts, metres. */
  double loosest() {
    return LOOSE * diagonal;
  }

  double tight(int oldPart) {
    return Math.min(TIGHT * diagonal, loose(oldPart));
  }

  /** Asks of one thread, both ways. */
  final class Asking {
    final FacingSurface.Query ofOld = oldSurface.new Query();
    private final FacingSurface.Query ofFresh = freshSurface.new Query();

    /** A point of the new model is to be asked for on the old one. */
    void toOld(int point, Placement placement) {
      double[] p = freshPoints.place;
      double[] n = freshPoints.normal;
      int i = 3 * point;
      for (int axis = 0; axis < 3; axis++) {
        ofOld.at[axis] = placement.point(axis, p[i], p[i + 1], p[i + 2]);
        ofOld.facing[axis] = placement.direction(axis, n[i], n[i + 1], n[i + 2]);
      }
    }

    /** A point of the old model is asked for on the new one. */
    private FacingSurface.Query toFresh(int point, Placement placement) {
      double[] p = oldPoints.place;
      double[] n = oldPoints.normal;
      int i = 3 * point;
      for (int axis = 0; axis < 3; axis++) {
        ofFresh.at[axis] = placement.back(axis, p[i], p[i + 1], p[i + 2]);
        ofFresh.facing[axis] = placement.directionBack(axis, n[i], n[i + 1], n[i + 2]);
      }
      return ofFresh;
    }

    /**
     * Mean distance of some of a new part's points from an old part.
     *
     * @param most points
     * @param reach what lies farther away counts as that far, metres
     */
    double mean(int oldPart, int freshPart, Placement placement, int most, double reach) {
      long[] only = PartFilter.none(old.parts().size());
      PartFilter.allow(only, oldPart);
      int count = freshPoints.count(freshPart);
      int step = Math.max(1, count / most);
      double sum = 0;
      int asked = 0;
      for (int i = 0; i < count; i += step) {
        toOld(freshPoints.start[freshPart] + i, placement);
        sum += ofOld.find(reach, only) ? ofOld.distance() : reach;
        asked++;
      }
      return asked == 0 ? reach : sum / asked;
    }

    /** The same motion and what brings the part's points nearer to the closest ones; null when few are near. */
    Placement nearer(int oldPart, int freshPart, Placement placement, double reach) {
      long[] only = PartFilter.none(old.parts().size());
      PartFilter.allow(only, oldPart);
      int from = freshPoints.start[freshPart];
      int count = freshPoints.count(freshPart);
      double[] found = new double[3 * count];
      int[] point = new int[count];
      int hits = 0;
      for (int i = from; i < from + count; i++) {
        toOld(i, placement);
        if (ofOld.find(reach, only)) {
          for (int axis = 0; axis < 3; axis++) {
            found[3 * hits + axis] = ofOld.point(axis);
          }
          point[hits++] = i;
        }
      }
      return hits < Math.max(6, count / 2) ? null : fitted(point, found, hits, placement);
    }

    private Placement fitted(int[] point, double[] found, int hits, Placement placement) {
      double[] freshMean = new double[3];
      double[] oldMean = new double[3];
      for (int h = 0; h < hits; h++) {
        for (int axis = 0; axis < 3; axis++) {
          freshMean[axis] += freshPoints.place[3 * point[h] + axis] / hits;
          oldMean[axis] += found[3 * h + axis] / hits;
        }
      }
      double[] correlation = new double[9];
      int hand = placement.isMirrored() ? -1 : 1;
      for (int h = 0; h < hits; h++) {
        for (int i = 0; i < 3; i++) {
          double p = hand * (freshPoints.place[3 * point[h] + i] - freshMean[i]);
          for (int j = 0; j < 3; j++) {
            correlation[3 * i + j] += p * (found[3 * h + j] - oldMean[j]);
          }
        }
      }
      double[] rotation = RigidFit.rotation(correlation);
      double[] matrix = hand > 0 ? rotation : RigidFit.negated(rotation);
      return Placement.about(matrix, freshMean, oldMean, placement.isTurnedOver());
    }

    /** The new part that an old point lies on, −1 for none. */
    int freshPartAt(int oldPoint, double within, Placement placement) {
      FacingSurface.Query query = toFresh(oldPoint, placement);
      return query.find(within, null) ? query.part() : -1;
    }

    Coincidence of(int oldPart, int freshPart, Placement placement) {
      return of(oldPart, freshPart, placement, loose(oldPart));
    }

    /**
     * @param within metres, what lies farther away does not lie on the other part
     */
    Coincidence of(int oldPart, int freshPart, Placement placement, double within) {
      int oldCount = oldPoints.count(oldPart);
      int freshCount = freshPoints.count(freshPart);
      if (oldCount == 0 || freshCount == 0) {
        return Coincidence.NONE;
      }
      long[] only = PartFilter.none(old.parts().size());
      PartFilter.allow(only, oldPart);
      int on = 0;
      double sum = 0;
      for (int i = freshPoints.start[freshPart]; i < freshPoints.start[freshPart + 1]; i++) {
        toOld(i, placement);
        boolean isOn = ofOld.find(within, only);
        on += isOn ? 1 : 0;
        sum += isOn ? ofOld.distance() : within;
      }
      long[] onlyFresh = PartFilter.none(fresh.parts().size());
      PartFilter.allow(onlyFresh, freshPart);
      int under = 0;
      for (int i = oldPoints.start[oldPart]; i < oldPoints.start[oldPart + 1]; i++) {
        under += toFresh(i, placement).find(within, onlyFresh) ? 1 : 0;
      }
      return new Coincidence(
          on / (double) freshCount, under / (double) oldCount, sum / freshCount);
    }
  }
}
