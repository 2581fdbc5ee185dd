package idiotaxa.core.bake;

import idiotaxa.core.origin.SurfaceGroups;
import idiotaxa.core.trace.NodeLabels;

/** Reads the group from the target itself: no ray is needed. */
final class SelfReader implements IdReader {
  private final SurfaceGroups surface;
  private int regionGroup;
  private boolean isRegionEmpty;

  SelfReader(SurfaceGroups surface) {
    this.surface = surface;
  }

  @Override
  public int groupAt(int triangle, double w0, double w1, double w2) {
    return surface.at(triangle, w0, w1, w2);
  }

  @Override
  public int groupInRegion(int triangle, double w0, double w1, double w2) {
    return groupAt(triangle, w0, w1, w2);
  }

  @Override
  public void beginAround() {}

  @Override
  public void closeAround() {}

  @Override
  public void beginRegion(int level) {
    isRegionEmpty = true;
  }

  @Override
  public boolean addToRegion(int triangle, double w0, double w1, double w2) {
    int label = surface.label(triangle);
    boolean isSame = label != NodeLabels.MIXED && (isRegionEmpty || label == regionGroup);
    regionGroup = isSame ? label : UNDECIDED;
    isRegionEmpty = false;
    return true;
  }

  @Override
  public int groupOfRegion() {
    return isRegionEmpty ? UNDECIDED : regionGroup;
  }

  @Override
  public long rays() {
    return 0;
  }
}
