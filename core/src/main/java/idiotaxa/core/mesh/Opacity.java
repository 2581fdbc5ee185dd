package idiotaxa.core.mesh;

/**
 * How much of a material is there, by its alpha (glTF 2.0, 3.9.4).
 *
 * @param factor of all alpha values, 0 … 1
 * @param cutoff for a mask: what has less is not there
 */
public record Opacity(Mode mode, float factor, float cutoff) {
  /** All of it, whatever alpha says. */
  public static final Opacity SOLID = new Opacity(Mode.OPAQUE, 1, 0);

  /** What alpha means. */
  public enum Mode {
    OPAQUE,
    MASK,
    BLEND
  }

  /**
   * Whether something is there.
   *
   * @param alpha of texture and vertex colour together, 0 … 1
   */
  public boolean isThere(double alpha) {
    double whole = factor * alpha;
    return switch (mode) {
      case OPAQUE -> true;
      case MASK -> whole >= cutoff;
      case BLEND -> whole > 0;
    };
  }
}
