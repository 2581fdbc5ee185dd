package idiotaxa.core.bake;

import idiotaxa.core.reach.Reach;
import idiotaxa.core.trace.ShaftQuery;

/** Reads the group from a source, by {@link RayFinder}. */
final class RayReader implements IdReader {
  private final SourceSetup setup;
  private final RayFinder finder;
  private final ShaftQuery shaft;
  private boolean isRegionMixed;
  private int regionPart;

  RayReader(SourceSetup setup) {
    this.setup = setup;
    finder = new RayFinder(setup);
    shaft = new ShaftQuery(setup.bvh(), setup.labels());
  }

  @Override
  public int groupAt(int triangle, double w0, double w1, double w2) {
    if (!finder.find(triangle, w0, w1, w2)) {
      return MISSED;
    }
    double r0 = finder.weight0();
    double r1 = finder.weight1();
    int group = setup.surface().at(finder.triangle(), r0, r1, 1 - r0 - r1);
    return group | (finder.isFallback() ? FALLBACK : finder.isFarther() ? FARTHER : 0);
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
    isRegionMixed |= !finder.place(triangle, w0, w1, w2);
    if (!shaft.hasRoomFor(1)) {
      return false;
    }
    shaft.add(finder.position, finder.normal);
    return true;
  }

  @Override
  public int groupOfRegion() {
    if (isRegionMixed || regionPart < 0) {
      return UNDECIDED;
    }
    Reach reach = setup.reach(regionPart);
    int label = shaft.label(reach.inward(), reach.outward(), setup.allowed(regionPart));
    return label < 0 ? UNDECIDED : label;
  }

  @Override
  public long rays() {
    return finder.rays();
  }
}
