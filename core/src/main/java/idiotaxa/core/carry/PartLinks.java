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

  /** Of the model's diagonal: how far a renamed part may have moved that is nearly what it was. */
  private static final double MOVED = 0.1;

  /** Of a part's diagonal: how far apart surfaces of one shape may lie, wherever they moved. */
  private static final double ONE_SHAPE = 0.01;

  /** How much areas of one shape may differ, as a share. */
  private static final double LIKE_SIZED = 0.04;

  private static final int MOST_RIVALS = 12;

  /** Share of the surface that must be found again; below it the model is another one. */
  private static final double RECOGNISED = 0.3;

  /** So many parts tell whether a whole model was mirrored. */
  private static final int ENOUGH_PARTS = 200;

  private static final int MOST_OF_ONE_NAME = 64;

  /** Of a part's diagonal: a part of which faces lie farther from where they were was made anew. */
  private static final double CHANGED = 0.15;

  /** Of a part's diagonal: surfaces nearer than this are not looked at for a turn. */
  private static final double LOOKS_TURNED = 0.001;

  private final TwoModels models;
  private final int threads;
  private final Progress progress;
  private final Placement whole;
  private final Map<String, List<Integer>> oldByName = new HashMap<>();

  private final EqualFaces faces;
  private final PartTurns turns;
  private Surroundings around;
  private final PartLink[] links;
  private final boolean[] isTaken;
  /** Of a new part that is cut like the old one of its name: its surface is another. */
  private final boolean[] isReshaped;
  private boolean isOtherModel;

  PartLinks(TwoModels models, EqualFaces faces, int threads, Progress progress) {
    this.models = models;
    this.threads = threads;
    this.progress = progress;
    for (int p = 0; p < models.old.parts().size(); p++) {
      oldByName.computeIfAbsent(name(models.old, p), n -> new ArrayList<>()).add(p);
    }
    links = new PartLink[models.fresh.parts().size()];
    isTaken = new boolean[models.old.parts().size()];
    isReshaped = new boolean[links.length];
    whole = wholePlacement();
    this.faces = faces;
    turns = new PartTurns(models);
  }

  /** Whether the new model is another one rather than the old one changed; known once parts are found. */
  boolean isOtherModel() {
    return isOtherModel;
  }

  /** One a new part. */
  PartLink[] find() {
    around = new Surroundings(models, whole, threads, progress);
    each((n, asking) -> faceByFaceInPlace(n));
    faceByFaceElsewhere();
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

  /** First what is where it was, then what has its name elsewhere, as long as nothing else is that part. */
  private void byNameOrPlace() {
    each((n, asking) -> links[n] == null ? inPlace(n, asking) : links[n]);
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

  /** Where every face lies on one of a part that is cut alike; the part of its name before another. */
  private PartLink faceByFaceInPlace(int n) {
    int named = ofName(n);
    if (named >= 0 && faces.areInPlace(named, n, whole)) {
      return byName(named, PartLink.By.NAME, whole).faceByFace();
    }
    int there = around.oldPartAt(n);
    return there >= 0 && faces.areInPlace(there, n, whole)
        ? new PartLink(List.of(there), PartLink.By.PLACE, whole, models.loose(there)).faceByFace()
        : null;
  }

  /** Parts of one name whose faces follow each other as before, moved, turned, mirrored or changed in shape. */
  private void faceByFaceElsewhere() {
    for (int n = 0; n < links.length; n++) {
      progress.checkCancelled();
      int named = links[n] == null && models.freshPoints.count(n) > 0 ? ofName(n) : -1;
      if (named >= 0 && !isTaken[named] && models.oldPoints.count(named) > 0 && faces.areCutLike(named, n)) {
        links[n] = faceByFace(n, named);
        if (links[n] != null) {
          isTaken[links[n].main()] = true;
        }
      }
    }
  }

  /** The part of its name, unless another that nothing else is lies so much nearer that it is meant. */
  private PartLink faceByFace(int n, int named) {
    EqualFaces.Fit fit = faces.fit(named, n);
    if (!fit.isRigid() && fit.mean() > CHANGED * models.oldPoints.diagonal(named)) {
      return null;
    }
    isReshaped[n] = !fit.isRigid() && fit.mean() > ONE_SHAPE * models.oldPoints.diagonal(named);
    int there = around.oldPartAt(n);
    PartLink link = byName(named, PartLink.By.NAME, fit.isRigid() ? fit.placement() : whole);
    if (!fit.isRigid()) {
      double reach = Math.max(link.limit(), faces.apart(named, n, whole));
      link = new PartLink(link.oldParts(), link.by(), nearestOf(named, n, fit), reach);
    }
    if (there < 0 || there == named || isTaken[there] || !faces.areCutLike(there, n)) {
      return link.faceByFace();
    }
    double here = faces.apart(there, n, whole);
    double off = faces.apart(named, n, whole);
    if (here > CHANGED * models.oldPoints.diagonal(there)) {
      return link.faceByFace();
    }
    if (here < NEARER * off) {
      return new PartLink(List.of(there), PartLink.By.PLACE, whole, Math.max(models.loose(there), 2 * here)).faceByFace();
    }
    boolean isAsGood = here * NEARER < off;
    return isAsGood ? link.faceByFace().beside(List.of(new PartLink.Rival(there, whole, false))) : link.faceByFace();
  }

  /** Where it was or moved as a whole, whichever leaves less between faces. */
  private Placement nearestOf(int old, int n, EqualFaces.Fit fit) {
    return faces.apart(old, n, whole) <= fit.mean() ? whole : fit.placement();
  }

  private PartLink inPlace(int n, TwoModels.Asking asking) {
    int named = ofName(n);
    int there = around.oldPartAt(n);
    Coincidence here = named < 0 ? Coincidence.NONE : asking.of(named, n, whole);
    if (here.both() < MOSTLY) {
      int exact = around.exactlyAt(n);
      return exact < 0 || exact == named ? null : inPlaceOf(exact);
    }
    Coincidence other = there < 0 || there == named ? Coincidence.NONE : asking.of(there, n, whole);
    if (other.both() >= MOSTLY && other.mean() < NEARER * here.mean()) {
      return inPlaceOf(there);
    }
    PartLink link = whereItsNameIs(n, named, here, asking);
    boolean isAsGood = other.both() >= MOSTLY && other.mean() * NEARER < here.mean();
    return isAsGood ? link.beside(List.of(new PartLink.Rival(there, whole, false))) : link;
  }

  private PartLink inPlaceOf(int old) {
    return new PartLink(List.of(old), PartLink.By.PLACE, whole, models.loose(old));
  }

  private PartLink whereItsNameIs(int n, int named, Coincidence here, TwoModels.Asking asking) {
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
    if (bar > LOOKS_TURNED * models.oldPoints.diagonal(old)) {
      PartLink turned = turned(old, n, bar, asking);
      if (turned != null) {
        return turned;
      }
    }
    // Where it was it lies mostly on itself; elsewhere only its name and its box are left to go by.
    return bar < Double.POSITIVE_INFINITY
        ? byName(old, PartLink.By.NAME, whole)
        : byName(old, PartLink.By.NAME_ALONE, boxOnBox(old, n));
  }

  /** By its surface alone, however it is cut; a symmetric part may be turned in several ways. */
  private PartLink turned(int old, int n, double bar, TwoModels.Asking asking) {
    List<Placement> found = turns.find(old, n, asking);
    if (found.isEmpty() || asking.of(old, n, found.get(0)).mean() >= bar) {
      return null;
    }
    return byName(old, PartLink.By.NAME, found.get(0)).beside(symmetries(old, found));
  }

  private static List<PartLink.Rival> symmetries(int old, List<Placement> found) {
    return found.stream().skip(1).map(p -> new PartLink.Rival(old, p, true)).toList();
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
    int there = around.oldPartAt(n, name);
    return there >= 0 ? there : nearest(n, same);
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
      double d = whole.point(axis, center[0], center[1], center[2]) - oldCenter[axis];
      sq += d * d;
    }
    return Math.sqrt(sq);
  }

  /** Parts without their name that lie largely where one lay that is not found yet. */
  private void byPlaceAmongTheRest() {
    TwoModels.Asking asking = models.new Asking();
    for (int n = 0; n < links.length; n++) {
      if (links[n] != null || models.freshPoints.count(n) == 0) {
        continue;
      }
      int old = around.oldPartAt(n);
      if (old >= 0 && !isTaken[old] && asking.of(old, n, whole).both() >= LARGELY) {
        take(n, old, whole);
      }
    }
  }

  private void take(int n, int old, Placement placement) {
    links[n] = new PartLink(List.of(old), PartLink.By.PLACE, placement, 2 * models.loose(old));
    isTaken[old] = true;
  }

  /** Parts that were renamed and moved or turned: what equals them face by face or in shape, the nearest first. */
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
        progress.checkCancelled();
        int fresh = n;
        List<Integer> nearest =
            free.stream()
                .filter(old -> isLikeSized(old, fresh))
                .sorted((a, b) -> Double.compare(apart(a, fresh), apart(b, fresh)))
                .limit(MOST_OF_ONE_NAME)
                .toList();
        links[n] = ofOneShape(n, nearest, asking);
        if (links[n] != null) {
          isTaken[links[n].main()] = true;
          free.remove((Integer) links[n].main());
        }
      }
    }
  }

  private boolean isLikeSized(int old, int n) {
    double before = models.oldPoints.area[old];
    return Math.abs(models.freshPoints.area[n] - before) <= LIKE_SIZED * before;
  }

  /** The first that equals it; others that do as well are rivals. */
  private PartLink ofOneShape(int n, List<Integer> candidates, TwoModels.Asking asking) {
    PartLink best = null;
    List<PartLink.Rival> rivals = new ArrayList<>();
    for (int old : candidates) {
      PartLink link = ofOneShape(n, old, asking);
      if (link == null) {
        continue;
      }
      if (best == null) {
        best = link;
        rivals.addAll(link.rivals());
      } else if (apart(old, n) * NEARER < apart(best.main(), n)) {
        rivals.add(new PartLink.Rival(old, link.placement(), false));
      }
    }
    return best == null ? null : best.beside(List.copyOf(rivals.subList(0, Math.min(MOST_RIVALS, rivals.size()))));
  }

  private PartLink ofOneShape(int n, int old, TwoModels.Asking asking) {
    if (faces.areCutLike(old, n)) {
      EqualFaces.Fit fit = faces.fit(old, n);
      if (fit.isRigid()) {
        return new PartLink(List.of(old), PartLink.By.PLACE, fit.placement(), 2 * models.loose(old)).faceByFace();
      }
    }
    Placement shifted = movedOnly(old, n);
    double within =
        apart(old, n) <= MOVED * models.diagonal ? models.loose(old) : ONE_SHAPE * models.oldPoints.diagonal(old);
    if (isOneSize(old, n, ONE_SIZE) && asking.of(old, n, shifted, within).both() >= NEARLY_ALL) {
      return new PartLink(List.of(old), PartLink.By.PLACE, shifted, 2 * models.loose(old));
    }
    List<Placement> found = turns.find(old, n, asking);
    return found.isEmpty()
        ? null
        : new PartLink(List.of(old), PartLink.By.PLACE, found.get(0), 2 * models.loose(old))
            .beside(symmetries(old, found));
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
      if (models.oldPoints.count(old) > 0 && !isTaken[old]) {
        int n = around.freshPartAt(old);
        if (n >= 0 && around.ofOldIn(old, n) >= MOSTLY) {
          join(n, old);
        }
      }
    }
    for (int n = 0; n < links.length; n++) {
      if (models.freshPoints.count(n) > 0 && links[n] == null) {
        int old = around.oldPartAt(n);
        if (old >= 0 && around.ofFreshOn(n, old, models.tight(old)) >= MOSTLY) {
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
      boolean isFound = links[n] != null && !links[n].isNameAlone() && !isReshaped[n];
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
      links[n] = link.joinedBy(old);
    }
    isTaken[old] = true;
  }
}
