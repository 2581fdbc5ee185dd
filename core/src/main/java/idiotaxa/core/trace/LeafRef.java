package idiotaxa.core.trace;

/**
 * A leaf packed into a negative int: the complement of {@code first slot · 8 + (count − 1)}. Up to
 * eight triangles a leaf, up to 2^28 slots.
 */
final class LeafRef {
  static final int MAX_TRIANGLES = 8;
  static final int MAX_SLOTS = 1 << 28;

  private LeafRef() {}

  static int pack(int firstSlot, int count) {
    if (firstSlot < 0 || firstSlot >= MAX_SLOTS || count < 1 || count > MAX_TRIANGLES) {
      throw new IllegalStateException("leaf out of range: slot " + firstSlot + ", count " + count);
    }
    return ~(firstSlot * MAX_TRIANGLES + count - 1);
  }

  static int firstSlot(int ref) {
    return ~ref >>> 3;
  }

  static int count(int ref) {
    return (~ref & 7) + 1;
  }
}
