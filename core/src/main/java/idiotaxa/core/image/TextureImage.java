package idiotaxa.core.image;

import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.DataBuffer;
import java.awt.image.Raster;

/** Pixels of a material's base colour image, 8-bit sRGB without alpha, rows downwards. */
public final class TextureImage {
  private final BufferedImage image;
  private final boolean isGrey;

  public TextureImage(BufferedImage image) {
    this.image = image;
    isGrey = image.getColorModel().getColorSpace().getType() == ColorSpace.TYPE_GRAY;
  }

  public int width() {
    return image.getWidth();
  }

  public int height() {
    return image.getHeight();
  }

  /**
   * @param out gets 0xRRGGBB of each pixel of a row
   */
  public void row(int y, int[] out) {
    if (isGrey) {
      greyRow(y, out);
      return;
    }
    image.getRGB(0, y, width(), 1, out, 0, width());
    for (int x = 0; x < out.length; x++) {
      out[x] &= 0xFFFFFF;
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
