package idiotaxa.core.image;

/** A small copy of an RGBA image. */
final class Thumbnail {
  private static final int LARGEST = 256;
  /** Rows of the image that a pixel is the mean of, where there are more. */
  private static final int ROWS = 4;

  private Thumbnail() {}

  /**
   * At most 256 px wide and high; every pixel is the mean of those that it stands for, of four rows of a
   * large image.
   */
  static PixelImage of(PixelImage image) {
    double scale = Math.min(1, (double) LARGEST / Math.max(image.width(), image.height()));
    int width = Math.max(1, (int) Math.round(image.width() * scale));
    int height = Math.max(1, (int) Math.round(image.height() * scale));
    byte[] small = new byte[4 * width * height];
    byte[] row = new byte[4 * image.width()];
    PixelImage.Rows rows = image.rows().get();
    for (int y = 0; y < height; y++) {
      // Premultiplied sums, so that colours of what is transparent do not show.
      long[] sums = new long[4 * width];
      long[] counts = new long[width];
      int to = Math.max(from(y, height, image.height()) + 1, from(y + 1, height, image.height()));
      int step = Math.max(1, image.height() / height / ROWS);
      for (int v = from(y, height, image.height()); v < to; v += step) {
        rows.row(v, row, 0);
        for (int x = 0; x < width; x++) {
          int end = Math.max(from(x, width, image.width()) + 1, from(x + 1, width, image.width()));
          for (int u = from(x, width, image.width()); u < end; u++) {
            int alpha = row[4 * u + 3] & 0xFF;
            for (int k = 0; k < 3; k++) {
              sums[4 * x + k] += (long) alpha * (row[4 * u + k] & 0xFF);
            }
            sums[4 * x + 3] += alpha;
            counts[x]++;
          }
        }
      }
      for (int x = 0; x < width; x++) {
        long alpha = sums[4 * x + 3];
        int at = 4 * (y * width + x);
        for (int k = 0; k < 3; k++) {
          small[at + k] = (byte) (alpha == 0 ? 0 : (sums[4 * x + k] + alpha / 2) / alpha);
        }
        small[at + 3] = (byte) ((alpha + counts[x] / 2) / counts[x]);
      }
    }
    return new PixelImage(
        width,
        height,
        PixelImage.Layout.RGBA_8,
        true,
        () -> (y, out, offset) -> System.arraycopy(small, 4 * width * y, out, offset, 4 * width));
  }

  private static int from(int index, int size, int original) {
    return (int) ((long) index * original / size);
  }
}
