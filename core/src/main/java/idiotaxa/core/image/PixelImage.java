package idiotaxa.core.image;

import java.util.function.Supplier;

/**
 * A PNG to be written, row by row.
 *
 * @param isColor whether the values are colours, marked as sRGB, or data, left unmarked
 * @param rows opened once a thread
 */
public record PixelImage(
    int width, int height, Layout layout, boolean isColor, Supplier<Rows> rows) {

  /** Bytes of a pixel, in file order. */
  public enum Layout {
    GREY_8(0, 8, 1),
    GREY_16(0, 16, 2),
    RGB_8(2, 8, 3),
    RGBA_8(6, 8, 4);

    private final int colorType;
    private final int bitDepth;
    private final int bytesPerPixel;

    Layout(int colorType, int bitDepth, int bytesPerPixel) {
      this.colorType = colorType;
      this.bitDepth = bitDepth;
      this.bytesPerPixel = bytesPerPixel;
    }

    int colorType() {
      return colorType;
    }

    int bitDepth() {
      return bitDepth;
    }

    public int bytesPerPixel() {
      return bytesPerPixel;
    }
  }

  /** Produces rows in any order. */
  public interface Rows {
    /**
     * @param out width × bytes of a pixel, to be filled from index {@code offset}
     */
    void row(int y, byte[] out, int offset);
  }

  /** Rows of which is known where they may differ from the row above, so that nothing else need be looked at. */
  public interface ChangingRows extends Rows {
    /** Begin and end of every stretch of columns that may differ, in turn, ascending; row 0 differs as a whole. */
    char[] changes(int y);

    /**
     * Columns begin … end−1 of a row.
     *
     * @param out to be filled from index {@code offset}
     */
    void pixels(int y, int begin, int end, byte[] out, int offset);
  }

  int rowBytes() {
    return width * layout.bytesPerPixel();
  }
}
