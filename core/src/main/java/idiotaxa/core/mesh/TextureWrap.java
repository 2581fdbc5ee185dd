package idiotaxa.core.mesh;

/** What a texture shows outside its unit square, along one of its sides (glTF 2.0, 3.8.4.5). */
public enum TextureWrap {
  REPEAT {
    @Override
    public double into(double at) {
      return at - Math.floor(at);
    }
  },
  /** The pixels of its edge. */
  CLAMP {
    @Override
    public double into(double at) {
      return Math.max(0, Math.min(1, at));
    }
  },
  /** Every other repetition the other way round. */
  MIRROR {
    @Override
    public double into(double at) {
      double turn = at - 2 * Math.floor(at / 2);
      return turn > 1 ? 2 - turn : turn;
    }
  };

  /** A coordinate inside the unit square, 0 … 1, which shows the same. */
  public abstract double into(double at);
}
