package idiotaxa.core.raster;

import java.util.Arrays;
import java.util.BitSet;

/** Which triangles may touch which square tile of a sheet, ascending within a tile. */
public final class TileBins {
  public static final int SIDE = 64;

  /**
   * Triangles that cover a tile wholly and are told. What lies below that many owns nothing and is
   * buried; stacked UVs have thousands of such layers.
   */
  private static final int MOST_LAYERS = 8;

  /** Points of a texel that are asked for where nobody owns its centre. */
  static final int SAMPLES = 16;

  /** Four bytes each. */
  private static final long MOST_ITEMS = 100_000_000;

  private final int columns;
  private final int rows;
  private final int[] start;
  private final int[] items;
  private final byte[] layers;
  /** Tiles with fewer layers than are told. */
  private final BitSet open = new BitSet();

  private final BitSet buried = new BitSet();

  /**
   * @throws IllegalArgumentException when so many triangles lie on top of each other that they cannot be
   *     told apart in bounded memory
   */
  public TileBins(UvTriangles triangles, int width, int height) {
    columns = (width + SIDE - 1) / SIDE;
    rows = (height + SIDE - 1) / SIDE;
    layers = new byte[columns * rows];
    start = new int[columns * rows + 1];
    open.set(0, columns * rows);
    long count = 0;
    for (int i = 0; i < triangles.count(); i++) {
      count += visit(triangles, i, null);
      if (count > MOST_ITEMS) {
        throw new IllegalArgumentException(
            "the UVs of too many faces lie on top of each other on a sheet of "
                + width
                + " px; choose a smaller size, or give the parts sheets of their own or a new layout");
      }
    }
    for (int tile = 0; tile < columns * rows; tile++) {
      start[tile + 1] += start[tile];
    }
    items = new int[start[columns * rows]];
    Arrays.fill(layers, (byte) 0);
    open.set(0, columns * rows);
    int[] next = start.clone();
    for (int i = 0; i < triangles.count(); i++) {
      visit(triangles, i, next);
    }
  }

  /** Counts the triangle when {@code next} is null, else stores it; returns in how many tiles. */
  private int visit(UvTriangles triangles, int i, int[] next) {
    int fromX = firstTile(triangles.minX(i));
    int toX = lastTile(triangles.maxX(i), columns);
    int fromY = firstTile(triangles.minY(i));
    int toY = lastTile(triangles.maxY(i), rows);
    boolean mayCover = toX - fromX > 1 && toY - fromY > 1;
    int count = 0;
    for (int ty = fromY; ty <= toY; ty++) {
      int met = 0;
      for (int tile = open.nextSetBit(ty * columns + fromX);
          tile >= 0 && tile <= ty * columns + toX;
          tile = open.nextSetBit(tile + 1)) {
        if (mayCover && covers(triangles, i, tile % columns, ty) && ++layers[tile] == MOST_LAYERS) {
          open.clear(tile);
        }
        met++;
        if (next == null) {
          start[tile + 1]++;
        } else {
          items[next[tile]++] = i;
        }
      }
      count += met;
      if (met <= toX - fromX) {
        buried.set(i);
      }
    }
    return count;
  }

  private static int firstTile(int step) {
    return Math.max(0, Math.floorDiv(step, SIDE * UvTriangles.STEPS));
  }

  private static int lastTile(int step, int tiles) {
    return Math.min(tiles - 1, Math.floorDiv(step, SIDE * UvTriangles.STEPS));
  }

  /** Whether the box of a triangle reaches one of some tiles. */
  public boolean meets(UvTriangles triangles, int i, BitSet tiles) {
    int fromX = firstTile(triangles.minX(i));
    int toX = lastTile(triangles.maxX(i), columns);
    int toY = lastTile(triangles.maxY(i), rows);
    for (int ty = firstTile(triangles.minY(i)); ty <= toY; ty++) {
      int tile = tiles.nextSetBit(ty * columns + fromX);
      if (tile >= 0 && tile <= ty * columns + toX) {
        return true;
      }
    }
    return false;
  }

  private static boolean covers(UvTriangles triangles, int i, int tileX, int tileY) {
    long unit = (long) SIDE * UvTriangles.STEPS;
    long x = tileX * unit;
    long y = tileY * unit;
    return triangles.owns(i, x, y)
        && triangles.owns(i, x + unit, y)
        && triangles.owns(i, x, y + unit)
        && triangles.owns(i, x + unit, y + unit);
  }

  /** Whether other triangles lie on one somewhere, so deep that it is left out there. */
  public boolean isBuried(int triangle) {
    return buried.get(triangle);
  }

  /** The first triangle that owns a texel's centre, negative when none does. */
  public int ownerOfCenter(UvTriangles triangles, int x, int y) {
    int tile = y / SIDE * columns + x / SIDE;
    long px = (long) x * UvTriangles.STEPS + UvTriangles.STEPS / 2;
    long py = (long) y * UvTriangles.STEPS + UvTriangles.STEPS / 2;
    for (int slot = start[tile]; slot < start[tile + 1]; slot++) {
      if (triangles.owns(items[slot], px, py)) {
        return items[slot];
      }
    }
    return -1;
  }

  /**
   * The first triangle that owns a texel's centre, else the first that owns the first owned point of a grid of
   * 4 × 4 in it, else the first whose box meets it, negative where there is none. For a few texels; {@link EdgeOwners}
   * tells the same of many.
   */
  public int ownerWithin(UvTriangles triangles, int x, int y) {
    int owner = ownerOfCenter(triangles, x, y);
    if (owner >= 0) {
      return owner;
    }
    int tile = y / SIDE * columns + x / SIDE;
    int best = SAMPLES + 1;
    for (int slot = start[tile]; slot < start[tile + 1] && best > 0; slot++) {
      int i = items[slot];
      boolean isNear =
          triangles.minX(i) <= (x + 1) * UvTriangles.STEPS
              && triangles.maxX(i) >= x * UvTriangles.STEPS
              && triangles.minY(i) <= (y + 1) * UvTriangles.STEPS
              && triangles.maxY(i) >= y * UvTriangles.STEPS;
      int first = isNear ? firstOwned(triangles, i, x, y, Math.min(best, SAMPLES)) : best;
      if (first < best) {
        best = first;
        owner = i;
      }
    }
    return owner;
  }

  /** Number of the first of a texel's sample points, row by row, that a triangle owns; {@code end} when none before it is. */
  static int firstOwned(UvTriangles triangles, int i, int x, int y, int end) {
    int quarter = UvTriangles.STEPS / 4;
    for (int s = 0; s < end; s++) {
      long px = (long) x * UvTriangles.STEPS + s % 4 * quarter + quarter / 2;
      long py = (long) y * UvTriangles.STEPS + s / 4 * quarter + quarter / 2;
      if (triangles.owns(i, px, py)) {
        return s;
      }
    }
    return end;
  }

  public int count() {
    return columns * rows;
  }

  /** Tiles beside each other; they are counted row by row. */
  public int columns() {
    return columns;
  }

  public int x(int tile) {
    return tile % columns * SIDE;
  }

  public int y(int tile) {
    return tile / columns * SIDE;
  }

  public int from(int tile) {
    return start[tile];
  }

  public int to(int tile) {
    return start[tile + 1];
  }

  public int item(int slot) {
    return items[slot];
  }
}
