package idiotaxa.core.bake;

/** Reads the group from the target itself: no ray is needed. */
final class SelfReader implements IdReader {
  private final SurfaceGroups surface;

  SelfReader(SurfaceGroups surface) {
    this.surface = surface;
  }

  @Override
  public int groupAt(int triangle, double w0, double w1, double w2) {
    return surface.at(triangle, w0, w1, w2);
  }

  @Override
  public long rays() {
    return 0;
  }
}
