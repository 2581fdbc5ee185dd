package idiotaxa.core.mask;

import idiotaxa.core.work.Parallel;
import java.util.Arrays;
import java.util.BitSet;

/**
 * The wide Gaussians of {@link Feather}, computed where they are smooth: what an island has of cells of some
 * texels is summed up, blurred from cell to cell, and read between them by a cubic B-spline (Unser 1999). Sums
 * of cells and the spline blur too; the Gaussian between them is that much narrower, so that the variance of
 * all three is the wanted one. No weight is negative, so that a mask of a whole island stays what it is.
 * Against the Gaussian itself a step is off by less than a four-hundredth.
 */
final class CoarseFeather {
  /** Cells a sigma. */
  private static final double FINENESS = 4;

  private static final double CUT_OFF = 3.5;
  private static final int TAPS = 4;

  private final char[] in;
  private final TexelIslands islands;
  private final Blocks blocks;
  private final int cell;
  private final int side;
  private final float[] kernel;
  private final int reach;
  private float kernelSum;
  /** Weights of the four cells around every place in a cell. */
  private final float[] spline;
  private final char[] out;

  private CoarseFeather(char[] in, TexelIslands islands, double sigma, int threads) {
    this.in = in;
    this.islands = islands;
    blocks = new Blocks(in, islands, threads);
    cell = cellSide(sigma);
    double left = sigma * sigma - cell * cell * (1 / 12.0 + 1 / 3.0);
    reach = (int) Math.ceil(CUT_OFF * Math.sqrt(left) / cell);
    kernel = new float[2 * reach + 1];
    for (int k = 0; k < kernel.length; k++) {
      double d = (double) (k - reach) * cell;
      kernel[k] = (float) Math.exp(-d * d / (2 * left));
    }
    for (float k : kernel) {
      kernelSum += k;
    }
    // Tiles that are wide against the kernel read little more than they write.
    int wanted = Math.max(64, 4 * reach * cell);
    side = (wanted + Blocks.SIDE - 1) / Blocks.SIDE * Blocks.SIDE;
    spline = spline(cell);
    out = in.clone();
  }

  /** Texels along the side of a cell; 1 where it is not worth while. */
  static int cellSide(double sigma) {
    return Math.max(1, (int) (sigma / FINENESS));
  }

  static char[] apply(char[] in, TexelIslands islands, double sigma, int threads) {
    CoarseFeather feather = new CoarseFeather(in, islands, sigma, threads);
    int columns = (islands.width() + feather.side - 1) / feather.side;
    int rows = (islands.height() + feather.side - 1) / feather.side;
    Scratch[] scratch = new Scratch[threads];
    Parallel.run(
        columns * rows,
        threads,
        (tile, worker) -> {
          if (scratch[worker] == null) {
            scratch[worker] = feather.new Scratch();
          }
          scratch[worker].blur(tile % columns * feather.side, tile / columns * feather.side);
        });
    return feather.out;
  }

  private static float[] spline(int cell) {
    float[] weights = new float[TAPS * cell];
    for (int place = 0; place < cell; place++) {
      double t = (place + 0.5) / cell + 0.5;
      t -= Math.floor(t);
      double u = 1 - t;
      weights[TAPS * place] = (float) (u * u * u / 6);
      weights[TAPS * place + 1] = (float) ((3 * t * t * t - 6 * t * t + 4) / 6);
      weights[TAPS * place + 2] = (float) ((3 * u * u * u - 6 * u * u + 4) / 6);
      weights[TAPS * place + 3] = (float) (t * t * t / 6);
    }
    return weights;
  }

  /** The first of the four cells around a texel. */
  private int firstCell(int texel) {
    boolean isInFirstHalf = 2 * (texel % cell) + 1 < cell;
    return texel / cell - (isInFirstHalf ? 2 : 1);
  }

  /** One thread's cells. */
  private final class Scratch {
    private final int cells = side / cell + 2 * reach + 2 * TAPS;
    private final float[] value = new float[cells * cells];
    private final float[] weight = new float[cells * cells];
    private final float[] row = new float[cells];
    private final float[] column = new float[cells * cells];
    private final float[] valueOfRow = new float[cells];
    private final float[] weightOfRow = new float[cells];
    private int firstColumn;
    private int firstRow;

    void blur(int fromX, int fromY) {
      firstColumn = fromX / cell - reach - TAPS;
      firstRow = fromY / cell - reach - TAPS;
      int toRow = Math.min(blocks.rows(), (fromY + side) / Blocks.SIDE);
      int toColumn = Math.min(blocks.columns(), (fromX + side) / Blocks.SIDE);
      int left = firstColumn * cell;
      int upper = firstRow * cell;
      BitSet seen = new BitSet();
      for (int r = fromY / Blocks.SIDE; r < toRow; r++) {
        for (int c = fromX / Blocks.SIDE; c < toColumn; c++) {
          int block = r * blocks.columns() + c;
          for (int e = blocks.from(block); e < blocks.to(block); e++) {
            char label = blocks.label(e);
            if (!seen.get(label)) {
              seen.set(label);
              if (blocks.differs(label, left, upper, left + cells * cell, upper + cells * cell)) {
                blurIsland(label, fromX, fromY);
              }
            }
          }
        }
      }
    }

    private void blurIsland(char label, int fromX, int fromY) {
      boolean isWhole = sum(label);
      convolve(value);
      if (isWhole) {
        Arrays.fill(weight, (float) cell * cell * kernelSum * kernelSum);
      } else {
        convolve(weight);
      }
      int toY = Math.min(islands.height(), fromY + side);
      for (int y = fromY; y < toY; y++) {
        read(value, y, valueOfRow);
        read(weight, y, weightOfRow);
        write(label, fromX, y);
      }
    }

    /** Returns whether the island has every texel that is read, so that all weights are alike. */
    private boolean sum(char label) {
      Arrays.fill(value, 0);
      Arrays.fill(weight, 0);
      int width = islands.width();
      int fromX = Math.max(0, firstColumn * cell);
      int toX = Math.min(width, (firstColumn + cells) * cell);
      int fromY = Math.max(0, firstRow * cell);
      int toY = Math.min(islands.height(), (firstRow + cells) * cell);
      char[] labels = islands.labels();
      long all = 0;
      for (int y = fromY; y < toY; y++) {
        int base = (y / cell - firstRow) * cells;
        for (int x = fromX; x < toX; ) {
          int at = base + x / cell - firstColumn;
          int end = Math.min(toX, (x / cell + 1) * cell);
          int values = 0;
          int texels = 0;
          for (int i = y * width + x; i < y * width + end; i++) {
            if (labels[i] == label) {
              values += in[i];
              texels++;
            }
          }
          value[at] += values;
          weight[at] += texels;
          all += texels;
          x = end;
        }
      }
      return all == (long) cells * cells * cell * cell;
    }

    /** Rows, then columns, in place. */
    private void convolve(float[] of) {
      for (int r = 0; r < cells; r++) {
        Arrays.fill(row, 0);
        for (int k = -reach; k <= reach; k++) {
          int from = Math.max(0, -k);
          int to = Math.min(cells, cells - k);
          float factor = kernel[k + reach];
          for (int c = from; c < to; c++) {
            row[c] += factor * of[r * cells + c + k];
          }
        }
        System.arraycopy(row, 0, of, r * cells, cells);
      }
      Arrays.fill(column, 0);
      for (int r = 0; r < cells; r++) {
        for (int k = Math.max(-reach, -r); k <= Math.min(reach, cells - 1 - r); k++) {
          float factor = kernel[k + reach];
          for (int c = 0; c < cells; c++) {
            column[r * cells + c] += factor * of[(r + k) * cells + c];
          }
        }
      }
      System.arraycopy(column, 0, of, 0, column.length);
    }

    /** The four rows of cells around a row of texels, weighted. */
    private void read(float[] of, int y, float[] to) {
      int first = (firstCell(y) - firstRow) * cells;
      int place = TAPS * (y % cell);
      for (int c = 0; c < cells; c++) {
        to[c] =
            spline[place] * of[first + c]
                + spline[place + 1] * of[first + cells + c]
                + spline[place + 2] * of[first + 2 * cells + c]
                + spline[place + 3] * of[first + 3 * cells + c];
      }
    }

    private void write(char label, int fromX, int y) {
      int toX = Math.min(islands.width(), fromX + side);
      for (int x = fromX; x < toX; x++) {
        int texel = y * islands.width() + x;
        if (islands.labels()[texel] != label) {
          continue;
        }
        int first = firstCell(x) - firstColumn;
        int place = TAPS * (x % cell);
        float sum = 0;
        float weights = 0;
        for (int k = 0; k < TAPS; k++) {
          sum += spline[place + k] * valueOfRow[first + k];
          weights += spline[place + k] * weightOfRow[first + k];
        }
        out[texel] = (char) Math.min(Planes.FULL, Math.round(sum / weights));
      }
    }
  }
}
