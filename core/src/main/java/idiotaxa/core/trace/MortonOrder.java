package idiotaxa.core.trace;

import idiotaxa.core.mesh.Bounds;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.work.Parallel;
import java.util.Arrays;

/**
 * The triangles of a mesh in Morton order of their boxes' centres (Lauterbach and others 2009, "Fast BVH
 * construction on GPUs"), ten bits an axis: what is near in space is near in the order. Of equal codes the
 * smaller triangle comes first.
 */
final class MortonOrder {
  private static final int BITS = 10;
  private static final int CELLS = 1 << BITS;
  private static final int BLOCK = 1 << 16;
  private static final int DIGIT_BITS = 10;
  private static final int DIGITS = 1 << DIGIT_BITS;
  private static final int PASSES = 3;

  private final int count;
  private final int threads;
  private int[] codes;
  private int[] order;

  private MortonOrder(Mesh mesh, int threads) {
    this.threads = threads;
    count = mesh.triangleCount();
    codes = new int[count];
    order = new int[count];
    encode(mesh);
    sort();
  }

  static MortonOrder of(Mesh mesh, int threads) {
    return new MortonOrder(mesh, threads);
  }

  /** Mesh triangle at every place. */
  int[] triangles() {
    return order;
  }

  /** Code at every place, ascending. */
  int[] codes() {
    return codes;
  }

  private void encode(Mesh mesh) {
    Bounds bounds = mesh.bounds();
    float[] p = mesh.positions();
    double[] lo = {bounds.minX(), bounds.minY(), bounds.minZ()};
    double[] perUnit = {
      perUnit(bounds.minX(), bounds.maxX()),
      perUnit(bounds.minY(), bounds.maxY()),
      perUnit(bounds.minZ(), bounds.maxZ())
    };
    inBlocks(
        block -> {
          for (int t = block * BLOCK; t < Math.min(count, (block + 1) * BLOCK); t++) {
            int a = 3 * mesh.triangleVertex(t, 0);
            int b = 3 * mesh.triangleVertex(t, 1);
            int c = 3 * mesh.triangleVertex(t, 2);
            int code = 0;
            for (int axis = 0; axis < 3; axis++) {
              float x = p[a + axis];
              float y = p[b + axis];
              float z = p[c + axis];
              // Compared and not Math.min, which Java's first compiler calls as a method.
              float least = x < y ? x < z ? x : z : y < z ? y : z;
              float most = x > y ? x > z ? x : z : y > z ? y : z;
              double cell = ((double) least + most - 2 * lo[axis]) * perUnit[axis];
              code |= spread(Math.max(0, Math.min(CELLS - 1, (int) cell))) << 2 - axis;
            }
            codes[t] = code;
            order[t] = t;
          }
        });
  }

  /** Cells for a unit of a doubled centre. */
  private static double perUnit(double lo, double hi) {
    return hi > lo ? 0.5 * CELLS / (hi - lo) : 0;
  }

  /** Puts two zeros between every two of ten bits. */
  private static int spread(int value) {
    int x = (value | value << 16) & 0x030000FF;
    x = (x | x << 8) & 0x0300F00F;
    x = (x | x << 4) & 0x030C30C3;
    return (x | x << 2) & 0x09249249;
  }

  private interface Work {
    void run(int block);
  }

  private void inBlocks(Work work) {
    Parallel.run((count + BLOCK - 1) / BLOCK, threads, (block, worker) -> work.run(block));
  }

  /** Radix sort from the lowest digit; blocks count and move by themselves, so it is stable. */
  private void sort() {
    int[] otherCodes = new int[count];
    int[] otherOrder = new int[count];
    int blocks = (count + BLOCK - 1) / BLOCK;
    int[][] starts = new int[blocks][DIGITS];
    for (int pass = 0; pass < PASSES; pass++) {
      int shift = pass * DIGIT_BITS;
      int[] from = codes;
      int[] fromOrder = order;
      int[] to = otherCodes;
      int[] toOrder = otherOrder;
      inBlocks(
          block -> {
            int[] counts = starts[block];
            Arrays.fill(counts, 0);
            for (int i = block * BLOCK; i < Math.min(count, (block + 1) * BLOCK); i++) {
              counts[from[i] >>> shift & DIGITS - 1]++;
            }
          });
      int sum = 0;
      for (int digit = 0; digit < DIGITS; digit++) {
        for (int[] ofBlock : starts) {
          int n = ofBlock[digit];
          ofBlock[digit] = sum;
          sum += n;
        }
      }
      inBlocks(
          block -> {
            int[] next = starts[block];
            for (int i = block * BLOCK; i < Math.min(count, (block + 1) * BLOCK); i++) {
              int at = next[from[i] >>> shift & DIGITS - 1]++;
              to[at] = from[i];
              toOrder[at] = fromOrder[i];
            }
          });
      otherCodes = from;
      otherOrder = fromOrder;
      codes = to;
      order = toOrder;
    }
  }

  /** Where a range of ascending codes is cut in two: where their highest bit changes, in the middle where none does. */
  static int border(int[] codes, int from, int to) {
    int differing = codes[from] ^ codes[to - 1];
    if (differing == 0) {
      return from + to >>> 1;
    }
    // All codes of the range agree above this bit, so those that have it are the larger ones.
    int first = codes[to - 1] & -Integer.highestOneBit(differing);
    int lo = from;
    int hi = to - 1;
    while (lo < hi) {
      int middle = lo + hi >>> 1;
      if (codes[middle] < first) {
        lo = middle + 1;
      } else {
        hi = middle;
      }
    }
    return lo;
  }
}
