package idiotaxa.core.image;

import idiotaxa.core.file.FormatException;
import java.nio.ByteBuffer;

/** A grey picture, 0 … 65535 a pixel, rows down; grey is taken as the values it is. */
public final class GreyImage {
  private final int width;
  private final int height;
  private final char[] values;

  public GreyImage(int width, int height, char[] values) {
    this.width = width;
    this.height = height;
    this.values = values;
  }

  /**
   * Reads a PNG or a JPEG.
   *
   * @throws FormatException when it is none, too large, or has colours
   */
  public static GreyImage decode(String file, ByteBuffer bytes) {
    TextureImage image = ImageDecoder.decode(file, "the image", bytes);
    char[] values = new char[image.width() * image.height()];
    char[] row = new char[image.width()];
    for (int y = 0; y < image.height(); y++) {
      int colored = image.greys(y, row);
      if (colored >= 0) {
        throw new FormatException(
            file,
            "pixel %d, %d".formatted(colored, y),
            "the image has colours, and a mask or a channel takes grey",
            "save the channel that you mean as a grey image");
      }
      System.arraycopy(row, 0, values, y * row.length, row.length);
    }
    return new GreyImage(image.width(), image.height(), values);
  }

  public int width() {
    return width;
  }

  public int height() {
    return height;
  }

  public char[] values() {
    return values;
  }

  /**
   * The picture in another size, columns first: averaged over areas where it becomes smaller, by a cubic
   * (Catmull, Rom 1974) where it becomes larger.
   */
  public GreyImage resized(int toWidth, int toHeight) {
    if (toWidth == width && toHeight == height) {
      return this;
    }
    Axis columns = new Axis(width, toWidth);
    Axis rows = new Axis(height, toHeight);
    float[] narrow = new float[toWidth * height];
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < toWidth; x++) {
        float sum = 0;
        for (int k = columns.start[x]; k < columns.start[x + 1]; k++) {
          sum += columns.weight[k] * values[y * width + columns.from[k]];
        }
        narrow[y * toWidth + x] = sum;
      }
    }
    char[] out = new char[toWidth * toHeight];
    float[] sum = new float[toWidth];
    for (int y = 0; y < toHeight; y++) {
      java.util.Arrays.fill(sum, 0);
      for (int k = rows.start[y]; k < rows.start[y + 1]; k++) {
        int base = rows.from[k] * toWidth;
        for (int x = 0; x < toWidth; x++) {
          sum[x] += rows.weight[k] * narrow[base + x];
        }
      }
      for (int x = 0; x < toWidth; x++) {
        out[y * toWidth + x] = (char) Math.max(0, Math.min(65535, Math.round(sum[x])));
      }
    }
    return new GreyImage(toWidth, toHeight, out);
  }

  /** Along one axis: what every new pixel takes of which old ones; the weights of each sum to 1. */
  private static final class Axis {
    private static final int TAPS = 4;

    private final int[] start;
    private final int[] from;
    private final float[] weight;

    Axis(int before, int after) {
      double step = before / (double) after;
      int most = Math.max(TAPS, (int) Math.ceil(step) + 1);
      start = new int[after + 1];
      from = new int[after * most];
      weight = new float[after * most];
      int count = 0;
      for (int i = 0; i < after; i++) {
        count = step > 1 ? area(i, step, before, count) : cubic(i, step, before, count);
        start[i + 1] = count;
        normalise(start[i], count);
      }
    }

    private int area(int i, double step, int before, int at) {
      int count = at;
      double begin = i * step;
      double end = begin + step;
      for (int p = (int) begin; p < Math.min(before, Math.ceil(end - 1e-9)); p++) {
        from[count] = p;
        weight[count++] = (float) (Math.min(end, p + 1) - Math.max(begin, p));
      }
      return count;
    }

    private int cubic(int i, double step, int before, int at) {
      int count = at;
      double center = (i + 0.5) * step - 0.5;
      int first = (int) Math.floor(center) - 1;
      for (int p = first; p < first + TAPS; p++) {
        from[count] = Math.max(0, Math.min(before - 1, p));
        weight[count++] = (float) catmullRom(Math.abs(center - p));
      }
      return count;
    }

    private static double catmullRom(double d) {
      if (d < 1) {
        return 1 + d * d * (1.5 * d - 2.5);
      }
      return d < 2 ? 2 + d * (-4 + d * (2.5 - 0.5 * d)) : 0;
    }

    private void normalise(int begin, int end) {
      float sum = 0;
      for (int k = begin; k < end; k++) {
        sum += weight[k];
      }
      for (int k = begin; k < end; k++) {
        weight[k] /= sum;
      }
    }
  }
}
