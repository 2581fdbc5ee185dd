package idiotaxa.receiver;

import java.awt.image.Raster;

/** Rows of images as coverages of 0 … 255, whether they have 8 or 16 bits. */
final class Coverages {
  private Coverages() {}

  static void row(Raster image, int band, int y, int[] out) {
    image.getSamples(0, y, out.length, 1, band, out);
    if (image.getSampleModel().getSampleSize(band) == 16) {
      for (int x = 0; x < out.length; x++) {
        out[x] = (out[x] + 128) / 257;
      }
    }
  }

  /** Texels in which a band of an image, of 8 bits, is not what a mask has; all where the sizes differ. */
  static long differing(Raster image, int band, Raster mask) {
    int width = image.getWidth();
    if (mask.getWidth() != width || mask.getHeight() != image.getHeight()) {
      return (long) width * image.getHeight();
    }
    long differing = 0;
    int[] a = new int[width];
    int[] b = new int[width];
    for (int y = 0; y < image.getHeight(); y++) {
      row(image, band, y, a);
      row(mask, 0, y, b);
      for (int x = 0; x < width; x++) {
        differing += a[x] == b[x] ? 0 : 1;
      }
    }
    return differing;
  }
}
