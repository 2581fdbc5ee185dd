package idiotaxa.core.map;

import com.carrotsearch.hppc.CharArrayList;
import idiotaxa.core.work.Parallel;
import java.util.Arrays;

/**
 * Where along the rows of a map the value changes. A sheet has a dozen images and each asks the same, so it
 * is looked up once; maps are mostly long runs.
 */
public final class RowRuns {
  private static final int BAND = 64;

  private final char[][] endsOfRow;

  /**
   * @param endsOfRow column behind every run, ascending, the last one the width
   */
  RowRuns(char[][] endsOfRow) {
    this.endsOfRow = endsOfRow;
  }

  /** What is done with columns begin … end−1, which have one value. */
  public interface Run {
    void at(int begin, int end);
  }

  /**
   * @param width at most 65535
   */
  public static RowRuns of(char[] values, int width, int height, int threads) {
    char[][] endsOfRow = new char[height][];
    Parallel.ranges(
        height,
        BAND,
        threads,
        (fromY, toY) -> {
          CharArrayList ends = new CharArrayList();
          for (int y = fromY; y < toY; y++) {
            ends.elementsCount = 0;
            int from = y * width;
            int end = from + width;
            for (int i = from; i < end - 1; i++) {
              // Each beside its neighbour: up to the next change all are equal.
              int equal = Arrays.mismatch(values, i, end - 1, values, i + 1, end);
              if (equal < 0) {
                break;
              }
              i += equal;
              ends.add((char) (i + 1 - from));
            }
            ends.add((char) width);
            endsOfRow[y] = ends.toArray();
          }
        });
    return new RowRuns(endsOfRow);
  }

  public void visit(int y, Run run) {
    int begin = 0;
    for (char end : endsOfRow[y]) {
      run.at(begin, end);
      begin = end;
    }
  }

  /** Visits the longest runs in which neither of two rows of one width changes. */
  public static void visitBoth(RowRuns one, int y, RowRuns other, int otherY, Run run) {
    char[] ofOne = one.endsOfRow[y];
    char[] ofOther = other.endsOfRow[otherY];
    int begin = 0;
    for (int i = 0, k = 0; i < ofOne.length; ) {
      int end = Math.min(ofOne[i], ofOther[k]);
      run.at(begin, end);
      i += ofOne[i] == end ? 1 : 0;
      k += ofOther[k] == end ? 1 : 0;
      begin = end;
    }
  }

  int height() {
    return endsOfRow.length;
  }

  /** Columns behind the runs of a row. */
  char[] ends(int y) {
    return endsOfRow[y];
  }
}
