package idiotaxa.core.carry;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.trace.PartFilter;

/**
 * Finds for new faces the groups of the closest old surface that looks the same way, in the parts that their
 * part comes from; where faces follow each other as before, those of the old faces. Points of a face vote by
 * the area that they stand for; where they disagree, where a border is near, or where a face is larger than
 * the old ones, more points decide. Scratch of one thread.
 */
final class FaceCarry {
  /** Points of a single triangle at first: exact for quadrics (Strang and Fix 1973). */
  private static final double[] THREE = {2 / 3.0, 1 / 6.0, 1 / 6.0};

  /** A triangle is cut into at most this many along each side. */
  private static final int FINEST = 8;

  /** Into so many where another group is near. */
  private static final int NEAR_BORDERS = 3;

  /** Polygons of more triangles have points enough. */
  private static final int FEW = 64;

  /** Of a face's size: how far a chord lies from an arc that is cut into eight. */
  private static final double CHORD = 0.15;

  /** How much farther than usual for its part a point may lie. */
  private static final double IN_LINE = 3;

  /** Of the diagonal: nearer than this two surfaces are one. */
  private static final double SAME_SURFACE = 2e-5;

  /** Of a face with less of its surface in its group, a border runs across it. */
  private static final double WHOLE = 0.8;

  /** How sure a point is where another answer is as good. */
  private static final double EITHER = 0.5;

  /** Of a face of which so much has two answers nothing is sure. */
  private static final double MUCH = 0.2;

  /** How sure faces are that follow each other as before in a part that was changed in shape. */
  private static final float FOLLOWED = 0.9f;

  private final TwoModels models;
  private final EqualFaces faces;
  private final OldPartGroups wholes;
  private final int[] oldGroups;
  private final FacingSurface.Query query;
  private final OtherGroups others;
  private final FaceVote vote = new FaceVote();
  private final double[] normal = new double[3];
  private final double[] turned = new double[3];
  private final double[] at = new double[3];
  private PartLink link;
  private long[] allowed;
  private long[][] rivals;
  private boolean isMixed;
  private double oldSize;
  private double typical;
  private double eitherWeight;

  /** Of the face that was asked for last. */
  int group;

  int oldFace;
  float confidence;
  Doubt doubt;

  FaceCarry(TwoModels models, EqualFaces faces, OldPartGroups wholes, int[] oldGroups) {
    this.models = models;
    this.faces = faces;
    this.wholes = wholes;
    this.oldGroups = oldGroups;
    query = models.oldSurface.new Query();
    others = new OtherGroups(models, oldGroups, query);
  }

  /**
   * The part whose faces come next.
   *
   * @param typicalDistance median distance of the part's points from the old surface, metres
   */
  void part(PartLink ofPart, double typicalDistance) {
    link = ofPart;
    typical = typicalDistance;
    allowed = PartFilter.none(models.old.parts().size());
    link.oldParts().forEach(p -> PartFilter.allow(allowed, p));
    isMixed = wholes.areMixed(link.oldParts());
    rivals = new long[link.rivals().size()][];
    for (int r = 0; r < rivals.length; r++) {
      rivals[r] = PartFilter.none(models.old.parts().size());
      PartFilter.allow(rivals[r], link.rivals().get(r).oldPart());
    }
    oldSize = models.oldPoints.size[link.main()];
    others.part(allowed, link.placement());
  }

  /**
   * @param firstTriangle of the face, its triangles being one after another
   */
  void face(int face, int firstTriangle, int triangles) {
    doubt = Doubt.NONE;
    if (link.isFaceByFace()) {
      follow(face);
      return;
    }
    double area = 0;
    for (int t = firstTriangle; t < firstTriangle + triangles; t++) {
      area += TriangleGeometry.area(models.fresh, t);
    }
    double size = Math.sqrt(area);
    double near =
        Math.max(
            Math.max(CHORD * Math.max(size, oldSize), IN_LINE * typical),
            SAME_SURFACE * models.diagonal);
    others.face(face, CHORD * size);
    clear();
    for (int t = firstTriangle; t < firstTriangle + triangles; t++) {
      firstPoints(t, triangles, weight(t, area), near);
    }
    int cuts = cuts(face, size);
    if (cuts > 1 && triangles <= FEW) {
      clear();
      for (int t = firstTriangle; t < firstTriangle + triangles; t++) {
        manyPoints(t, cuts, weight(t, area), near);
      }
    }
    if (triangles == 0) {
      // A face that is cut into nothing has no surface to ask with.
      vote.add(0, -1, 1, 0);
    }
    group = vote.group();
    oldFace = vote.oldFace();
    confidence = vote.confidence();
    if (eitherWeight > MUCH * (area > 0 ? area : triangles)) {
      confidence = Math.min(confidence, (float) EITHER);
    }
    if (doubt == Doubt.SYMMETRIC && confidence < Carried.SURE) {
      // Where another turn fits as well, a border on either is not what a person has to look at.
      return;
    }
    if (vote.share() < WHOLE && oldFace >= 0) {
      doubt = Doubt.BORDER;
    } else if (confidence < Carried.SURE && doubt == Doubt.NONE) {
      doubt = Doubt.UNSURE;
    } else if (confidence >= Carried.SURE) {
      doubt = Doubt.NONE;
    }
  }

  private void clear() {
    vote.clear();
    eitherWeight = 0;
    doubt = Doubt.NONE;
  }

  /** The group of the old face in its place among those of the part. */
  private void follow(int face) {
    int rank = faces.fresh().rank[face];
    oldFace = oldFaceAt(link.main(), rank);
    group = oldGroups[oldFace];
    confidence = typical > SAME_SURFACE * models.diagonal ? FOLLOWED : 1;
    for (PartLink.Rival rival : link.rivals()) {
      boolean isAnother = oldGroups[oldFaceAt(rival.oldPart(), rank)] != group;
      if (isAnother) {
        confidence = (float) EITHER;
        doubt = Doubt.NEARLY_AS_GOOD;
      }
    }
  }

  private int oldFaceAt(int part, int rank) {
    PartFaces old = faces.old();
    return old.faces[old.start[part] + Math.min(rank, old.count(part) - 1)];
  }

  private int cuts(int face, double size) {
    if (!vote.isUnanimous()) {
      return FINEST;
    }
    int coarse = size > 2 * oldSize ? (int) Math.min(FINEST, Math.ceil(size / Math.max(oldSize, 1e-30))) : 1;
    boolean isNearBorder = isMixed && vote.oldFace() >= 0 && others.isNear(face, vote.group());
    return isNearBorder ? Math.max(NEAR_BORDERS, coarse) : coarse;
  }

  /** Triangles without area vote too, where nothing else does. */
  private double weight(int triangle, double area) {
    return area > 0 ? TriangleGeometry.area(models.fresh, triangle) : 1;
  }

  /** A triangle by itself needs more than its middle; polygons have several. */
  private void firstPoints(int triangle, int triangles, double weight, double near) {
    setNormal(triangle);
    if (triangles > 1) {
      ask(triangle, 1 / 3.0, 1 / 3.0, weight, near);
      return;
    }
    for (int k = 0; k < 3 && weight > 0; k++) {
      ask(triangle, THREE[k], THREE[(k + 1) % 3], weight / 3, near);
    }
  }

  /** The centres of n² equal triangles. */
  private void manyPoints(int triangle, int n, double weight, double near) {
    setNormal(triangle);
    double each = weight / (n * n);
    for (int i = 0; i < n && weight > 0; i++) {
      for (int j = 0; j < n - i; j++) {
        ask(triangle, (i + 1 / 3.0) / n, (j + 1 / 3.0) / n, each, near);
        if (j < n - i - 1) {
          ask(triangle, (i + 2 / 3.0) / n, (j + 2 / 3.0) / n, each, near);
        }
      }
    }
  }

  private void setNormal(int triangle) {
    boolean hasNormal = TriangleGeometry.unitNormal(models.fresh, triangle, normal);
    for (int axis = 0; axis < 3; axis++) {
      turned[axis] = hasNormal ? link.placement().direction(axis, normal[0], normal[1], normal[2]) : 0;
      normal[axis] = hasNormal ? normal[axis] : 0;
    }
  }

  private void ask(int triangle, double w0, double w1, double weight, double near) {
    place(triangle, w0, w1);
    aim(link.placement());
    if (!query.find(link.limit(), allowed)) {
      vote.add(0, -1, weight, 1);
      return;
    }
    int face = query.face();
    int found = oldGroups[face];
    Doubt before = doubt;
    doubt = Doubt.NONE;
    double sure = isMixed ? certainty(found, query.distance(), near) : inLine(query.distance(), near);
    if (isMixed && others.meant() >= 0 && others.meant() != found) {
      found = others.meant();
      face = others.meantFace();
    }
    vote.add(found, face, weight, sure * besideRivals(found));
    eitherWeight += doubt == Doubt.NONE ? 0 : weight;
    doubt = doubt == Doubt.NONE ? before : doubt;
  }

  /** Half where another answer gives another group. */
  private double besideRivals(int found) {
    for (int r = 0; r < rivals.length; r++) {
      PartLink.Rival rival = link.rivals().get(r);
      aim(rival.placement());
      if (query.find(link.limit(), rivals[r]) && oldGroups[query.face()] != found) {
        doubt = rival.isSymmetry() ? Doubt.SYMMETRIC : Doubt.NEARLY_AS_GOOD;
        return EITHER;
      }
    }
    return 1;
  }

  private void place(int triangle, double w0, double w1) {
    Mesh mesh = models.fresh;
    float[] p = mesh.positions();
    int a = 3 * mesh.triangleVertex(triangle, 0);
    int b = 3 * mesh.triangleVertex(triangle, 1);
    int c = 3 * mesh.triangleVertex(triangle, 2);
    for (int axis = 0; axis < 3; axis++) {
      at[axis] = w0 * p[a + axis] + w1 * p[b + axis] + (1 - w0 - w1) * p[c + axis];
    }
  }

  /** The place is to be asked for as it lies over the old model. */
  private void aim(Placement placement) {
    for (int axis = 0; axis < 3; axis++) {
      query.at[axis] = placement.point(axis, at[0], at[1], at[2]);
      query.facing[axis] =
          placement == link.placement()
              ? turned[axis]
              : placement.direction(axis, normal[0], normal[1], normal[2]);
    }
  }

  private double inLine(double distance, double near) {
    return distance <= SAME_SURFACE * models.diagonal
        ? 1
        : Math.max(0, Math.min(1, 1 - (distance - near) / (2 * near)));
  }

  /**
   * A point on the old surface is certain unless another group lies there too. One off it is less so the
   * farther it lies than points of its part do, and where another group lies hardly farther away.
   */
  private double certainty(int found, double distance, double near) {
    double sure = inLine(distance, near) * others.certainty(found, distance);
    if (others.isTie()) {
      doubt = Doubt.NEARLY_AS_GOOD;
    }
    return sure;
  }
}
