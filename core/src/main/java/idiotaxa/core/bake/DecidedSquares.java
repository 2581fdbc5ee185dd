package idiotaxa.core.bake;

/** Which squares of four by four texels were decided as a whole: a byte each. */
final class DecidedSquares {
  static final int SIDE = 4;

  private final int columns;
  private final byte[] isDecided;

  DecidedSquares(int width, int height) {
    columns = (width + SIDE - 1) / SIDE;
    isDecided = new byte[columns * ((height + SIDE - 1) / SIDE)];
  }

  /**
   * @param x multiple of {@link #SIDE}
   * @param size multiple of {@link #SIDE}; what lies outside of the sheet is left out
   */
  void add(int x, int y, int size) {
    int rows = isDecided.length / columns;
    for (int row = y / SIDE; row < Math.min(rows, (y + size) / SIDE); row++) {
      for (int column = x / SIDE; column < Math.min(columns, (x + size) / SIDE); column++) {
        isDecided[row * columns + column] = 1;
      }
    }
  }

  boolean contains(int x, int y) {
    return isDecided[y / SIDE * columns + x / SIDE] != 0;
  }
}
