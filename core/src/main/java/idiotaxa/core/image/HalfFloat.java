package idiotaxa.core.image;

/** Half floats of IEEE 754 for shares of a whole. */
public final class HalfFloat {
  /** Steps between 0 and 1 that a half float tells apart everywhere: 11 bits of significand. */
  public static final int STEPS = 2048;

  private HalfFloat() {}

  /**
   * The half float of {@code steps / 2048}, exactly.
   *
   * @param steps 0 … 2048
   */
  public static short ofSteps(int steps) {
    if (steps == 0) {
      return 0;
    }
    int exponent = 31 - Integer.numberOfLeadingZeros(steps);
    int significand = steps << 10 >> exponent & 0x3FF;
    // 2^exponent of 2048 is 2^(exponent − 11), and the exponent's bias is 15.
    return (short) (exponent - 11 + 15 << 10 | significand);
  }
}
