package idiotaxa.core.bake;

/** The point that is read is the point of the target itself. */
final class SelfFinder implements OwnColors.Finder {
  private int triangle;
  private double weight0;
  private double weight1;

  @Override
  public boolean find(int ofTriangle, double w0, double w1, double w2) {
    triangle = ofTriangle;
    weight0 = w0;
    weight1 = w1;
    return true;
  }

  @Override
  public int triangle() {
    return triangle;
  }

  @Override
  public double weight0() {
    return weight0;
  }

  @Override
  public double weight1() {
    return weight1;
  }
}
