package idiotaxa.core.trace;

/** Sets of parts as bits, for queries that may hit only some parts. */
public final class PartFilter {
  private PartFilter() {}

  /** An empty set for {@code partCount} parts. */
  public static long[] none(int partCount) {
    return new long[(partCount + 63) / 64];
  }

  public static void allow(long[] parts, int part) {
    parts[part >> 6] |= 1L << part;
  }

  public static boolean isAllowed(long[] parts, int part) {
    return (parts[part >> 6] & 1L << part) != 0;
  }
}
