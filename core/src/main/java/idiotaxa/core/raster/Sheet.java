package idiotaxa.core.raster;

/**
 * One image's worth of UV space.
 *
 * @param name tile number or material name
 * @param triangles of the target, ascending
 * @param tileU subtracted from u
 * @param tileV subtracted from v
 */
public record Sheet(String name, int[] triangles, int tileU, int tileV) {}
