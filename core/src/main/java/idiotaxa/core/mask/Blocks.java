package idiotaxa.core.mask;

import idiotaxa.core.work.Parallel;
import com.carrotsearch.hppc.CharArrayList;

/**
 * What squares of 8 × 8 texels hold of each island: the least and the largest value. Nearly all squares
 * hold one island and one value, so that whole squares are decided without looking at a texel.
 */
final class Blocks {
  static final int SIDE = 8;

  private final int columns;
  private final int rows;
  /** First entry of every block, and the number of entries at the end. */
  private final int[] start;
  private final char[] label;
  private final char[] least;
  private final char[] largest;

  Blocks(char[] values, TexelIslands islands, int threads) {
    int width = islands.width();
    columns = (width + SIDE - 1) / SIDE;
    rows = (islands.height() + SIDE - 1) / SIDE;
    start = new int[columns * rows + 1];
    Row[] made = new Row[rows];
    Parallel.run(rows, threads, (row, worker) -> made[row] = new Row(values, islands, row, columns));
    int count = 0;
    for (Row row : made) {
      count += row.label.size();
    }
    label = new char[count];
    least = new char[count];
    largest = new char[count];
    int at = 0;
    for (int r = 0; r < rows; r++) {
      Row row = made[r];
      for (int c = 0; c < columns; c++) {
        start[r * columns + c + 1] = at + row.end[c];
      }
      int size = row.label.size();
      System.arraycopy(row.label.buffer, 0, label, at, size);
      System.arraycopy(row.least.buffer, 0, least, at, size);
      System.arraycopy(row.largest.buffer, 0, largest, at, size);
      at += size;
    }
  }

  int columns() {
    return columns;
  }

  int rows() {
    return rows;
  }

  int from(int block) {
    return start[block];
  }

  int to(int block) {
    return start[block + 1];
  }

  char label(int entry) {
    return label[entry];
  }

  char least(int entry) {
    return least[entry];
  }

  char largest(int entry) {
    return largest[entry];
  }

  /** The entry of an island in a block, −1 where it has no texel there. */
  int entry(int block, char wanted) {
    for (int e = start[block]; e < start[block + 1]; e++) {
      if (label[e] == wanted) {
        return e;
      }
    }
    return -1;
  }

  /**
   * Whether an island has several values in a box of texels, or in the rest of the blocks that it touches. The
   * box may reach beyond the sheet.
   */
  boolean differs(char wanted, int fromX, int fromY, int toX, int toY) {
    int most = 0;
    int fewest = Planes.FULL;
    int endRow = Math.min(rows, (toY - 1) / SIDE + 1);
    int endColumn = Math.min(columns, (toX - 1) / SIDE + 1);
    for (int r = Math.max(0, fromY) / SIDE; r < endRow; r++) {
      for (int c = Math.max(0, fromX) / SIDE; c < endColumn; c++) {
        int entry = entry(r * columns + c, wanted);
        if (entry >= 0) {
          fewest = Math.min(fewest, least[entry]);
          most = Math.max(most, largest[entry]);
          if (fewest < most) {
            return true;
          }
        }
      }
    }
    return false;
  }

  /** One row of blocks while it is gathered. */
  private static final class Row {
    private final CharArrayList label = new CharArrayList();
    private final CharArrayList least = new CharArrayList();
    private final CharArrayList largest = new CharArrayList();
    private final int[] end;

    Row(char[] values, TexelIslands islands, int row, int columns) {
      end = new int[columns];
      int width = islands.width();
      int toY = Math.min(islands.height(), (row + 1) * SIDE);
      for (int c = 0; c < columns; c++) {
        int first = label.size();
        int toX = Math.min(width, (c + 1) * SIDE);
        for (int y = row * SIDE; y < toY; y++) {
          for (int i = y * width + c * SIDE; i < y * width + toX; i++) {
            char island = islands.labels()[i];
            if (island != TexelIslands.NONE) {
              add(first, island, values[i]);
            }
          }
        }
        end[c] = label.size();
      }
    }

    private void add(int first, char island, char value) {
      for (int e = first; e < label.size(); e++) {
        if (label.get(e) == island) {
          if (value < least.get(e)) {
            least.set(e, value);
          }
          if (value > largest.get(e)) {
            largest.set(e, value);
          }
          return;
        }
      }
      label.add(island);
      least.add(value);
      largest.add(value);
    }
  }
}
