package idiotaxa.core.map;

import com.carrotsearch.hppc.CharArrayList;
import java.util.Arrays;

/** The uncovered stretches of every row of a map: begin and end in turn, ascending. */
final class Gaps {
  private final char[][] ofRow;

  private Gaps(char[][] ofRow) {
    this.ofRow = ofRow;
  }

  /**
   * @param groups one value a texel, {@link SheetMaps#UNCOVERED} where nothing is
   * @param runs of the groups
   */
  static Gaps of(char[] groups, int width, RowRuns runs) {
    char[][] ofRow = new char[runs.height()][];
    CharArrayList gaps = new CharArrayList();
    for (int y = 0; y < ofRow.length; y++) {
      gaps.elementsCount = 0;
      int begin = 0;
      for (char end : runs.ends(y)) {
        if (groups[y * width + begin] == SheetMaps.UNCOVERED) {
          gaps.add((char) begin);
          gaps.add(end);
        }
        begin = end;
      }
      ofRow[y] = gaps.toArray();
    }
    return new Gaps(ofRow);
  }

  char[] of(int y) {
    return ofRow[y];
  }

  /** Index in {@link #of} of the begin of the first gap that ends behind a column. */
  int firstBehind(int y, int column) {
    int at = Arrays.binarySearch(ofRow[y], (char) column);
    // The gap that begins there, ends behind there, or is the next one.
    int behind = at < 0 ? -at - 1 : (at & 1) == 0 ? at : at + 1;
    return behind & ~1;
  }
}
