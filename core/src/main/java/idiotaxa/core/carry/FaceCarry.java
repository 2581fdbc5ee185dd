package idiotaxa.core.carry;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.trace.PartFilter;

/**
 * Finds for new faces the groups of the closest old surface that looks the same way, in the parts that their
 * part comes from. Points of a face vote by the area that they stand for; where they disagree, or where a
 * face is larger than the old ones, more points decide. Scratch of one thread.
 */
final class FaceCarry {
  /** Points of a single triangle at first: exact for quadrics (Strang and Fix 1973). */
  private static final double[] THREE = {2 / 3.0, 1 / 6.0, 1 / 6.0};

  /** A triangle is cut into at most this many along each side. */
  private static final int FINEST = 8;

  /** Polygons of more triangles have points enough. */
  private static final int FEW = 64;

  /** Of a face's size: how far a chord lies from an arc that is cut into eight. */
  private static final double CHORD = 0.15;

  /** How much farther than usual for its part a point may lie. */
  private static final double IN_LINE = 3;

  /** Of the diagonal: nearer than this two surfaces are one. */
  private static final double SAME_SURFACE = 2e-5;

  /** Of how far a point moved away from its surface: how far it may have moved along it. */
  private static final double SIDEWAYS = 0.25;

  private final TwoModels models;
  private final int[] oldGroups;
  private final FacingSurface.Query query;
  private final FaceVote vote = new FaceVote();
  private final double[] normal = new double[3];
  private PartLink link;
  private long[] allowed;
  private double oldSize;
  private double typical;

  FaceCarry(TwoModels models, int[] oldGroups) {
    this.models = models;
    this.oldGroups = oldGroups;
    query = models.oldSurface.new Query();
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
    oldSize = models.oldPoints.size[link.main()];
  }

  /**
   * @param firstTriangle of the face, its triangles being one after another
   */
  void face(int face, int firstTriangle, int triangles, int[] groups, float[] confidence, int[] oldFace) {
    double area = 0;
    for (int t = firstTriangle; t < firstTriangle + triangles; t++) {
      area += TriangleGeometry.area(models.fresh, t);
    }
    double size = Math.sqrt(area);
    double near =
        Math.max(
            Math.max(CHORD * Math.max(size, oldSize), IN_LINE * typical),
            SAME_SURFACE * models.diagonal);
    vote.clear();
    for (int t = firstTriangle; t < firstTriangle + triangles; t++) {
      firstPoints(t, triangles, weight(t, area), near);
    }
    int cuts = cuts(size);
    if (cuts > 1 && triangles <= FEW) {
      vote.clear();
      for (int t = firstTriangle; t < firstTriangle + triangles; t++) {
        manyPoints(t, cuts, weight(t, area), near);
      }
    }
    if (triangles == 0) {
      // A face that is cut into nothing has no surface to ask with.
      vote.add(0, -1, 1, 0);
    }
    groups[face] = vote.group();
    oldFace[face] = vote.oldFace();
    confidence[face] = vote.confidence();
  }

  private int cuts(double size) {
    if (!vote.isUnanimous()) {
      return FINEST;
    }
    return size > 2 * oldSize ? (int) Math.min(FINEST, Math.ceil(size / Math.max(oldSize, 1e-30))) : 1;
  }

  /** Triangles without area vote too, where nothing else does. */
  private double weight(int triangle, double area) {
    return area > 0 ? TriangleGeometry.area(models.fresh, triangle) : 1;
  }

  /**
   * The centres of a quad's triangles have its middle between them, which lies with the larger half however
   * a line cuts it; a triangle by itself needs more.
   */
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
      query.facing[axis] = hasNormal ? link.placement().direction(axis, normal[axis]) : 0;
    }
  }

  private void ask(int triangle, double w0, double w1, double weight, double near) {
    place(triangle, w0, w1);
    if (!query.find(link.limit(), allowed)) {
      vote.add(0, -1, weight, 1);
      return;
    }
    int face = query.face();
    double distance = query.distance();
    vote.add(oldGroups[face], face, weight, certainty(oldGroups[face], distance, near));
  }

  private void place(int triangle, double w0, double w1) {
    Mesh mesh = models.fresh;
    float[] p = mesh.positions();
    int a = 3 * mesh.triangleVertex(triangle, 0);
    int b = 3 * mesh.triangleVertex(triangle, 1);
    int c = 3 * mesh.triangleVertex(triangle, 2);
    for (int axis = 0; axis < 3; axis++) {
      double value = w0 * p[a + axis] + w1 * p[b + axis] + (1 - w0 - w1) * p[c + axis];
      query.at[axis] = link.placement().point(axis, value);
    }
  }

  /**
   * A point on the old surface is certain. One off it is less so the farther it lies than points of its part
   * do, and where another group lies hardly farther away.
   */
  private double certainty(int group, double distance, double near) {
    if (distance <= SAME_SURFACE * models.diagonal) {
      return 1;
    }
    double inLine = Math.max(0, Math.min(1, 1 - (distance - near) / (2 * near)));
    double sideways = SIDEWAYS * distance;
    double within = Math.sqrt(distance * distance + sideways * sideways);
    if (!query.find(within, allowed, oldGroups, group)) {
      return inLine;
    }
    double other = query.distance();
    double aside = Math.sqrt(Math.max(0, other * other - distance * distance));
    return inLine * (0.5 + 0.5 * Math.min(1, aside / sideways));
  }
}
