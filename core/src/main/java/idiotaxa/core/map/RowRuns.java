package idiotaxa.core.map;

import com.carrotsearch.hppc.CharArrayList;
import idiotaxa.core.work.Parallel;

/**
 * Where along the rows of a map the value changes. A sheet has a dozen images and each asks the same, so it
 * is looked up once; maps are mostly long runs.
 */
final class RowRuns {
  private static final int BAND = 64;

  private final char[][] endsOfRow;

  private RowRuns(char[][] endsOfRow) {
    this.endsOfRow = endsOfRow;
  }

  /** What is done with columns begin … end−1, which have one value. */
  interface Run {
    void at(int begin, int end);
  }

  /**
   * @param width at most 65535
   */
  static RowRuns of(char[] values, int width, int height, int threads) {
    char[][] endsOfRow = new char[height][];
    Parallel.run(
        (height + BAND - 1) / BAND,
        threads,
        (band, worker) -> {
          CharArrayList ends = new CharArrayList();
          for (int y = band * BAND; y < Math.min(height, (band + 1) * BAND); y++) {
            ends.elementsCount = 0;
            int from = y * width;
            for (int i = from + 1; i < from + width; i++) {
              if (values[i] != values[i - 1]) {
                ends.add((char) (i - from));
              }
            }
            ends.add((char) width);
            endsOfRow[y] = ends.toArray();
          }
        });
    return new RowRuns(endsOfRow);
  }

  void visit(int y, Run run) {
    int begin = 0;
    for (char end : endsOfRow[y]) {
      run.at(begin, end);
      begin = end;
    }
  }
}
