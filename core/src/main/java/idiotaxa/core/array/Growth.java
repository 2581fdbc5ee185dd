package idiotaxa.core.array;

/** How a growable array grows: by half, up to the largest array that a JVM gives. */
final class Growth {
  private static final int MAX_LENGTH = Integer.MAX_VALUE - 8;

  private Growth() {}

  /**
   * @return the next capacity, larger than {@code size}
   * @throws IllegalStateException when no larger array exists
   */
  static int next(int size) {
    if (size >= MAX_LENGTH) {
      throw new IllegalStateException("list is full at " + size + " elements");
    }
    return (int) Math.min(MAX_LENGTH, size + (long) (size >> 1) + 16);
  }
}
