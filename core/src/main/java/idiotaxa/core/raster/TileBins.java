package idiotaxa.core.raster;

/** Which triangles may touch which square tile of a sheet, ascending within a tile. */
public final class TileBins {
  public static final int SIDE = 64;

  private final int columns;
  private final int rows;
  private final int[] start;
  private final int[] items;

  public TileBins(UvTriangles triangles, int width, int height) {
    columns = (width + SIDE - 1) / SIDE;
    rows = (height + SIDE - 1) / SIDE;
    start = new int[columns * rows + 1];
    for (int i = 0; i < triangles.count(); i++) {
      visit(triangles, i, null);
    }
    for (int tile = 0; tile < columns * rows; tile++) {
      start[tile + 1] += start[tile];
    }
    items = new int[start[columns * rows]];
    int[] next = start.clone();
    for (int i = 0; i < triangles.count(); i++) {
      visit(triangles, i, next);
    }
  }

  /** Counts the triangle when {@code next} is null, else stores it. */
  private void visit(UvTriangles triangles, int i, int[] next) {
    int unit = SIDE * UvTriangles.STEPS;
    int fromX = Math.max(0, Math.floorDiv(triangles.minX(i), unit));
    int toX = Math.min(columns - 1, Math.floorDiv(triangles.maxX(i), unit));
    int fromY = Math.max(0, Math.floorDiv(triangles.minY(i), unit));
    int toY = Math.min(rows - 1, Math.floorDiv(triangles.maxY(i), unit));
    for (int ty = fromY; ty <= toY; ty++) {
      for (int tx = fromX; tx <= toX; tx++) {
        int tile = ty * columns + tx;
        if (next == null) {
          start[tile + 1]++;
        } else {
          items[next[tile]++] = i;
        }
      }
    }
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

  public int count() {
    return columns * rows;
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
