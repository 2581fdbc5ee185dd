package idiotaxa.core.mask;

import idiotaxa.core.work.Parallel;
import java.util.Arrays;

/**
 * A Gaussian with σ = r / 2, cut off at 3 σ, over the texels of the own island only: a normalised
 * convolution (Knutsson, Westin 1993), so that nothing darkens where the island ends. Square after
 * square, rows first; squares around which nothing differs stay as they are. Wide ones are computed on cells,
 * see {@link CoarseFeather}.
 */
final class Feather {
  private static final int SIDE = 64;
  private static final double CUT_OFF = 3;

  private final char[] in;
  private final TexelIslands islands;
  private final Blocks blocks;
  private final float[] kernel;
  private final int reach;
  private final char[] out;

  private Feather(char[] in, TexelIslands islands, double radius, int threads) {
    this.in = in;
    this.islands = islands;
    blocks = new Blocks(in, islands, threads);
    kernel = kernel(radius / 2);
    reach = kernel.length / 2;
    out = in.clone();
  }

  /**
   * @param radius px, 0 … {@value DiskGrowth#LARGEST}
   */
  static char[] apply(char[] in, TexelIslands islands, double radius, int threads) {
    if (radius <= 0) {
      return in;
    }
    if (CoarseFeather.cellSide(radius / 2) > 1) {
      return CoarseFeather.apply(in, islands, radius / 2, threads);
    }
    Feather feather = new Feather(in, islands, radius, threads);
    int columns = (islands.width() + SIDE - 1) / SIDE;
    int rows = (islands.height() + SIDE - 1) / SIDE;
    Scratch[] scratch = new Scratch[threads];
    Parallel.run(
        columns * rows,
        threads,
        (tile, worker) -> {
          if (scratch[worker] == null) {
            scratch[worker] = feather.new Scratch();
          }
          scratch[worker].blur(tile % columns * SIDE, tile / columns * SIDE);
        });
    return feather.out;
  }

  /** Weights at −reach … reach; they need no common scale. */
  static float[] kernel(double sigma) {
    int reach = (int) Math.floor(CUT_OFF * sigma);
    float[] kernel = new float[2 * reach + 1];
    for (int i = 0; i < kernel.length; i++) {
      double d = i - reach;
      kernel[i] = (float) Math.exp(-d * d / (2 * sigma * sigma));
    }
    return kernel;
  }

  /** One thread's rows of sums. */
  private final class Scratch {
    private final int rows = SIDE + 2 * reach;
    private final float[] value = new float[rows];
    private final float[] weight = new float[rows];
    private final float[] rowValue = new float[rows * SIDE];
    private final float[] rowWeight = new float[rows * SIDE];
    private final boolean[] hasIsland = new boolean[rows];
    private final float[] sumValue = new float[SIDE];
    private final float[] sumWeight = new float[SIDE];

    void blur(int fromX, int fromY) {
      int perTile = SIDE / Blocks.SIDE;
      int toRow = Math.min(blocks.rows(), fromY / Blocks.SIDE + perTile);
      int toColumn = Math.min(blocks.columns(), fromX / Blocks.SIDE + perTile);
      // An island is met first in the block from which no earlier one of the tile has it.
      for (int row = fromY / Blocks.SIDE; row < toRow; row++) {
        for (int column = fromX / Blocks.SIDE; column < toColumn; column++) {
          int block = row * blocks.columns() + column;
          for (int e = blocks.from(block); e < blocks.to(block); e++) {
            char label = blocks.label(e);
            if (isFirst(label, fromX, fromY, toColumn, block)
                && blocks.differs(
                    label,
                    fromX - reach,
                    fromY - reach,
                    fromX + SIDE + reach,
                    fromY + SIDE + reach)) {
              blurIsland(label, fromX, fromY);
            }
          }
        }
      }
    }

    private boolean isFirst(char label, int fromX, int fromY, int toColumn, int block) {
      for (int row = fromY / Blocks.SIDE; ; row++) {
        for (int column = fromX / Blocks.SIDE; column < toColumn; column++) {
          int other = row * blocks.columns() + column;
          if (other == block) {
            return true;
          }
          if (blocks.entry(other, label) >= 0) {
            return false;
          }
        }
      }
    }

    private void blurIsland(char label, int fromX, int fromY) {
      for (int r = 0; r < rows; r++) {
        int y = fromY - reach + r;
        hasIsland[r] = y >= 0 && y < islands.height() && load(label, fromX, y);
        if (hasIsland[r]) {
          convolve(value, rowValue, r * SIDE);
          convolve(weight, rowWeight, r * SIDE);
        }
      }
      int toY = Math.min(islands.height(), fromY + SIDE);
      for (int y = fromY; y < toY; y++) {
        if (hasIsland[y - fromY + reach]) {
          sumColumns(y - fromY);
          write(label, fromX, y);
        }
      }
    }

    private boolean load(char label, int fromX, int y) {
      boolean isThere = false;
      int base = y * islands.width();
      for (int i = 0; i < rows; i++) {
        int x = fromX - reach + i;
        boolean isIn = x >= 0 && x < islands.width() && islands.labels()[base + x] == label;
        value[i] = isIn ? in[base + x] : 0;
        weight[i] = isIn ? 1 : 0;
        isThere |= isIn;
      }
      return isThere;
    }

    private void convolve(float[] from, float[] to, int at) {
      Arrays.fill(sumValue, 0);
      for (int t = 0; t < kernel.length; t++) {
        add(kernel[t], from, t, sumValue);
      }
      System.arraycopy(sumValue, 0, to, at, SIDE);
    }

    private void sumColumns(int firstRow) {
      Arrays.fill(sumValue, 0);
      Arrays.fill(sumWeight, 0);
      for (int t = 0; t < kernel.length; t++) {
        if (hasIsland[firstRow + t]) {
          add(kernel[t], rowValue, (firstRow + t) * SIDE, sumValue);
          add(kernel[t], rowWeight, (firstRow + t) * SIDE, sumWeight);
        }
      }
    }

    private void write(char label, int fromX, int y) {
      int toX = Math.min(islands.width(), fromX + SIDE);
      for (int x = fromX; x < toX; x++) {
        int texel = y * islands.width() + x;
        if (islands.labels()[texel] == label) {
          float c = sumValue[x - fromX] / sumWeight[x - fromX];
          out[texel] = (char) Math.min(Planes.FULL, Math.round(c));
        }
      }
    }
  }

  /** sum += factor · from[offset …], {@value #SIDE} values. */
  private static void add(float factor, float[] from, int offset, float[] sum) {
    for (int i = 0; i < SIDE; i++) {
      sum[i] += factor * from[offset + i];
    }
  }
}
