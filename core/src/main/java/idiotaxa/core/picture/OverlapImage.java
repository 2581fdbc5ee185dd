package idiotaxa.core.picture;

import idiotaxa.core.image.PixelImage;
import idiotaxa.core.raster.UvOverlaps;

/**
 * Overlapping UVs as a picture to lay over a sheet: conflicts are striped black and white, harmless
 * overlaps dotted; everything else is transparent.
 */
public final class OverlapImage {
  private static final int PERIOD = 4;

  private OverlapImage() {}

  /**
   * @param texels as {@link UvOverlaps#texels} gives them
   */
  public static PixelImage of(int size, byte[] texels) {
    return new PixelImage(
        size,
        size,
        PixelImage.Layout.RGBA_8,
        true,
        () ->
            (y, out, offset) -> {
              for (int x = 0; x < size; x++) {
                put(texels[y * size + x], x, y, out, offset + 4 * x);
              }
            });
  }

  private static void put(byte kind, int x, int y, byte[] out, int at) {
    boolean isStripe = Math.floorMod(x + y, PERIOD) < PERIOD / 2;
    // A quarter of the texels: from afar, where single ones are not seen, it is still a darker tone.
    boolean isDot = x % PERIOD < PERIOD / 2 && y % PERIOD < PERIOD / 2;
    boolean isDark = kind == UvOverlaps.CONFLICT && isStripe || kind == UvOverlaps.HARMLESS && isDot;
    boolean isLight = kind == UvOverlaps.CONFLICT && !isStripe;
    byte grey = (byte) (isLight ? 255 : 0);
    out[at] = grey;
    out[at + 1] = grey;
    out[at + 2] = grey;
    out[at + 3] = (byte) (isDark || isLight ? 255 : 0);
  }
}
