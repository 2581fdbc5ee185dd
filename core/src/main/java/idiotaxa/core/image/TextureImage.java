package idiotaxa.core.image;

import java.awt.image.BufferedImage;

/** Pixels of a material's base colour image, 8-bit sRGB without alpha, rows downwards. */
public final class TextureImage {
  private final BufferedImage image;

  public TextureImage(BufferedImage image) {
    this.image = image;
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
    image.getRGB(0, y, width(), 1, out, 0, width());
    for (int x = 0; x < out.length; x++) {
      out[x] &= 0xFFFFFF;
    }
  }
}
