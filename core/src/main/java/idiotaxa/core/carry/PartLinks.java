package idiotaxa.core.carry;

import idiotaxa.core.claim.NameStem;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Finds which old part every new part is. A part of the same name where it was is the same; else what lies
 * exactly where another part was is that one, so that numbers that moved on do not matter; else the name
 * decides, moved or mirrored or changed in shape; else place and shape. Old parts that lie whole in a new
 * one, and a new part that was cut out of an old one, belong together as well.
 */
final class PartLinks {
  /** Shares of points that must lie on the other part. */
  private static final double MOSTLY = 0.5;

  private static final double LARGELY = 0.6;
  private static final double NEARLY_ALL = 0.9;

  /** A movement must bring surfaces this much nearer to be believed. */
  private static final double NEARER = 1 / 3.0;

  /** Of the diagonal: nearer than this nothing has moved. */
  private static final double UNMOVED = 1e-5;

  /** Of a part's diagonal: what of a part that kept its name lies farther away is new. */
  private static final double RESHAPED = 0.1;

  /** Of a part's diagonal: how far boxes of one shape may differ. */
  private static final double ONE_SIZE = 0.02;

  private static final double EXACTLY_ONE_SIZE = 1e-5;

  /** Of the model's diagonal: how far a renamed part may have moved. */
  private static final double MOVED = 0.1;

  /** Share of the surface that must be found again; below it the model is another one. */
  private static final double RECOGNISED = 0.3;

  /** So many parts tell whether a whole model was mirrored. */
  private static final int ENOUGH_PARTS = 200;

  private static final int MOST_OF_ONE_NAME = 64;

  private final TwoModels models;
  private final int threads;
  private final Progress progress;
  private final Placement whole;
  private final Map<String, List<Integer>> oldByName = new HashMap<>();

  /** The old part nearest to every new point and the other way round, −1 for none; metres. */
  private final int[] oldAt;

  private final double[] oldDistance;
  private final int[] freshAt;

  private final PartLink[] links;
  private final boolean[] isTaken;
  private boolean isOtherModel;

  PartLinks(TwoModels models, int threads, Progress progress) {
    this.models = models;
    this.threads = threads;
    this.progress = progress;
    for (int p = 0; p < models.old.parts().size(); p++) {
      oldByName.computeIfAbsent(name(models.old, p), n -> new ArrayList<>()).add(p);
    }
    links = new PartLink[models.fresh.parts().size()];
    isTaken = new boolean[models.old.parts().size()];
    whole = wholePlacement();
    oldAt = new int[models.freshPoints.place.length / 3];
    oldDistance = new double[oldAt.length];
    freshAt = new int[models.oldPoints.place.length / 3];
  }

  /** Whether the new model is another one rather than the old one changed; known once parts are found. */
  boolean isOtherModel() {
    return isOtherModel;
  }

  /** One a new part. */
  PartLink[] find() {
    lookAround();
    byNameOrPlace();
    byPlaceAmongTheRest();
    byShapeAmongTheRest();
    addJoinedAndCutOut();
    isOtherModel = ofAreaFound() < RECOGNISED;
    if (isOtherModel) {
      addByStem();
    }
    Arrays.setAll(links, n -> links[n] == null ? PartLink.NEW : links[n]);
    return links;
  }

  private static String name(Mesh mesh, int part) {
    return mesh.parts().get(part).name().strip();
  }

  /** Whether the model as a whole was mirrored; told by parts of one name, of many by some. */
  private Placement wholePlacement() {
    List<Integer> named = new ArrayList<>();
    for (int n = 0; n < links.length; n++) {
      List<Integer> same = oldByName.getOrDefault(name(models.fresh, n), List.of());
      if (same.size() == 1 && models.freshPoints.count(n) > 0) {
        named.add(n);
      }
    }
    double where = agreeing(named, Placement.SAME);
    if (named.isEmpty() || where >= MOSTLY) {
      return Placement.SAME;
    }
    double[] zero = new double[3];
    for (int axis = 0; axis < 3; axis++) {
      Placement mirrored = Placement.of(axis, zero, zero);
      if (agreeing(named, mirrored) >= NEARLY_ALL) {
        return mirrored;
      }
    }
    return Placement.SAME;
  }

  /** Share of the surface of parts that lies on the parts of their names, 0 … 1. */
  private double agreeing(List<Integer> named, Placement placement) {
    TwoModels.Asking asking = models.new Asking();
    double area = 0;
    double agreeing = 0;
    int step = Math.max(1, named.size() / ENOUGH_PARTS);
    for (int i = 0; i < named.size(); i += step) {
      int n = named.get(i);
      int old = oldByName.get(name(models.fresh, n)).get(0);
      area += models.freshPoints.area[n];
      agreeing += models.freshPoints.area[n] * asking.of(old, n, placement).both();
    }
    return area > 0 ? agreeing / area : 0;
  }

  private void lookAround() {
    int freshBlocks = links.length;
    TwoModels.Asking[] asking = new TwoModels.Asking[threads];
    Arrays.setAll(asking, w -> models.new Asking());
    Parallel.run(
        freshBlocks + isTaken.length,
        threads,
        (block, worker) -> {
          progress.checkCancelled();
          if (block < freshBlocks) {
            lookAroundFresh(block, asking[worker]);
          } else {
            lookAroundOld(block - freshBlocks, asking[worker]);
          }
        });
  }

  private void lookAroundFresh(int part, TwoModels.Asking asking) {
    for (int i = models.freshPoints.start[part]; i < models.freshPoints.start[part + 1]; i++) {
      asking.toOld(i, whole);
      boolean isFound = asking.ofOld.find(models.loosest(), null);
      oldAt[i] = isFound ? asking.ofOld.part() : -1;
      oldDistance[i] = isFound ? asking.ofOld.distance() : Double.POSITIVE_INFINITY;
    }
  }

  private void lookAroundOld(int part, TwoModels.Asking asking) {
    for (int i = models.oldPoints.start[part]; i < models.oldPoints.start[part + 1]; i++) {
      freshAt[i] = asking.freshPartAt(i, models.tight(part), whole);
    }
  }

  /** First what is where it was, then what has its name elsewhere, as long as nothing else is that part. */
  private void byNameOrPlace() {
    each((n, asking) -> inPlace(n, asking));
    each((n, asking) -> links[n] == null ? elsewhere(n, asking) : links[n]);
  }

  private interface Finding {
    PartLink of(int fresh, TwoModels.Asking asking);
  }

  private void each(Finding finding) {
    TwoModels.Asking[] asking = new TwoModels.Asking[threads];
    Arrays.setAll(asking, w -> models.new Asking());
    Parallel.run(
        links.length,
        threads,
        (n, worker) -> {
          progress.checkCancelled();
          links[n] = finding.of(n, asking[worker]);
        });
    for (PartLink link : links) {
      if (link != null) {
        isTaken[link.main()] = true;
      }
    }
  }

  private PartLink inPlace(int n, TwoModels.Asking asking) {
    int named = ofName(n);
    Coincidence here = named < 0 ? Coincidence.NONE : asking.of(named, n, whole);
    if (here.both() < MOSTLY) {
      int there = exactlyAt(n);
      return there < 0 || there == named
          ? null
          : new PartLink(List.of(there), PartLink.By.PLACE, whole, models.loose(there));
    }
    if (hasSlid(named, n)) {
      return moved(named, n, UNMOVED * models.diagonal, asking);
    }
    return here.mean() <= UNMOVED * models.diagonal
        ? byName(named, PartLink.By.NAME, whole)
        : moved(named, n, NEARER * here.mean(), asking);
  }

  /** A flat part that moved within its plane still lies on itself; its box tells. */
  private boolean hasSlid(int old, int n) {
    return apart(old, n) > UNMOVED * models.diagonal && isOneSize(old, n, EXACTLY_ONE_SIZE);
  }

  private PartLink elsewhere(int n, TwoModels.Asking asking) {
    int named = ofName(n);
    return named < 0 || isTaken[named]
        ? null
        : moved(named, n, Double.POSITIVE_INFINITY, asking);
  }

  /**
   * @param bar mean distance below which a movement is believed, metres
   */
  private PartLink moved(int old, int n, double bar, TwoModels.Asking asking) {
    Placement best = null;
    double lowest = bar;
    for (Placement moved : movements(old, n)) {
      Coincidence fit = asking.of(old, n, moved);
      if (fit.both() >= NEARLY_ALL && fit.mean() < lowest) {
        best = moved;
        lowest = NEARER * fit.mean();
      }
    }
    if (best != null) {
      return byName(old, PartLink.By.NAME, best);
    }
    // Where it was it lies mostly on itself; elsewhere only its name and its box are left to go by.
    return bar < Double.POSITIVE_INFINITY
        ? byName(old, PartLink.By.NAME, whole)
        : byName(old, PartLink.By.NAME_ALONE, boxOnBox(old, n));
  }

  private Placement boxOnBox(int old, int n) {
    double[] factor = {1, 1, 1};
    for (int axis = 0; axis < 3; axis++) {
      double now = models.freshPoints.extent(n, axis);
      double before = models.oldPoints.extent(old, axis);
      factor[axis] = now > 0 && before > 0 ? before / now : 1;
    }
    if (models.freshPoints.count(n) == 0 || models.oldPoints.count(old) == 0) {
      return whole;
    }
    return Placement.scaled(factor, models.freshPoints.center(n), models.oldPoints.center(old));
  }

  private PartLink byName(int old, PartLink.By by, Placement placement) {
    double limit = Math.max(models.loose(old), RESHAPED * models.oldPoints.diagonal(old));
    return new PartLink(List.of(old), by, placement, limit);
  }

  /** Turned over where it is; else with the centres of the boxes together, mirrored or not. */
  private List<Placement> movements(int old, int n) {
    double[] oldCenter = models.oldPoints.center(old);
    double[] center = models.freshPoints.center(n);
    List<Placement> out = new ArrayList<>();
    out.add(whole.turnedOver());
    for (int axis = -1; axis < 3; axis++) {
      Placement moved = Placement.of(axis, center, oldCenter);
      out.add(moved);
      out.add(moved.turnedOver());
    }
    return out;
  }

  /** The old part of a new part's name; of several the one that it lies on, or the nearest; −1 for none. */
  private int ofName(int n) {
    if (models.old.parts().size() == 1 && links.length == 1) {
      return 0;
    }
    String name = name(models.fresh, n);
    List<Integer> same = name.isEmpty() ? List.of() : oldByName.getOrDefault(name, List.of());
    if (same.size() < 2) {
      return same.isEmpty() ? -1 : same.get(0);
    }
    int[] hits = new int[models.freshPoints.count(n)];
    int count = 0;
    for (int i = models.freshPoints.start[n]; i < models.freshPoints.start[n + 1]; i++) {
      if (oldAt[i] >= 0 && name(models.old, oldAt[i]).equals(name)) {
        hits[count++] = oldAt[i];
      }
    }
    return count > 0 ? mostFrequent(hits, count) : nearest(n, same);
  }

  private static int mostFrequent(int[] values, int count) {
    Arrays.sort(values, 0, count);
    int best = values[0];
    int most = 0;
    int from = 0;
    for (int i = 1; i <= count; i++) {
      if (i == count || values[i] != values[from]) {
        if (i - from > most) {
          most = i - from;
          best = values[from];
        }
        from = i;
      }
    }
    return best;
  }

  private int nearest(int n, List<Integer> candidates) {
    int best = candidates.get(0);
    for (int old : candidates.subList(1, Math.min(MOST_OF_ONE_NAME, candidates.size()))) {
      best = apart(old, n) < apart(best, n) ? old : best;
    }
    return best;
  }

  /** Distance of the centres, metres. */
  private double apart(int old, int n) {
    double[] oldCenter = models.oldPoints.center(old);
    double[] center = models.freshPoints.center(n);
    double sq = 0;
    for (int axis = 0; axis < 3; axis++) {
      double d = whole.point(axis, center[axis]) - oldCenter[axis];
      sq += d * d;
    }
    return Math.sqrt(sq);
  }

  /** The old part that a new one coincides with exactly, −1 for none. */
  private int exactlyAt(int n) {
    int count = models.freshPoints.count(n);
    if (count == 0) {
      return -1;
    }
    int[] hits = Arrays.copyOfRange(oldAt, models.freshPoints.start[n], models.freshPoints.start[n + 1]);
    int old = mostFrequent(hits, count);
    boolean isThere =
        old >= 0
            && ofFreshOn(n, old, models.tight(old)) >= NEARLY_ALL
            && ofOldIn(old, n) >= NEARLY_ALL;
    return isThere ? old : -1;
  }

  /** Share of a new part's points that lie on an old one, which is the nearest there. */
  private double ofFreshOn(int n, int old, double within) {
    int on = 0;
    for (int i = models.freshPoints.start[n]; i < models.freshPoints.start[n + 1]; i++) {
      on += oldAt[i] == old && oldDistance[i] <= within ? 1 : 0;
    }
    return on / (double) Math.max(1, models.freshPoints.count(n));
  }

  /** Share of an old part's points that lie in the surface of a new one, which is the nearest there. */
  private double ofOldIn(int old, int n) {
    int in = 0;
    for (int i = models.oldPoints.start[old]; i < models.oldPoints.start[old + 1]; i++) {
      in += freshAt[i] == n ? 1 : 0;
    }
    return in / (double) Math.max(1, models.oldPoints.count(old));
  }

  /** Parts without their name that lie largely where one lay that is not found yet. */
  private void byPlaceAmongTheRest() {
    TwoModels.Asking asking = models.new Asking();
    for (int n = 0; n < links.length; n++) {
      if (links[n] != null || models.freshPoints.count(n) == 0) {
        continue;
      }
      int[] hits =
          Arrays.copyOfRange(oldAt, models.freshPoints.start[n], models.freshPoints.start[n + 1]);
      int old = mostFrequent(hits, hits.length);
      if (old >= 0 && !isTaken[old] && asking.of(old, n, whole).both() >= LARGELY) {
        take(n, old, whole);
      }
    }
  }

  private void take(int n, int old, Placement placement) {
    links[n] = new PartLink(List.of(old), PartLink.By.PLACE, placement, 2 * models.loose(old));
    isTaken[old] = true;
  }

  /** Parts that were renamed and moved: of one size and shape, not far away. */
  private void byShapeAmongTheRest() {
    List<Integer> free = new ArrayList<>();
    for (int old = 0; old < isTaken.length; old++) {
      if (!isTaken[old] && models.oldPoints.count(old) > 0) {
        free.add(old);
      }
    }
    TwoModels.Asking asking = models.new Asking();
    for (int n = 0; n < links.length && !free.isEmpty(); n++) {
      if (links[n] == null && models.freshPoints.count(n) > 0) {
        int fresh = n;
        free.stream()
            .filter(old -> isOneSize(old, fresh, ONE_SIZE) && apart(old, fresh) <= MOVED * models.diagonal)
            .sorted((a, b) -> Double.compare(apart(a, fresh), apart(b, fresh)))
            .limit(MOST_OF_ONE_NAME)
            .filter(old -> asking.of(old, fresh, movedOnly(old, fresh)).both() >= NEARLY_ALL)
            .findFirst()
            .ifPresent(
                old -> {
                  take(fresh, old, movedOnly(old, fresh));
                  free.remove(old);
                });
      }
    }
  }

  private Placement movedOnly(int old, int n) {
    return Placement.of(-1, models.freshPoints.center(n), models.oldPoints.center(old));
  }

  private boolean isOneSize(int old, int n, double share) {
    double slack = share * models.oldPoints.diagonal(old);
    for (int axis = 0; axis < 3; axis++) {
      if (Math.abs(models.oldPoints.extent(old, axis) - models.freshPoints.extent(n, axis)) > slack) {
        return false;
      }
    }
    return true;
  }

  /** Old parts that lie in a new one exactly, and new ones that lie on an old one exactly. */
  private void addJoinedAndCutOut() {
    for (int old = 0; old < isTaken.length; old++) {
      int from = models.oldPoints.start[old];
      int to = models.oldPoints.start[old + 1];
      if (to > from && !isTaken[old]) {
        int n = mostFrequent(Arrays.copyOfRange(freshAt, from, to), to - from);
        if (n >= 0 && ofOldIn(old, n) >= MOSTLY) {
          join(n, old);
        }
      }
    }
    for (int n = 0; n < links.length; n++) {
      int from = models.freshPoints.start[n];
      int to = models.freshPoints.start[n + 1];
      if (to > from && links[n] == null) {
        int old = mostFrequent(Arrays.copyOfRange(oldAt, from, to), to - from);
        if (old >= 0 && ofFreshOn(n, old, models.tight(old)) >= MOSTLY) {
          join(n, old);
        }
      }
    }
  }

  /** Share of the new surface whose part lies on an old one, where it was or moved, 0 … 1. */
  private double ofAreaFound() {
    double all = 0;
    double found = 0;
    for (int n = 0; n < links.length; n++) {
      all += models.freshPoints.area[n];
      boolean isFound = links[n] != null && !links[n].isNameAlone();
      found += isFound ? models.freshPoints.area[n] : 0;
    }
    return all > 0 ? found / all : 1;
  }

  /** In another model a part takes after one whose name differs by a number or by a word for low poly. */
  private void addByStem() {
    Map<String, Integer> byStem = new HashMap<>();
    for (int old = 0; old < isTaken.length; old++) {
      byStem.putIfAbsent(NameStem.withoutNumber(name(models.old, old)), old);
    }
    for (int n = 0; n < links.length; n++) {
      String stem = NameStem.withoutNumber(name(models.fresh, n));
      Integer old = stem.isEmpty() || links[n] != null ? null : byStem.get(stem);
      if (old != null) {
        links[n] = byName(old, PartLink.By.STEM, boxOnBox(old, n));
        isTaken[old] = true;
      }
    }
  }

  private void join(int n, int old) {
    PartLink link = links[n];
    if (link == null) {
      links[n] = new PartLink(List.of(old), PartLink.By.PLACE, whole, 4 * models.tight(old));
    } else {
      List<Integer> all = new ArrayList<>(link.oldParts());
      all.add(old);
      links[n] = new PartLink(all, link.by(), link.placement(), link.limit());
    }
    isTaken[old] = true;
  }
}
