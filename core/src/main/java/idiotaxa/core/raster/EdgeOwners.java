package idiotaxa.core.raster;

import java.util.Arrays;

/**
 * Which triangle has a texel of a tile whose centre nobody owns: the one that {@link TileBins#ownerWithin} tells, for
 * many texels at once. One pass over the tile's triangles instead of one a texel: a dense target has
 * ten thousands of them in a tile. Scratch of one thread.
 */
public final class EdgeOwners {
  private static final int SIDE = TileBins.SIDE;
  private static final int STEPS = UvTriangles.STEPS;

  private final UvTriangles triangles;
  /** A bit a texel that is asked for and may still get a better owner, a word a row. */
  private final long[] open = new long[SIDE];
  private final int[] owner = new int[SIDE * SIDE];
  /** First sample that the owner owns; {@link TileBins#SAMPLES} where only its box meets the texel. */
  private final byte[] sample = new byte[SIDE * SIDE];
  private int fromX;
  private int fromY;

  public EdgeOwners(UvTriangles triangles) {
    this.triangles = triangles;
  }

  /** Begins a tile that nothing is asked of yet. */
  public void begin(TileBins bins, int tile) {
    Arrays.fill(open, 0);
    fromX = bins.x(tile);
    fromY = bins.y(tile);
  }

  /** Asks for a texel of the tile. */
  public void ask(int x, int y) {
    int place = place(x, y);
    open[y - fromY] |= 1L << (x - fromX);
    owner[place] = TileOwners.NOBODY;
    sample[place] = TileBins.SAMPLES + 1;
  }

  /** Answers all that was asked. */
  public void find(TileBins bins, int tile) {
    for (int slot = bins.from(tile); slot < bins.to(tile); slot++) {
      offer(bins.item(slot));
    }
  }

  /** Triangle of {@link UvTriangles}, or {@link TileOwners#NOBODY} where none comes near. */
  public int at(int x, int y) {
    return owner[place(x, y)];
  }

  private int place(int x, int y) {
    return (y - fromY) * SIDE + x - fromX;
  }

  private void offer(int i) {
    // A box that ends where a texel begins still meets it.
    int beginX = Math.max(0, -Math.floorDiv(-triangles.minX(i), STEPS) - 1 - fromX);
    int endX = Math.min(SIDE - 1, Math.floorDiv(triangles.maxX(i), STEPS) - fromX);
    int beginY = Math.max(0, -Math.floorDiv(-triangles.minY(i), STEPS) - 1 - fromY);
    int endY = Math.min(SIDE - 1, Math.floorDiv(triangles.maxY(i), STEPS) - fromY);
    if (beginX > endX) {
      return;
    }
    long inBox = -1L >>> (SIDE - 1 - (endX - beginX)) << beginX;
    for (int row = beginY; row <= endY; row++) {
      for (long left = open[row] & inBox; left != 0; left &= left - 1) {
        take(i, row, Long.numberOfTrailingZeros(left));
      }
    }
  }

  /** Takes a texel for a triangle that owns an earlier sample of it than the owner so far. */
  private void take(int i, int row, int column) {
    int place = row * SIDE + column;
    int before = sample[place];
    int first = TileBins.firstOwned(triangles, i, fromX + column, fromY + row, Math.min(before, TileBins.SAMPLES));
    if (first < before) {
      owner[place] = i;
      sample[place] = (byte) first;
      if (first == 0) {
        open[row] &= ~(1L << column);
      }
    }
  }
}
