package idiotaxa.core.mask;

/**
 * A small region of the map that lies in another group.
 *
 * @param group number that it has, 0 for unclaimed
 * @param proposed number of the group that has most of its rim
 * @param texels in it
 * @param squareMillimetres that it has of the surface, 0 where there is no mesh
 * @param texel one of it: column + row · width
 * @param x left column of its box
 * @param y upper row of its box
 * @param width of its box, px
 * @param height of its box, px
 * @param position of that texel on the target, metres; empty where there is no mesh
 * @param normal there
 */
public record Speck(
    int group,
    int proposed,
    long texels,
    double squareMillimetres,
    int texel,
    int x,
    int y,
    int width,
    int height,
    double[] position,
    double[] normal) {}
