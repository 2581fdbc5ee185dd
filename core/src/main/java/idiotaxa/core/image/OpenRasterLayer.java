package idiotaxa.core.image;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * A layer of one colour: a grey image is its alpha.
 *
 * @param name as tools show it
 * @param color 0xRRGGBB
 * @param coverage grey, 8 or 16 bit, of the size of the whole image; made when it is written
 * @param isVisible whether it is shown, and is in the merged image
 */
public record OpenRasterLayer(String name, int color, Lazy coverage, boolean isVisible) {

  /** Makes an image; what it takes in memory may go as soon as the layer is written. */
  @FunctionalInterface
  public interface Lazy {
    PixelImage load() throws IOException;
  }

  /** 8-bit RGBA, not premultiplied. */
  PixelImage image() throws IOException {
    PixelImage grey = coverage.load();
    int width = grey.width();
    return new PixelImage(
        width,
        grey.height(),
        PixelImage.Layout.RGBA_8,
        true,
        () -> {
          Alpha alpha = new Alpha(grey);
          return (y, out, offset) -> {
            alpha.read(y);
            int at = offset;
            for (int x = 0; x < width; x++) {
              out[at++] = (byte) (color >> 16);
              out[at++] = (byte) (color >> 8);
              out[at++] = (byte) color;
              out[at++] = (byte) alpha.at(x);
            }
          };
        });
  }

  /** What the visible layers give together, 8-bit RGBA, not premultiplied. */
  static PixelImage merged(List<OpenRasterLayer> layers, boolean isSum) throws IOException {
    List<OpenRasterLayer> visible = layers.stream().filter(OpenRasterLayer::isVisible).toList();
    List<PixelImage> images = new ArrayList<>();
    for (OpenRasterLayer layer : visible) {
      images.add(layer.coverage().load());
    }
    PixelImage any = images.get(0);
    return new PixelImage(
        any.width(),
        any.height(),
        PixelImage.Layout.RGBA_8,
        true,
        () -> new MergedRows(visible, images, any.width(), isSum));
  }

  /** A row of alpha, 0 … 255. */
  static final class Alpha {
    private static final byte[] EMPTY = new byte[1 << 16];

    private final PixelImage image;
    private final PixelImage.Rows rows;
    private final int each;
    private final byte[] row;

    Alpha(PixelImage image) {
      this.image = image;
      rows = image.rows().get();
      each = image.layout().bytesPerPixel();
      row = new byte[image.width() * each];
    }

    void read(int y) {
      rows.row(y, row, 0);
    }

    /** The first texel from one on that is not empty; the width when none is. */
    int next(int x) {
      int from = x * each;
      while (from < row.length && row[from] == 0) {
        int empty = Arrays.mismatch(row, from, row.length, EMPTY, 0, Math.min(EMPTY.length, row.length - from));
        from = empty < 0 ? row.length : from + Math.max(1, empty);
      }
      return from / each;
    }

    int at(int x) {
      if (image.layout() == PixelImage.Layout.GREY_8) {
        return row[x] & 0xFF;
      }
      int wide = (row[x * each] & 0xFF) << 8 | row[x * each + 1] & 0xFF;
      return (wide + 128) / 257;
    }
  }

  /** Layers one over the other, or added up (the operators src-over and plus of Porter and Duff). */
  private static final class MergedRows implements PixelImage.Rows {
    private final List<OpenRasterLayer> layers;
    private final List<Alpha> alphas;
    private final boolean isSum;
    private final float[] sums;

    MergedRows(
        List<OpenRasterLayer> layers, List<PixelImage> images, int width, boolean isSum) {
      this.layers = layers;
      this.isSum = isSum;
      alphas = images.stream().map(Alpha::new).toList();
      sums = new float[4 * width];
    }

    @Override
    public void row(int y, byte[] out, int offset) {
      Arrays.fill(sums, 0);
      for (int l = 0; l < alphas.size(); l++) {
        Alpha alpha = alphas.get(l);
        alpha.read(y);
        add(alpha, layers.get(l).color());
      }
      int at = offset;
      for (int i = 0; i < sums.length; i += 4) {
        float alpha = sums[i + 3];
        for (int k = 0; k < 3; k++) {
          out[at++] = (byte) (alpha == 0 ? 0 : Math.min(255, Math.round(sums[i + k] / alpha)));
        }
        out[at++] = (byte) Math.min(255, Math.round(alpha * 255));
      }
    }

    private void add(Alpha alpha, int color) {
      int width = sums.length / 4;
      // Nearly all of a layer is empty: on to the next texel that is not.
      for (int x = alpha.next(0); x < width; x = alpha.next(x + 1)) {
        add(alpha.at(x), color, 4 * x);
      }
    }

    private void add(int value, int color, int i) {
      float share = value / 255f;
      float kept = isSum ? 1 : 1 - share;
      sums[i] = sums[i] * kept + share * (color >> 16);
      sums[i + 1] = sums[i + 1] * kept + share * (color >> 8 & 0xFF);
      sums[i + 2] = sums[i + 2] * kept + share * (color & 0xFF);
      sums[i + 3] = sums[i + 3] * kept + share;
    }
  }
}
