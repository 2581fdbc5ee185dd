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

  int rowBytes() {
    return width * layout.bytesPerPixel();
  }
}
