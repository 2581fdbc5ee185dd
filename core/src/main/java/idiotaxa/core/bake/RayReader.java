package idiotaxa.core.bake;

import idiotaxa.core.reach.Reach;
import idiotaxa.core.trace.NearTriangles;

/** Reads the group from a source, by {@link RayFinder}. */
final class RayReader implements IdReader {
  private final SourceSetup setup;
  private final RayFinder finder;
  private boolean isRegionMixed;
  private boolean isRegionKnown;
  private int regionPart;

  RayReader(SourceSetup setup) {
    this.setup = setup;
    finder = new RayFinder(setup, true);
  }

  @Override
  public int groupAt(int triangle, double w0, double w1, double w2) {
    return finder.find(triangle, w0, w1, w2) ? groupOfFound() : MISSED;
  }

  private int groupOfFound() {
    double r0 = finder.weight0();
    double r1 = finder.weight1();
    int group = setup.surface().at(finder.triangle(), r0, r1, 1 - r0 - r1);
    return group | (finder.isFallback() ? FALLBACK : finder.isFarther() ? FARTHER : 0);
  }

  @Override
  public int groupInRegion(int triangle, double w0, double w1, double w2) {
    if (!isRegionKnown) {
      return groupAt(triangle, w0, w1, w2);
    }
    if (!finder.findNear(triangle, w0, w1, w2)) {
      return MISSED;
    }
    int label = finder.near().label();
    return label >= 0 && finder.isHit() ? label : groupOfFound();
  }

  @Override
  public void beginAround() {
    finder.near().beginAround();
    forgetRegion();
  }

  @Override
  public void closeAround() {
    if (!isRegionMixed && regionPart >= 0) {
      Reach reach = setup.reach(regionPart);
      finder.near().closeAround(reach.inward(), reach.outward());
    }
  }

  @Override
  public void beginRegion(int level) {
    finder.near().begin(level);
    forgetRegion();
  }

  private void forgetRegion() {
    isRegionMixed = false;
    isRegionKnown = false;
    regionPart = -1;
  }

  @Override
  public boolean addToRegion(int triangle, double w0, double w1, double w2) {
    int part = setup.partOfTriangle(triangle);
    // Another part may have another reach and other partners.
    isRegionMixed |= regionPart >= 0 && part != regionPart;
    regionPart = part;
    isRegionMixed |= !finder.place(triangle, w0, w1, w2);
    // What lies near says nothing where rays may pass through it.
    isRegionMixed |= setup.filter() != null;
    return !isRegionMixed && finder.near().add(finder.position, finder.normal);
  }

  @Override
  public int groupOfRegion() {
    if (isRegionMixed || regionPart < 0) {
      return UNDECIDED;
    }
    Reach reach = setup.reach(regionPart);
    int label = finder.near().close(reach.inward(), reach.outward(), setup.allowed(regionPart));
    isRegionKnown = finder.near().isKnown();
    return label < 0 ? UNDECIDED : label;
  }

  @Override
  public long rays() {
    return finder.rays();
  }
}
