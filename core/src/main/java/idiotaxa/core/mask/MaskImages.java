package idiotaxa.core.mask;

import idiotaxa.core.image.PixelImage;
import idiotaxa.core.map.PaddedPlane;
import idiotaxa.core.map.SheetMaps;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.function.Function;

/** Images of masks and packs of a sheet, padded or not. */
public final class MaskImages {
  private static final int CHANNELS = 4;

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
    PaddedPlane[] wells = wells(spec.wells(), sheet, planes);
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

  private PaddedPlane[] wells(PackSpec.Well[] asked, MaskSheet sheet, Function<String, char[]> planes) {
    PaddedPlane[] wells = new PaddedPlane[CHANNELS];
    List<char[]> drawn = new ArrayList<>();
    for (int c = 0; c < CHANNELS; c++) {
      if (asked[c] != null && asked[c].image() != null) {
        // The artist's own picture covers the whole sheet and is taken as it is.
        wells[c] = PaddedPlane.whole(images.of(asked[c].image(), sheet).values());
      } else if (asked[c] != null) {
        drawn.add(asked[c].mask() != null ? planes.apply(asked[c].mask()) : maker.plain(asked[c].asPart(), sheet));
      }
    }
    Iterator<PaddedPlane> padded = PaddedPlane.allOf(sheet.maps(), drawn, radius, threads).iterator();
    for (int c = 0; c < CHANNELS; c++) {
      if (asked[c] != null && wells[c] == null) {
        wells[c] = padded.next();
      }
    }
    return wells;
  }
}
