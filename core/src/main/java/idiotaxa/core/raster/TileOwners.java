package idiotaxa.core.raster;

import idiotaxa.core.array.IntList;
import java.util.Arrays;

/** Which triangle owns which texel centre of one tile. Scratch of one thread. */
public final class TileOwners {
  public static final int NOBODY = -1;
  private static final int SIDE = TileBins.SIDE;
  private static final int HALF = UvTriangles.STEPS / 2;

  private final UvTriangles triangles;
  private final int width;
  private final int height;
  private final int[] owner = new int[SIDE * SIDE];
  private final IntList doubled = new IntList();
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
    doubled.clear();
    fromX = bins.x(tile);
    fromY = bins.y(tile);
    for (int slot = bins.from(tile); slot < bins.to(tile); slot++) {
      claim(bins.item(slot), isMet);
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

  /** Further owners: texel and triangle in turns, those of one texel in a row. */
  public IntList doubled() {
    return doubled;
  }

  /** Row by row over the triangle's box inside the tile, edge functions stepped along. */
  private void claim(int i, boolean[] isMet) {
    int steps = UvTriangles.STEPS;
    int beginX = Math.max(fromX, Math.floorDiv(triangles.minX(i) - HALF, steps));
    int endX = Math.min(toX() - 1, Math.floorDiv(triangles.maxX(i) - HALF, steps) + 1);
    int beginY = Math.max(fromY, Math.floorDiv(triangles.minY(i) - HALF, steps));
    int endY = Math.min(toY() - 1, Math.floorDiv(triangles.maxY(i) - HALF, steps) + 1);
    long step01 = triangles.edgeStepX(i, 0, 1);
    long step12 = triangles.edgeStepX(i, 1, 2);
    long step20 = triangles.edgeStepX(i, 2, 0);
    for (int y = beginY; y <= endY; y++) {
      long px = (long) beginX * steps + HALF;
      long py = (long) y * steps + HALF;
      long e01 = triangles.edge(i, 0, 1, px, py) + triangles.bias(i, 0, 1);
      long e12 = triangles.edge(i, 1, 2, px, py) + triangles.bias(i, 1, 2);
      long e20 = triangles.edge(i, 2, 0, px, py) + triangles.bias(i, 2, 0);
      int at = (y - fromY) * SIDE - fromX;
      for (int x = beginX; x <= endX; x++) {
        if ((e01 | e12 | e20) >= 0) {
          isMet[i] = true;
          if (owner[at + x] == NOBODY) {
            owner[at + x] = i;
          } else {
            doubled.add(y * width + x);
            doubled.add(i);
          }
        }
        e01 += step01;
        e12 += step12;
        e20 += step20;
      }
    }
  }
}
