package idiotaxa.core.trace;

/**
 * A leaf as an int: bit 30, then {@code first slot · 8 + (count − 1)}. Up to eight triangles a leaf, up to
 * {@link #MAX_SLOTS} slots. References below bit 30 are inner nodes. References are kept among floats
 * as their bits; none of them looks like NaN, which a processor might not hand on as it is.
 */
final class LeafRef {
  static final int MAX_TRIANGLES = 8;
  static final int MAX_SLOTS = 100_000_000;
  private static final int LEAF = 1 << 30;

  private LeafRef() {}

  static int pack(int firstSlot, int count) {
    if (firstSlot < 0 || firstSlot >= MAX_SLOTS || count < 1 || count > MAX_TRIANGLES) {
      throw new IllegalStateException("leaf out of range: slot " + firstSlot + ", count " + count);
    }
    return LEAF | firstSlot * MAX_TRIANGLES + count - 1;
  }

  static boolean isLeaf(int ref) {
    return ref >= LEAF;
  }

  static int firstSlot(int ref) {
    return (ref - LEAF) >>> 3;
  }

  static int count(int ref) {
    return (ref & 7) + 1;
  }
}
