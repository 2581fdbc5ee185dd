package idiotaxa.core.mask;

import idiotaxa.core.image.PixelImage;
import idiotaxa.core.map.PaddedPlane;
import idiotaxa.core.map.SheetMaps;
import java.util.List;

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
   * @param sheets that were computed at once; all of the bake where a mask needs them
   * @param index of the sheet that is meant
   */
  public PixelImage pack(PackSpec spec, List<MaskSheet> sheets, int index) {
    MaskSheet sheet = sheets.get(index);
    PaddedPlane[] wells = new PaddedPlane[4];
    PackSpec.Well[] asked = spec.wells();
    for (int c = 0; c < wells.length; c++) {
      wells[c] = asked[c] == null ? null : well(asked[c], sheets, index);
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

  private PaddedPlane well(PackSpec.Well well, List<MaskSheet> sheets, int index) {
    MaskSheet sheet = sheets.get(index);
    if (well.image() != null) {
      // The artist's own picture covers the whole sheet and is taken as it is.
      return PaddedPlane.ofBytes(images.of(well.image(), sheet).values());
    }
    char[] plane =
        well.mask() != null
            ? make(maker.find(well.mask()), sheets, index)
            : maker.plain(well.asPart(), sheet);
    return PaddedPlane.of(sheet.maps(), plane, radius, threads);
  }

  /** A mask of one sheet; of all of them only where that is needed. */
  public char[] make(MaskSpec spec, List<MaskSheet> sheets, int index) {
    return maker.needsAllSheets(spec)
        ? maker.make(spec, sheets)[index]
        : maker.make(spec, List.of(sheets.get(index)))[0];
  }
}
