package idiotaxa.core.carry;

import idiotaxa.core.trace.PartFilter;
import java.util.Arrays;

/** What changed about a part that is known to be an old one, by its points. */
final class PartComparison {
  /** Of a unit square: UVs that differ by less are those of one layout. */
  private static final double ONE_PLACE = 1e-3;

  /** Share of points with other UVs from which a part counts as unwrapped anew. */
  private static final double SOME = 0.02;

  /** Of the diagonal: nearer than this a surface is the same. */
  private static final double SAME_SURFACE = 2e-5;

  /** Radians: less than this is not turned. */
  private static final double TURNED = 1e-3;

  /** Of a face's size: how far a chord lies from an arc that is cut into eight. */
  private static final double CHORD = 0.15;

  private final TwoModels models;
  private final int[] oldFaces;
  private final int[] newFaces;

  PartComparison(TwoModels models) {
    this.models = models;
    oldFaces = counts(models.old.facePart(), models.old.parts().size());
    newFaces = counts(models.fresh.facePart(), models.fresh.parts().size());
  }

  private static int[] counts(int[] facePart, int parts) {
    int[] counts = new int[parts];
    for (int part : facePart) {
      counts[part]++;
    }
    return counts;
  }

  /**
   * @param isCut whether another new part is the old one rather than this
   * @param typical written to with the median distance of the part's points, metres
   */
  PartChange of(int n, PartLink link, boolean isCut, TwoModels.Asking asking, double[] typical) {
    String name = models.fresh.parts().get(n).name();
    if (link.isNew()) {
      return new PartChange(
          PartChange.Kind.NEW, -1, n, "", name, PartChange.Shape.NONE, PartChange.Layout.NONE,
          0, 0, 0, newFaces[n], models.freshPoints.area[n]);
    }
    long[] allowed = PartFilter.none(models.old.parts().size());
    link.oldParts().forEach(p -> PartFilter.allow(allowed, p));
    int from = models.freshPoints.start[n];
    double[] distances = new double[models.freshPoints.count(n)];
    int otherUvs = 0;
    for (int i = 0; i < distances.length; i++) {
      asking.toOld(from + i, link.placement());
      boolean isFound = asking.ofOld.find(link.limit(), allowed);
      distances[i] = isFound ? asking.ofOld.distance() : link.limit();
      otherUvs += isFound && hasOtherUvs(from + i, asking.ofOld) ? 1 : 0;
    }
    Arrays.sort(distances);
    typical[n] = distances.length == 0 ? 0 : distances[distances.length / 2];
    double farthest = distances.length == 0 ? 0 : distances[distances.length - 1];
    int old = link.main();
    return new PartChange(
        kind(link, isCut),
        old,
        n,
        models.old.parts().get(old).name(),
        name,
        shape(n, link, farthest),
        layout(otherUvs, distances.length),
        movedBy(n, link),
        farthest,
        oldFaces[old],
        newFaces[n],
        models.freshPoints.area[n]);
  }

  private static PartChange.Kind kind(PartLink link, boolean isCut) {
    if (isCut) {
      return PartChange.Kind.CUT;
    }
    return link.isByName() ? PartChange.Kind.KEPT : PartChange.Kind.RENAMED;
  }

  /** An old part that lies in a new one beside others. */
  PartChange joined(int old, int n) {
    return new PartChange(
        PartChange.Kind.JOINED, old, n, models.old.parts().get(old).name(), models.fresh.parts().get(n).name(),
        PartChange.Shape.NONE, PartChange.Layout.NONE, 0, 0, oldFaces[old], newFaces[n],
        models.oldPoints.area[old]);
  }

  PartChange lost(int old) {
    return new PartChange(
        PartChange.Kind.LOST, old, -1, models.old.parts().get(old).name(), "",
        PartChange.Shape.NONE, PartChange.Layout.NONE, 0, 0, oldFaces[old], 0,
        models.oldPoints.area[old]);
  }

  private boolean hasOtherUvs(int point, FacingSurface.Query found) {
    if (models.freshPoints.uv == null || !models.old.hasUvs()) {
      return false;
    }
    double du = models.freshPoints.uv[2 * point] - found.uv(0);
    double dv = models.freshPoints.uv[2 * point + 1] - found.uv(1);
    // A corner without UV makes both unequal.
    return !(Math.abs(du) <= ONE_PLACE && Math.abs(dv) <= ONE_PLACE);
  }

  private PartChange.Layout layout(int otherUvs, int points) {
    if (models.freshPoints.uv == null || !models.old.hasUvs()) {
      return PartChange.Layout.NONE;
    }
    return otherUvs > SOME * points ? PartChange.Layout.ANEW : PartChange.Layout.SAME;
  }

  private PartChange.Shape shape(int n, PartLink link, double farthest) {
    int old = link.main();
    double cut = Math.max(models.oldPoints.size[old], models.freshPoints.size[n]);
    if (link.isNameAlone() || farthest > Math.max(CHORD * cut, SAME_SURFACE * models.diagonal)) {
      return PartChange.Shape.RESHAPED;
    }
    if (isElsewhere(n, link)) {
      return PartChange.Shape.MOVED;
    }
    boolean isCutTheSame = oldFaces[old] == newFaces[n] && link.oldParts().size() == 1;
    return isCutTheSame && farthest <= SAME_SURFACE * models.diagonal
        ? PartChange.Shape.SAME
        : PartChange.Shape.RECUT;
  }

  private boolean isElsewhere(int n, PartLink link) {
    return link.placement().isTurnedOver()
        || link.placement().isMirrored()
        || link.placement().turn() > TURNED
        || movedBy(n, link) > SAME_SURFACE * models.diagonal;
  }

  /** Distance between where the part's centre is and where it was, metres. */
  private double movedBy(int n, PartLink link) {
    double[] center = models.freshPoints.center(n);
    double sq = 0;
    for (int axis = 0; axis < 3 && models.freshPoints.count(n) > 0; axis++) {
      double d = link.placement().point(axis, center[0], center[1], center[2]) - center[axis];
      sq += d * d;
    }
    return Math.sqrt(sq);
  }
}
