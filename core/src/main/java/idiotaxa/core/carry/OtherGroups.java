package idiotaxa.core.carry;

import idiotaxa.core.mesh.Mesh;

/**
 * What speaks against the nearest old surface: another group across a border that is hardly farther away,
 * a surface of another group that lies in the same place, or a wall of another group so near behind or
 * before it that the chord of a coarser face may have crossed it. Then the corners of the face, which lie on
 * the surface that was cut, say which wall is meant. Scratch of one thread.
 */
final class OtherGroups {
  /** Of the diagonal: nearer than this two surfaces are one. */
  private static final double SAME_SURFACE = 2e-5;

  /** Of how far a point moved away from its surface: how far it may have moved along it. */
  private static final double SIDEWAYS = 0.25;

  /** Two hits belong to different walls when their heights differ by more than this share of the larger. */
  private static final double OTHER_WALL = 0.3;

  /** A corner must lie so much nearer to one wall than to another to decide. */
  private static final double CLEARLY = 1 / 3.0;

  /** Of the way to the middle of a face: how far corners are drawn in, off the faces beside it. */
  private static final double DRAWN_IN = 1e-3;

  private static final int UNDECIDED = -1;
  private static final int UNASKED = -2;

  private final TwoModels models;
  private final int[] oldGroups;
  private final FacingSurface.Query query;
  private final FacingSurface.Query corner;
  private final double[] middle = new double[3];
  private long[] allowed;
  private Placement placement;
  private int face;
  private double chord;
  private double radius;
  private int meantByCorners;
  private int faceByCorners;
  private int meant;
  private boolean isTie;

  /**
   * @param query whose last hit is judged
   */
  OtherGroups(TwoModels models, int[] oldGroups, FacingSurface.Query query) {
    this.models = models;
    this.oldGroups = oldGroups;
    this.query = query;
    corner = models.oldSurface.new Query();
  }

  void part(long[] allowedParts, Placement placed) {
    allowed = allowedParts;
    placement = placed;
  }

  /**
   * @param chordOfFace metres that a chord of it may lie off the surface
   */
  void face(int newFace, double chordOfFace) {
    face = newFace;
    chord = chordOfFace;
    meantByCorners = UNASKED;
    meant = UNDECIDED;
    isTie = false;
    measure();
  }

  private void measure() {
    Mesh mesh = models.fresh;
    int from = mesh.faceStart()[face];
    int to = mesh.faceStart()[face + 1];
    for (int axis = 0; axis < 3; axis++) {
      middle[axis] = 0;
      for (int c = from; c < to; c++) {
        middle[axis] += mesh.positions()[3 * mesh.cornerVertex()[c] + axis] / (to - from);
      }
    }
    radius = 0;
    for (int c = from; c < to; c++) {
      double sq = 0;
      for (int axis = 0; axis < 3; axis++) {
        double d = mesh.positions()[3 * mesh.cornerVertex()[c] + axis] - middle[axis];
        sq += d * d;
      }
      radius = Math.max(radius, Math.sqrt(sq));
    }
  }

  /** Whether another group lies within the reach of the face, so that a border may run across it. */
  boolean isNear(int newFace, int group) {
    for (int axis = 0; axis < 3; axis++) {
      query.at[axis] = placement.point(axis, middle[0], middle[1], middle[2]);
    }
    return query.find(radius + SAME_SURFACE * models.diagonal, allowed, oldGroups, group);
  }

  /** The group that the corners decided for at the last point, negative where they were not asked. */
  int meant() {
    return meant;
  }

  int meantFace() {
    return faceByCorners;
  }

  /** Whether another surface is as good at the last point. */
  boolean isTie() {
    return isTie;
  }

  /**
   * @param group that was found at the place that the query is aimed at
   * @return 0 … 1
   */
  double certainty(int group, double distance) {
    meant = UNDECIDED;
    isTie = false;
    double slack = SAME_SURFACE * models.diagonal;
    if (distance <= slack) {
      isTie = query.find(slack, allowed, oldGroups, group);
      return isTie ? 0.5 : 1;
    }
    double h = height();
    double sideways = SIDEWAYS * distance;
    double within = Math.max(Math.hypot(distance, sideways), distance + chord);
    if (!query.find(within, allowed, oldGroups, group)) {
      return 1;
    }
    double other = query.distance();
    double otherHeight = height();
    double aside = Math.sqrt(Math.max(0, other * other - otherHeight * otherHeight));
    boolean isOtherWall =
        Math.abs(otherHeight - h) > OTHER_WALL * Math.max(Math.abs(h), Math.abs(otherHeight))
            && aside < Math.abs(otherHeight);
    if (isOtherWall) {
      return behindAnotherWall(group);
    }
    double along = Math.sqrt(Math.max(0, other * other - distance * distance));
    return 0.5 + 0.5 * Math.min(1, along / sideways);
  }

  /** Of the last hit over the place, along the direction that it faces, metres; negative behind it. */
  private double height() {
    double dot = 0;
    double length = 0;
    for (int axis = 0; axis < 3; axis++) {
      dot += (query.point(axis) - query.at[axis]) * query.facing[axis];
      length += query.facing[axis] * query.facing[axis];
    }
    return length > 0 ? dot / Math.sqrt(length) : query.distance();
  }

  private double behindAnotherWall(int group) {
    if (meantByCorners == UNASKED) {
      askCorners();
    }
    if (meantByCorners == UNDECIDED) {
      isTie = true;
      return 0.5;
    }
    meant = meantByCorners;
    return 1;
  }

  private void askCorners() {
    Mesh mesh = models.fresh;
    meantByCorners = UNDECIDED;
    int decided = UNASKED;
    for (int c = mesh.faceStart()[face]; c < mesh.faceStart()[face + 1]; c++) {
      int v = 3 * mesh.cornerVertex()[c];
      double[] p = new double[3];
      for (int axis = 0; axis < 3; axis++) {
        p[axis] = mesh.positions()[v + axis] + DRAWN_IN * (middle[axis] - mesh.positions()[v + axis]);
      }
      for (int axis = 0; axis < 3; axis++) {
        corner.at[axis] = placement.point(axis, p[0], p[1], p[2]);
        corner.facing[axis] = query.facing[axis];
      }
      int found = groupAtCorner();
      if (found == UNDECIDED || decided != UNASKED && decided != found) {
        return;
      }
      decided = found;
    }
    meantByCorners = decided == UNASKED ? UNDECIDED : decided;
  }

  private int groupAtCorner() {
    double reach = 4 * chord + models.diagonal * SAME_SURFACE;
    if (!corner.find(reach, allowed)) {
      return UNDECIDED;
    }
    int found = oldGroups[corner.face()];
    faceByCorners = corner.face();
    double distance = Math.max(corner.distance(), DRAWN_IN * radius);
    return corner.find(distance / CLEARLY, allowed, oldGroups, found) ? UNDECIDED : found;
  }
}
