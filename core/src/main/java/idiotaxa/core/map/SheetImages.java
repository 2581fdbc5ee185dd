package idiotaxa.core.map;

import idiotaxa.core.group.Palette;
import idiotaxa.core.image.PixelImage;

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
        new MapRows() {
          @Override
          public void row(int y, byte[] out, int offset) {
            maps.colorRow(y, colors, out, offset);
          }

          @Override
          void texel(int texel, byte[] out, int at) {
            PaddedMaps.putColor(colors[maps.groupAt(texel)], out, at);
          }
        });
  }

  /** 8-bit RGB in which groups blend by their true coverages, as a receiving tool filters an image. */
  public PixelImage filteredIdMap() {
    return image(
        PixelImage.Layout.RGB_8,
        true,
        new MapRows() {
          @Override
          public void row(int y, byte[] out, int offset) {
            maps.blendRow(y, colors, out, offset);
          }

          @Override
          void texel(int texel, byte[] out, int at) {
            PaddedMaps.putColor(maps.blendAt(texel, colors), out, at);
          }
        });
  }

  /** Group numbers in 8-bit grey, in 16-bit grey when a number is above 255. */
  public PixelImage indexMap() {
    if (maxNumber > MAX_GREY_8) {
      return wideIndexMap();
    }
    return image(
        PixelImage.Layout.GREY_8,
        false,
        new MapRows() {
          @Override
          void texel(int texel, byte[] out, int at) {
            out[at] = (byte) maps.groupAt(texel);
          }
        });
  }

  private PixelImage wideIndexMap() {
    return image(
        PixelImage.Layout.GREY_16,
        false,
        new MapRows() {
          @Override
          void texel(int texel, byte[] out, int at) {
            int group = maps.groupAt(texel);
            out[at] = (byte) (group >> 8);
            out[at + 1] = (byte) group;
          }
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
        new MapRows() {
          @Override
          public void row(int y, byte[] out, int offset) {
            maps.coverageRow(y, isInSet, out, offset);
          }

          @Override
          void texel(int texel, byte[] out, int at) {
            out[at] = (byte) maps.coverageAt(texel, isInSet);
          }
        });
  }

  private PixelImage image(PixelImage.Layout layout, boolean isColor, MapRows rows) {
    rows.bytes = layout.bytesPerPixel();
    return new PixelImage(maps.width(), maps.height(), layout, isColor, () -> rows);
  }

  /** Rows of the padded maps, which several threads may ask for. */
  private abstract class MapRows implements PixelImage.ChangingRows {
    private final RowChanges changes = maps.changes();
    private int bytes;

    /** Writes one texel at an index. */
    abstract void texel(int texel, byte[] out, int at);

    @Override
    public void row(int y, byte[] out, int offset) {
      pixels(y, 0, maps.width(), out, offset);
    }

    @Override
    public char[] changes(int y) {
      return changes.of(y);
    }

    @Override
    public void pixels(int y, int begin, int end, byte[] out, int offset) {
      int from = y * maps.width();
      for (int x = begin, at = offset; x < end; x++, at += bytes) {
        texel(from + x, out, at);
      }
    }
  }
}
