package idiotaxa.core.bake;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.trace.ClosestPointQuery;
import idiotaxa.core.trace.RayQuery;
import idiotaxa.core.trace.ShaftQuery;

/**
 * Reads the group from a source: a ray from P + d·outward along −d, the outermost hit on a paired
 * part wins; a miss falls back to the closest point within the larger reach.
 */
final class RayReader implements IdReader {
  private final SourceSetup setup;
  private final Mesh target;
  private final RayQuery rays;
  private final ClosestPointQuery points;
  private final ShaftQuery shaft;
  private final float[] origin = new float[3];
  private final float[] direction = new float[3];
  /** Position and unit direction of the point under way. */
  private double px;
  private double py;
  private double pz;
  private double dx;
  private double dy;
  private double dz;
  private Reach reach;
  private long[] allowed;
  private boolean isRegionMixed;
  private int regionPart;
  private long rayCount;

  RayReader(SourceSetup setup) {
    this.setup = setup;
    target = setup.target();
    rays = new RayQuery(setup.bvh());
    points = new ClosestPointQuery(setup.bvh());
    shaft = new ShaftQuery(setup.bvh(), setup.labels());
  }

  @Override
  public int groupAt(int triangle, double w0, double w1, double w2) {
    int part = setup.partOfTriangle(triangle);
    reach = setup.reach(part);
    allowed = setup.allowed(part);
    if (place(triangle, w0, w1, w2)) {
      aim();
      rayCount++;
      if (rays.first(origin, direction, reach.outward() + reach.inward(), allowed)) {
        double r0 = rays.weight0();
        double r1 = rays.weight1();
        return setup.surface().at(rays.triangle(), r0, r1, 1 - r0 - r1);
      }
    }
    double farthest = Math.max(reach.outward(), reach.inward());
    if (points.find(px, py, pz, farthest, allowed)) {
      double c0 = points.weight0();
      double c1 = points.weight1();
      return FALLBACK | setup.surface().at(points.triangle(), c0, c1, 1 - c0 - c1);
    }
    return MISSED;
  }

  /** Takes position and direction of a point; false where the surface gives no direction. */
  private boolean place(int triangle, double w0, double w1, double w2) {
    float[] p = target.positions();
    int a = target.triangleVertex(triangle, 0);
    int b = target.triangleVertex(triangle, 1);
    int c = target.triangleVertex(triangle, 2);
    px = w0 * p[3 * a] + w1 * p[3 * b] + w2 * p[3 * c];
    py = w0 * p[3 * a + 1] + w1 * p[3 * b + 1] + w2 * p[3 * c + 1];
    pz = w0 * p[3 * a + 2] + w1 * p[3 * b + 2] + w2 * p[3 * c + 2];
    float[] n = setup.directions();
    int na = 3 * setup.weld().of(a);
    int nb = 3 * setup.weld().of(b);
    int nc = 3 * setup.weld().of(c);
    dx = w0 * n[na] + w1 * n[nb] + w2 * n[nc];
    dy = w0 * n[na + 1] + w1 * n[nb + 1] + w2 * n[nc + 1];
    dz = w0 * n[na + 2] + w1 * n[nb + 2] + w2 * n[nc + 2];
    double norm = Math.sqrt(dx * dx + dy * dy + dz * dz);
    dx /= norm;
    dy /= norm;
    dz /= norm;
    return norm > 1e-9;
  }

  private void aim() {
    origin[0] = (float) (px + dx * reach.outward());
    origin[1] = (float) (py + dy * reach.outward());
    origin[2] = (float) (pz + dz * reach.outward());
    direction[0] = (float) -dx;
    direction[1] = (float) -dy;
    direction[2] = (float) -dz;
  }

  @Override
  public void clearRegion() {
    shaft.clear();
    isRegionMixed = false;
    regionPart = -1;
  }

  @Override
  public boolean addToRegion(int triangle, double w0, double w1, double w2) {
    int part = setup.partOfTriangle(triangle);
    // Another part may have another reach and other partners.
    isRegionMixed |= regionPart >= 0 && part != regionPart;
    regionPart = part;
    isRegionMixed |= !place(triangle, w0, w1, w2);
    if (!shaft.hasRoomFor(1)) {
      return false;
    }
    shaft.add(px, py, pz, dx, dy, dz);
    return true;
  }

  @Override
  public int groupOfRegion() {
    if (isRegionMixed || regionPart < 0) {
      return UNDECIDED;
    }
    Reach of = setup.reach(regionPart);
    int label = shaft.label(of.inward(), of.outward(), setup.allowed(regionPart));
    return label < 0 ? UNDECIDED : label;
  }

  @Override
  public long rays() {
    return rayCount;
  }
}
