package idiotaxa.core.mask;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.work.Parallel;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * Grey dilation and erosion (Serra 1982) by a disc around texel centres, inside islands: the largest or
 * the least value within a distance. Exact. Squares of texels around which nothing differs are decided
 * whole; texels of the others ask squares in order of their distance and stop at the largest value.
 */
final class DiskGrowth {
  private static final int SIDE = Blocks.SIDE;
  /** Of a step, px: more is not the repair of a border any more. */
  static final double LARGEST = 512;

  private final char[] in;
  private final TexelIslands islands;
  private final Blocks blocks;
  private final double radiusSq;
  private final int[] offsetX;
  private final int[] offsetY;
  /** Whether every texel of a block there lies within the radius of every texel of the present one. */
  private final boolean[] isWithin;
  private final char[] out;

  private DiskGrowth(char[] in, TexelIslands islands, double radius, int threads) {
    this.in = in;
    this.islands = islands;
    blocks = new Blocks(in, islands, threads);
    // Squared distances of texel centres are whole numbers.
    radiusSq = Math.floor(radius * radius + 1e-9);
    List<int[]> offsets = offsets(radius);
    offsetX = offsets.stream().mapToInt(o -> o[0]).toArray();
    offsetY = offsets.stream().mapToInt(o -> o[1]).toArray();
    isWithin = new boolean[offsetX.length];
    for (int o = 0; o < isWithin.length; o++) {
      double dx = SIDE * (Math.abs(offsetX[o]) + 1) - 1.0;
      double dy = SIDE * (Math.abs(offsetY[o]) + 1) - 1.0;
      isWithin[o] = dx * dx + dy * dy <= radiusSq;
    }
    out = in.clone();
  }

  /**
   * The largest value within a distance.
   *
   * @param in a value a texel
   * @param radius px, 0 … {@value #LARGEST}
   * @return a new plane; what is not covered is as it was
   */
  static char[] grow(char[] in, TexelIslands islands, double radius, int threads) {
    DiskGrowth growth = new DiskGrowth(in, islands, radius, threads);
    Scratch[] scratch = new Scratch[threads];
    Parallel.run(
        growth.blocks.rows(),
        threads,
        (row, worker) -> {
          if (scratch[worker] == null) {
            scratch[worker] = growth.new Scratch();
          }
          for (int c = 0; c < growth.blocks.columns(); c++) {
            scratch[worker].decide(c, row);
          }
        });
    return growth.out;
  }

  /** The least value within a distance; texels outside the island do not count. */
  static char[] shrink(char[] in, TexelIslands islands, double radius, int threads) {
    return Planes.inverted(
        grow(Planes.inverted(in, islands, threads), islands, radius, threads), islands, threads);
  }

  /** Blocks that can hold a texel within the radius of one of a block, the nearest first. */
  private static List<int[]> offsets(double radius) {
    int most = (int) Math.ceil((radius + SIDE - 1) / SIDE);
    List<int[]> offsets = new ArrayList<>();
    for (int y = -most; y <= most; y++) {
      for (int x = -most; x <= most; x++) {
        if (gapSq(x, y) <= radius * radius + 1e-9) {
          offsets.add(new int[] {x, y});
        }
      }
    }
    offsets.sort(Comparator.comparingInt(o -> o[0] * o[0] + o[1] * o[1]));
    return offsets;
  }

  private static long gapSq(int x, int y) {
    long gapX = x == 0 ? 0 : (long) SIDE * Math.abs(x) - (SIDE - 1);
    long gapY = y == 0 ? 0 : (long) SIDE * Math.abs(y) - (SIDE - 1);
    return gapX * gapX + gapY * gapY;
  }

  /** One thread's list of blocks that can raise a texel of the present one. */
  private final class Scratch {
    private final IntArrayList candidates = new IntArrayList();
    private char[] top = new char[16];

    void decide(int column, int row) {
      int block = row * blocks.columns() + column;
      for (int e = blocks.from(block); e < blocks.to(block); e++) {
        if (blocks.least(e) == Planes.FULL) {
          continue;
        }
        if (gather(column, row, blocks.label(e), blocks.least(e))) {
          fill(column, row, blocks.label(e));
        } else if (!candidates.isEmpty()) {
          raise(column, row, blocks.label(e));
        }
      }
    }

    /** Returns whether a block with a full texel lies wholly within the radius of every texel of this one. */
    private boolean gather(int column, int row, char label, char least) {
      candidates.clear();
      for (int o = 0; o < offsetX.length; o++) {
        int x = column + offsetX[o];
        int y = row + offsetY[o];
        if (x < 0 || y < 0 || x >= blocks.columns() || y >= blocks.rows()) {
          continue;
        }
        int other = y * blocks.columns() + x;
        int entry = blocks.entry(other, label);
        if (entry >= 0 && blocks.largest(entry) > least) {
          if (isWithin[o] && blocks.largest(entry) == Planes.FULL) {
            return true;
          }
          if (candidates.size() == top.length) {
            top = Arrays.copyOf(top, 2 * top.length);
          }
          top[candidates.size()] = blocks.largest(entry);
          candidates.add(other);
        }
      }
      return false;
    }

    private void fill(int column, int row, char label) {
      int width = islands.width();
      int toY = Math.min(islands.height(), (row + 1) * SIDE);
      int toX = Math.min(width, (column + 1) * SIDE);
      for (int y = row * SIDE; y < toY; y++) {
        for (int i = y * width + column * SIDE; i < y * width + toX; i++) {
          if (islands.labels()[i] == label) {
            out[i] = Planes.FULL;
          }
        }
      }
    }

    private void raise(int column, int row, char label) {
      int width = islands.width();
      int toY = Math.min(islands.height(), (row + 1) * SIDE);
      int toX = Math.min(width, (column + 1) * SIDE);
      for (int y = row * SIDE; y < toY; y++) {
        for (int x = column * SIDE; x < toX; x++) {
          int texel = y * width + x;
          if (islands.labels()[texel] == label) {
            out[texel] = largestAround(x, y, label, in[texel]);
          }
        }
      }
    }

    private char largestAround(int x, int y, char label, char own) {
      char best = own;
      for (int c = 0; c < candidates.size() && best != Planes.FULL; c++) {
        if (top[c] > best) {
          best = largestIn(candidates.get(c), x, y, label, best);
        }
      }
      return best;
    }

    private char largestIn(int block, int x, int y, char label, char before) {
      char best = before;
      int width = islands.width();
      int fromX = block % blocks.columns() * SIDE;
      int fromY = block / blocks.columns() * SIDE;
      int toX = Math.min(width, fromX + SIDE);
      int toY = Math.min(islands.height(), fromY + SIDE);
      for (int qy = fromY; qy < toY; qy++) {
        double left = radiusSq - (double) (qy - y) * (qy - y);
        if (left < 0) {
          continue;
        }
        for (int qx = fromX; qx < toX; qx++) {
          int q = qy * width + qx;
          if (in[q] > best && islands.labels()[q] == label && (double) (qx - x) * (qx - x) <= left) {
            best = in[q];
          }
        }
      }
      return best;
    }
  }
}
