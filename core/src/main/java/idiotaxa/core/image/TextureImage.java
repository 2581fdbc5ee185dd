package idiotaxa.core.image;

import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ColorModel;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferByte;
import java.awt.image.PixelInterleavedSampleModel;
import java.awt.image.Raster;
import java.util.Arrays;

/** Pixels of an image, 8-bit sRGB, rows downwards; alpha apart from colour. */
public final class TextureImage {
  private final BufferedImage image;
  private final boolean isGrey;
  /** Null where the library has to convert. */
  private final byte[] bytes;
  private final PixelInterleavedSampleModel model;

  /** Value of every value of a channel, red, green, blue; null where they stay. */
  private final int[][] tables;

  public TextureImage(BufferedImage image) {
    this(image, null);
  }

  private TextureImage(BufferedImage image, int[][] tables) {
    this.image = image;
    this.tables = tables;
    ColorModel colors = image.getColorModel();
    isGrey = colors.getColorSpace().getType() == ColorSpace.TYPE_GRAY;
    boolean isPlain =
        colors instanceof ComponentColorModel
            && colors.getColorSpace().isCS_sRGB()
            && !colors.isAlphaPremultiplied()
            && image.getSampleModel() instanceof PixelInterleavedSampleModel
            && image.getRaster().getDataBuffer() instanceof DataBufferByte data
            && data.getNumBanks() == 1
            && data.getOffset() == 0
            && image.getRaster().getParent() == null;
    model = isPlain ? (PixelInterleavedSampleModel) image.getSampleModel() : null;
    bytes = isPlain ? ((DataBufferByte) image.getRaster().getDataBuffer()).getData() : null;
  }

  public int width() {
    return image.getWidth();
  }

  public int height() {
    return image.getHeight();
  }

  /**
   * The same image with other colours.
   *
   * @param ofChannel what stands for each of 256 values of red, of green and of blue
   */
  public TextureImage through(int[][] ofChannel) {
    return new TextureImage(image, ofChannel);
  }

  /**
   * @param out gets 0xRRGGBB of each pixel of a row
   */
  public void row(int y, int[] out) {
    plainRow(y, out);
    for (int x = 0; tables != null && x < out.length; x++) {
      int rgb = out[x];
      out[x] = tables[0][rgb >> 16] << 16 | tables[1][rgb >> 8 & 0xFF] << 8 | tables[2][rgb & 0xFF];
    }
  }

  private void plainRow(int y, int[] out) {
    if (isGrey) {
      greyRow(y, out);
      return;
    }
    if (bytes != null) {
      byteRow(y, out);
      return;
    }
    image.getRGB(0, y, width(), 1, out, 0, width());
    for (int x = 0; x < out.length; x++) {
      out[x] &= 0xFFFFFF;
    }
  }

  /**
   * Values of grey as the file has them, without what the library makes of light.
   *
   * @param out gets 0 … 65535 of each pixel of a row; of 8 bits every value 257 times
   * @return the first pixel that has colours, −1 where none has
   */
  public int greys(int y, char[] out) {
    int bits = image.getSampleModel().getSampleSize(0);
    boolean isWide = bits == 16 && image.getRaster().getTransferType() == DataBuffer.TYPE_USHORT;
    if (!isWide && !isGrey) {
      return greysOfBytes(y, out);
    }
    int colors = image.getColorModel().getNumColorComponents();
    int full = (1 << bits) - 1;
    int[] first = image.getRaster().getSamples(0, y, width(), 1, 0, (int[]) null);
    for (int band = 1; band < colors; band++) {
      int[] other = image.getRaster().getSamples(0, y, width(), 1, band, (int[]) null);
      int differs = Arrays.mismatch(first, other);
      if (differs >= 0) {
        return differs;
      }
    }
    for (int x = 0; x < out.length; x++) {
      out[x] = (char) (isWide ? first[x] : first[x] * 65535 / full);
    }
    return -1;
  }

  private int greysOfBytes(int y, char[] out) {
    int[] row = new int[width()];
    row(y, row);
    for (int x = 0; x < row.length; x++) {
      int grey = row[x] & 0xFF;
      if (row[x] != grey * 0x010101) {
        return x;
      }
      out[x] = (char) (grey * 257);
    }
    return -1;
  }

  public boolean hasAlpha() {
    return image.getColorModel().hasAlpha();
  }

  /**
   * @param out gets 0 (transparent) … 255 of each pixel of a row
   */
  public void alphaRow(int y, int[] out) {
    image.getRGB(0, y, width(), 1, out, 0, width());
    for (int x = 0; x < out.length; x++) {
      out[x] >>>= 24;
    }
  }

  /** Plain sRGB bytes need none of the library's conversions, which take most of the time. */
  private void byteRow(int y, int[] out) {
    int at = y * model.getScanlineStride();
    int step = model.getPixelStride();
    int[] offsets = model.getBandOffsets();
    for (int x = 0; x < out.length; x++, at += step) {
      int red = bytes[at + offsets[0]] & 0xFF;
      int green = bytes[at + offsets[1]] & 0xFF;
      out[x] = red << 16 | green << 8 | bytes[at + offsets[2]] & 0xFF;
    }
  }

  /** The bytes as they are: the library takes grey for linear light and would make it brighter. */
  private void greyRow(int y, int[] out) {
    Raster raster = image.getRaster();
    raster.getSamples(0, y, width(), 1, 0, out);
    int bits = image.getSampleModel().getSampleSize(0);
    boolean isWide = raster.getTransferType() == DataBuffer.TYPE_USHORT && bits == 16;
    for (int x = 0; x < out.length; x++) {
      int grey = isWide ? (out[x] + 128) / 257 : out[x] * 255 / ((1 << bits) - 1);
      out[x] = grey * 0x010101;
    }
  }
}
