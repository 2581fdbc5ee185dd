package idiotaxa.core.bake;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.trace.ClosestPointQuery;
import idiotaxa.core.trace.RayQuery;

/**
 * Reads the group from a source: a ray from P + d·outward along −d, the outermost hit on a paired
 * part wins; a miss falls back to the closest point within the larger reach.
 */
final class RayReader implements IdReader {
  private final SourceSetup setup;
  private final Mesh target;
  private final RayQuery rays;
  private final ClosestPointQuery points;
  private final float[] origin = new float[3];
  private final float[] direction = new float[3];
  private final double length;
  private final double fallbackReach;
  private long rayCount;

  RayReader(SourceSetup setup) {
    this.setup = setup;
    target = setup.target();
    rays = new RayQuery(setup.bvh());
    points = new ClosestPointQuery(setup.bvh());
    length = setup.reach().outward() + setup.reach().inward();
    fallbackReach = Math.max(setup.reach().outward(), setup.reach().inward());
  }

  @Override
  public int groupAt(int triangle, double w0, double w1, double w2) {
    float[] p = target.positions();
    int a = target.triangleVertex(triangle, 0);
    int b = target.triangleVertex(triangle, 1);
    int c = target.triangleVertex(triangle, 2);
    double px = w0 * p[3 * a] + w1 * p[3 * b] + w2 * p[3 * c];
    double py = w0 * p[3 * a + 1] + w1 * p[3 * b + 1] + w2 * p[3 * c + 1];
    double pz = w0 * p[3 * a + 2] + w1 * p[3 * b + 2] + w2 * p[3 * c + 2];
    long[] allowed = setup.allowedOfTriangle(triangle);
    if (aim(a, b, c, w0, w1, w2, px, py, pz)) {
      rayCount++;
      if (rays.first(origin, direction, length, allowed)) {
        double r0 = rays.weight0();
        double r1 = rays.weight1();
        return setup.surface().at(rays.triangle(), r0, r1, 1 - r0 - r1);
      }
    }
    if (points.find(px, py, pz, fallbackReach, allowed)) {
      double c0 = points.weight0();
      double c1 = points.weight1();
      return FALLBACK | setup.surface().at(points.triangle(), c0, c1, 1 - c0 - c1);
    }
    return MISSED;
  }

  /** False where the surface gives no direction. */
  private boolean aim(
      int a, int b, int c, double w0, double w1, double w2, double px, double py, double pz) {
    float[] n = setup.directions();
    int na = 3 * setup.weld().of(a);
    int nb = 3 * setup.weld().of(b);
    int nc = 3 * setup.weld().of(c);
    double dx = w0 * n[na] + w1 * n[nb] + w2 * n[nc];
    double dy = w0 * n[na + 1] + w1 * n[nb + 1] + w2 * n[nc + 1];
    double dz = w0 * n[na + 2] + w1 * n[nb + 2] + w2 * n[nc + 2];
    double norm = Math.sqrt(dx * dx + dy * dy + dz * dz);
    if (!(norm > 1e-9)) {
      return false;
    }
    double out = setup.reach().outward() / norm;
    origin[0] = (float) (px + dx * out);
    origin[1] = (float) (py + dy * out);
    origin[2] = (float) (pz + dz * out);
    direction[0] = (float) (-dx / norm);
    direction[1] = (float) (-dy / norm);
    direction[2] = (float) (-dz / norm);
    return true;
  }

  @Override
  public long rays() {
    return rayCount;
  }
}
