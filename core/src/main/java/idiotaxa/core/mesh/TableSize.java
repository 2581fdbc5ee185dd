package idiotaxa.core.mesh;

/** Sizes of hash tables with open addressing. */
public final class TableSize {
  private static final int MOST_ENTRIES = 3 << 28;

  private TableSize() {}

  /**
   * @param entries that the table will hold at most, up to 805,306,368
   * @return a power of two that they fill to three quarters at most
   */
  public static int of(int entries) {
    if (entries > MOST_ENTRIES) {
      throw new IllegalArgumentException(entries + " are too many for one table");
    }
    int least = (int) (Math.max(8, entries) * 4L / 3);
    return Integer.highestOneBit(least) << 1;
  }
}
