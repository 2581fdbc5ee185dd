package idiotaxa.core.image;

/** Tells a block's codes by the lengths of their bits (RFC 1951, section 3.2.7). */
final class HuffmanHeader {
  private static final int LEAST_LITERALS = 257;
  private static final int[] ORDER = {16, 17, 18, 0, 8, 7, 9, 6, 10, 5, 11, 4, 12, 3, 13, 2, 14, 1, 15};
  private static final int FEW_ZEROS = 17;
  private static final int MANY_ZEROS = 18;
  private static final int LONGEST = 7;

  private HuffmanHeader() {}

  static void write(BitSink out, HuffmanCode literals, HuffmanCode distances) {
    int literalCount = literals.used(LEAST_LITERALS);
    int distanceCount = distances.used(1);
    int[] lengths = new int[literalCount + distanceCount];
    for (int s = 0; s < lengths.length; s++) {
      lengths[s] =
          s < literalCount ? literals.length(s) : distances.length(s - literalCount);
    }
    int[] counts = new int[ORDER.length];
    walk(lengths, (symbol, extra, bits) -> counts[symbol]++);
    HuffmanCode code = HuffmanCode.of(counts, LONGEST);
    int told = ORDER.length;
    while (told > 4 && code.length(ORDER[told - 1]) == 0) {
      told--;
    }
    out.put(literalCount - LEAST_LITERALS, 5);
    out.put(distanceCount - 1, 5);
    out.put(told - 4, 4);
    for (int i = 0; i < told; i++) {
      out.put(code.length(ORDER[i]), 3);
    }
    walk(
        lengths,
        (symbol, extra, bits) -> {
          code.write(out, symbol);
          out.put(extra, bits);
        });
  }

  private interface Step {
    void take(int symbol, int extra, int bits);
  }

  /** Runs of zeros are told by their number; the rest one by one. */
  private static void walk(int[] lengths, Step step) {
    for (int i = 0; i < lengths.length; ) {
      int zeros = 0;
      while (i + zeros < lengths.length && lengths[i + zeros] == 0 && zeros < 138) {
        zeros++;
      }
      if (zeros >= 11) {
        step.take(MANY_ZEROS, zeros - 11, 7);
      } else if (zeros >= 3) {
        step.take(FEW_ZEROS, zeros - 3, 3);
      } else {
        zeros = 1;
        step.take(lengths[i], 0, 0);
      }
      i += zeros;
    }
  }
}
