package idiotaxa.core.image;

import java.util.Arrays;

/** Bits in the order of RFC 1951: the lowest of a byte first. */
final class BitSink {
  private byte[] bytes = new byte[1 << 12];
  private int size;
  private long held;
  private int heldBits;

  /**
   * @param bits 0 … 24
   */
  void put(int value, int bits) {
    held |= (long) value << heldBits;
    heldBits += bits;
    while (heldBits >= 8) {
      add((byte) held);
      held >>>= 8;
      heldBits -= 8;
    }
  }

  private void add(byte value) {
    if (size == bytes.length) {
      bytes = Arrays.copyOf(bytes, 2 * size);
    }
    bytes[size++] = value;
  }

  /** Fills up the last byte. */
  void align() {
    if (heldBits > 0) {
      put(0, 8 - heldBits);
    }
  }

  /** Its own buffer, which is longer than what was written. */
  byte[] bytes() {
    return bytes;
  }

  /** Whole bytes that were written. */
  int size() {
    return size;
  }
}
