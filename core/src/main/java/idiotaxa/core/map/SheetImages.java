package idiotaxa.core.map;

import idiotaxa.core.group.Palette;
import idiotaxa.core.image.PixelImage;
import java.util.function.Supplier;

/**
 * The images of one baked sheet: ID map, index map and masks, padded or not. Holds no image, only
 * says how rows are made.
 */
public final class SheetImages {
  /** Colour of texels that no group has. */
  public static final int BACKGROUND = 0x000000;

  private static final int MAX_GREY_8 = 255;

  private final PaddedMaps maps;
  private final int[] colors;
  private final int maxNumber;

  public SheetImages(PaddedMaps maps, Palette palette) {
    this.maps = maps;
    maxNumber = palette.maxNumber();
    colors = palette.colorTable(BACKGROUND);
  }

  /** 8-bit RGB in ID colours: crisp, so only palette colours and the background occur. */
  public PixelImage idMap() {
    return image(
        PixelImage.Layout.RGB_8,
        true,
        () -> {
          char[] groups = new char[maps.width()];
          return (y, out, offset) -> {
            maps.groupRow(y, groups);
            int rgb = 0;
            int last = -1;
            for (int x = 0, at = offset; x < groups.length; x++, at += 3) {
              if (groups[x] != last) {
                last = groups[x];
                rgb = colors[last];
              }
              out[at] = (byte) (rgb >> 16);
              out[at + 1] = (byte) (rgb >> 8);
              out[at + 2] = (byte) rgb;
            }
          };
        });
  }

  /** 8-bit RGB in which groups blend by their true coverages, as a receiving tool filters an image. */
  public PixelImage filteredIdMap() {
    return image(
        PixelImage.Layout.RGB_8,
        true,
        () -> (y, out, offset) -> maps.blendRow(y, colors, out, offset));
  }

  /** Group numbers in 8-bit grey, in 16-bit grey when a number is above 255. */
  public PixelImage indexMap() {
    boolean isWide = maxNumber > MAX_GREY_8;
    return image(
        isWide ? PixelImage.Layout.GREY_16 : PixelImage.Layout.GREY_8,
        false,
        () -> {
          char[] groups = new char[maps.width()];
          return (y, out, offset) -> {
            maps.groupRow(y, groups);
            int at = offset;
            for (char group : groups) {
              if (isWide) {
                out[at++] = (byte) (group >> 8);
              }
              out[at++] = (byte) group;
            }
          };
        });
  }

  /** Coverage of a set of groups in 8-bit grey. */
  public PixelImage mask(int... groupNumbers) {
    boolean[] isInSet = new boolean[maxNumber + 1];
    for (int number : groupNumbers) {
      isInSet[number] = true;
    }
    return image(
        PixelImage.Layout.GREY_8,
        false,
        () -> (y, out, offset) -> maps.coverageRow(y, isInSet, out, offset));
  }

  private PixelImage image(
      PixelImage.Layout layout,
      boolean isColor,
      Supplier<PixelImage.Rows> rows) {
    return new PixelImage(maps.width(), maps.height(), layout, isColor, rows);
  }
}
