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
}
