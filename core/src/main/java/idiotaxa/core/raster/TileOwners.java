package idiotaxa.core.raster;

import com.carrotsearch.hppc.IntArrayList;
import java.util.Arrays;

/** Which triangle owns which texel centre of one tile. Scratch of one thread. */
public final class TileOwners {
  public static final int NOBODY = -1;

  /** Further owners of a texel that are told; stacked UVs have thousands, which tell nothing more. */
  private static final int MOST_FURTHER = 7;

  private static final int SIDE = TileBins.SIDE;
  private static final int HALF = UvTriangles.STEPS / 2;

  private final UvTriangles triangles;
  private final int width;
  private final int height;
  private final int[] owner = new int[SIDE * SIDE];
  private final IntArrayList doubled = new IntArrayList();
  /** Owners behind the first, by place in the tile. */
  private final byte[] further = new byte[SIDE * SIDE];
  /** A bit a texel that has an owner, a word a row. */
  private final long[] taken = new long[SIDE];

  /** A bit a texel that has as many owners as are told, a word a row. */
  private final long[] full = new long[SIDE];
  /** Rows of the tile that are not full. */
  private int openRows;

  private int fromX;
  private int fromY;

  public TileOwners(UvTriangles triangles, int width, int height) {
    this.triangles = triangles;
    this.width = width;
    this.height = height;
  }

  /**
   * Finds the owners in a tile; of several the first has the texel.
   *
   * @param isMet set for every triangle that owns a centre
   */
  public void find(TileBins bins, int tile, boolean[] isMet) {
    Arrays.fill(owner, NOBODY);
    if (!doubled.isEmpty()) {
      doubled.clear();
      Arrays.fill(further, (byte) 0);
    }
    Arrays.fill(taken, 0);
    fromX = bins.x(tile);
    fromY = bins.y(tile);
    openRows = toY() - fromY;
    long outside = toX() - fromX == SIDE ? 0 : -1L << (toX() - fromX);
    Arrays.fill(full, outside);
    for (int slot = bins.from(tile); slot < bins.to(tile); slot++) {
      // A tile in which nothing more is told costs a look a triangle, not one for each of its rows.
      if (openRows > 0 || !isMet[bins.item(slot)]) {
        claim(bins.item(slot), isMet);
      }
    }
  }

  public int fromX() {
    return fromX;
  }

  public int fromY() {
    return fromY;
  }

  /** Column behind the last one of the tile. */
  public int toX() {
    return Math.min(width, fromX + SIDE);
  }

  /** Row behind the last one of the tile. */
  public int toY() {
    return Math.min(height, fromY + SIDE);
  }

  /** Triangle of {@link UvTriangles}, or {@link #NOBODY}. */
  public int at(int x, int y) {
    return owner[(y - fromY) * SIDE + x - fromX];
  }

  /** First column behind one, of the tile, that a triangle does not own. */
  public int endOfRun(int x, int y, int triangle) {
    int row = (y - fromY) * SIDE - fromX;
    int end = toX();
    int[] own = owner;
    int at = x + 1;
    while (at < end && own[row + at] == triangle) {
      at++;
    }
    return at;
  }

  /** Further owners: texel and triangle in turns, at most seven a texel. */
  public IntArrayList doubled() {
    return doubled;
  }

  /** Row by row over the triangle's box inside the tile; texels with enough owners are passed over. */
  private void claim(int i, boolean[] isMet) {
    int steps = UvTriangles.STEPS;
    int beginY = Math.max(fromY, Math.floorDiv(triangles.minY(i) - HALF, steps));
    int endY = Math.min(toY() - 1, Math.floorDiv(triangles.maxY(i) - HALF, steps) + 1);
    for (int y = beginY; y <= endY; y++) {
      int row = y - fromY;
      if (isMet[i] && !mayMeetOpen(i, y, ~full[row])) {
        continue;
      }
      long span = triangles.ownedSpan(i, y, fromX, toX());
      int x = (int) (span >>> 32);
      int end = (int) span;
      if (x == end) {
        continue;
      }
      isMet[i] = true;
      long wanted = bits(x - fromX, end - fromX);
      long second = wanted & taken[row] & ~full[row];
      ownFirst(row, wanted & ~taken[row], i);
      for (; second != 0; second &= second - 1) {
        ownToo(row * SIDE + Long.numberOfTrailingZeros(second), i);
      }
    }
  }

  /** Whether a triangle may own a texel of a row that has not as many owners as are told. */
  private boolean mayMeetOpen(int i, int y, long open) {
    return open == -1L
        || open != 0
            && triangles.mayOwnCenter(
                i, y, fromX + Long.numberOfTrailingZeros(open), fromX + 64 - Long.numberOfLeadingZeros(open));
  }

  /** Bits from … to−1 of a row; there is at least one. */
  private static long bits(int from, int to) {
    return -1L >>> (64 - (to - from)) << from;
  }

  /** Run by run: mostly there is one. */
  private void ownFirst(int row, long bits, int i) {
    taken[row] |= bits;
    long left = bits;
    while (left != 0) {
      int begin = Long.numberOfTrailingZeros(left);
      int end = begin + Long.numberOfTrailingZeros(~(left >>> begin));
      Arrays.fill(owner, row * SIDE + begin, row * SIDE + end, i);
      left = end == SIDE ? 0 : left >>> end << end;
    }
  }

  private void ownToo(int place, int i) {
    doubled.add((fromY + place / SIDE) * width + fromX + place % SIDE);
    doubled.add(i);
    if (++further[place] == MOST_FURTHER) {
      int row = place / SIDE;
      full[row] |= 1L << place % SIDE;
      openRows -= full[row] == -1L ? 1 : 0;
    }
  }
}
