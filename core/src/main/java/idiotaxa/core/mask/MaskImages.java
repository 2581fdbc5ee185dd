package idiotaxa.core.mask;

import idiotaxa.core.image.PixelImage;
import idiotaxa.core.map.PaddedPlane;
import idiotaxa.core.map.SheetMaps;
import java.util.function.Function;

/** Images of masks and packs of a sheet, padded or not. */
public final class MaskImages {
  private final MaskMaker maker;
  private final GreyImages images;
  private final int radius;
  private final int threads;

  /**
   * @param radius of the padding, px, 0 for none, or everywhere
   */
  public MaskImages(MaskMaker maker, GreyImages images, int radius, int threads) {
    this.maker = maker;
    this.images = images;
    this.radius = radius;
    this.threads = threads;
  }

  /**
   * @param plane unpadded, as {@link MaskMaker#make} gives it
   * @param bits 8 or 16
   */
  public PixelImage mask(SheetMaps maps, char[] plane, int bits) {
    PaddedPlane padded = PaddedPlane.of(maps, plane, radius, threads);
    int width = maps.width();
    boolean isWide = bits == 16;
    return new PixelImage(
        width,
        maps.height(),
        isWide ? PixelImage.Layout.GREY_16 : PixelImage.Layout.GREY_8,
        false,
        () ->
            (y, out, offset) -> {
              int at = offset;
              for (int i = y * width; i < (y + 1) * width; i++) {
                if (isWide) {
                  char value = padded.at16(i);
                  out[at++] = (byte) (value >> 8);
                  out[at++] = (byte) value;
                } else {
                  out[at++] = padded.at8(i);
                }
              }
            });
  }

  /**
   * @param planes of the masks that the pack uses, by the names under which it does
   */
  public PixelImage pack(PackSpec spec, MaskSheet sheet, Function<String, char[]> planes) {
    PaddedPlane[] wells = new PaddedPlane[4];
    PackSpec.Well[] asked = spec.wells();
    for (int c = 0; c < wells.length; c++) {
      wells[c] = asked[c] == null ? null : well(asked[c], sheet, planes);
    }
    int width = sheet.maps().width();
    return new PixelImage(
        width,
        sheet.maps().height(),
        PixelImage.Layout.RGBA_8,
        false,
        () ->
            (y, out, offset) -> {
              int at = offset;
              for (int i = y * width; i < (y + 1) * width; i++) {
                for (int c = 0; c < wells.length; c++) {
                  byte empty = (byte) (c == 3 ? 0xFF : 0);
                  out[at++] = wells[c] == null ? empty : wells[c].at8(i);
                }
              }
            });
  }

  private PaddedPlane well(
      PackSpec.Well well, MaskSheet sheet, Function<String, char[]> planes) {
    if (well.image() != null) {
      // The artist's own picture covers the whole sheet and is taken as it is.
      return PaddedPlane.whole(images.of(well.image(), sheet).values());
    }
    char[] plane =
        well.mask() != null
            ? planes.apply(well.mask())
            : maker.plain(well.asPart(), sheet);
    return PaddedPlane.of(sheet.maps(), plane, radius, threads);
  }
}
