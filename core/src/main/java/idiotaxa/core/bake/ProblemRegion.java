package idiotaxa.core.bake;

/**
 * Texels of a sheet that hang together and share a problem.
 *
 * @param part target part at the region's middle
 * @param x left edge, texels
 * @param y upper edge, texels
 * @param width texels
 * @param height texels
 * @param texels how many
 * @param middleX column of the texel that is nearest to the mean of all
 * @param middleY row of that texel
 * @param position of that texel's centre on the target, metres, three values
 * @param normal of the target there, unit length, three values
 */
public record ProblemRegion(
    Kind kind,
    String part,
    int x,
    int y,
    int width,
    int height,
    int texels,
    int middleX,
    int middleY,
    double[] position,
    double[] normal) {
  /** What is wrong in a region. */
  public enum Kind {
    /** No source within reach. */
    MISSED,
    /** Owners of different groups. */
    CONFLICT,
    /** A ray longer than the measured reach was needed. */
    FARTHER,
    /** Rays missed, the closest point was taken. */
    FALLBACK
  }
}
