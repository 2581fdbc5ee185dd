package idiotaxa.core.image;

import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.zip.Adler32;

/**
 * Deflates data that is mostly runs (RFC 1951): a byte goes on, or a pixel does. It looks for nothing else,
 * which is several times faster than a search for any repetition, and codes what it finds with Huffman codes
 * of its own, block by block. Each instance makes one stream; not thread-safe.
 */
final class RunDeflater {
  static final byte[] ZLIB_HEADER = {0x78, 0x5E};
  static final byte[] LAST_EMPTY_BLOCK = {0x03, 0x00};

  private static final int LONGEST = 258;
  private static final int SHORTEST = 3;
  private static final int END_OF_BLOCK = 256;
  private static final int LITERALS = 286;
  private static final int DISTANCES = 4;
  private static final int MOST_TOKENS = 1 << 16;
  private static final int[] LENGTH_BASE = {
    3, 4, 5, 6, 7, 8, 9, 10, 11, 13, 15, 17, 19, 23, 27, 31, 35, 43, 51, 59, 67, 83, 99, 115, 131, 163, 195,
    227, 258
  };
  private static final int[] LENGTH_EXTRA = {
    0, 0, 0, 0, 0, 0, 0, 0, 1, 1, 1, 1, 2, 2, 2, 2, 3, 3, 3, 3, 4, 4, 4, 4, 5, 5, 5, 5, 0
  };
  private static final byte[] CODE_OF_LENGTH = codesOfLengths();

  private final int pixel;
  private final BitSink out = new BitSink();
  /** A literal, or {@code 256 + length} and the distance's code above it. */
  private final int[] tokens = new int[MOST_TOKENS];
  private final int[] literalCounts = new int[LITERALS];
  private final int[] distanceCounts = new int[DISTANCES];
  private int count;

  /**
   * @param pixel bytes of a pixel, 1 … 4
   */
  RunDeflater(int pixel) {
    this.pixel = pixel;
  }

  private static byte[] codesOfLengths() {
    byte[] codes = new byte[LONGEST + 1];
    for (int code = 0; code < LENGTH_BASE.length; code++) {
      int to = code + 1 < LENGTH_BASE.length ? LENGTH_BASE[code + 1] : LONGEST + 1;
      Arrays.fill(codes, LENGTH_BASE[code], to, (byte) code);
    }
    return codes;
  }

  /** Takes the next bytes; runs are looked for within one call. */
  void add(byte[] data, int length) {
    for (int i = 0; i < length; ) {
      int run = i == 0 ? 0 : repeats(data, i, length, 1);
      if (run >= SHORTEST) {
        i += addRun(run, 0);
        continue;
      }
      int pixels = pixel == 1 || i < pixel ? 0 : repeats(data, i, length, pixel);
      if (pixels > SHORTEST) {
        i += addRun(pixels, pixel - 1);
      } else {
        put(data[i++] & 0xFF);
      }
    }
  }

  /** How far the bytes are those that stand a distance before them. */
  private static int repeats(byte[] data, int from, int to, int distance) {
    if (data[from] != data[from - distance]) {
      return 0;
    }
    int differs = Arrays.mismatch(data, from, to, data, from - distance, to - distance);
    return differs < 0 ? to - from : differs;
  }

  /** Leaves less than a shortest match to literals. */
  private int addRun(int length, int distanceCode) {
    int left = length;
    while (left >= SHORTEST) {
      int part = Math.min(left, LONGEST);
      if (left - part > 0 && left - part < SHORTEST) {
        part = Math.min(part, left - SHORTEST);
      }
      put(END_OF_BLOCK + part | distanceCode << 16);
      left -= part;
    }
    return length - left;
  }

  private void put(int token) {
    if (count == MOST_TOKENS) {
      writeBlock();
    }
    tokens[count++] = token;
    if (token < END_OF_BLOCK) {
      literalCounts[token]++;
    } else {
      literalCounts[END_OF_BLOCK + 1 + CODE_OF_LENGTH[(token & 0xFFFF) - END_OF_BLOCK]]++;
      distanceCounts[token >> 16]++;
    }
  }

  /** Ends at a byte's border, so that streams can be joined; more may follow. */
  void flush() {
    writeBlock();
    out.put(0, 3);
    out.align();
    out.put(0, 16);
    out.put(0xFFFF, 16);
  }

  private void writeBlock() {
    literalCounts[END_OF_BLOCK] = 1;
    HuffmanCode literals = HuffmanCode.of(literalCounts, 15);
    HuffmanCode distances = HuffmanCode.of(distanceCounts, 15);
    out.put(0b100, 3);
    HuffmanHeader.write(out, literals, distances);
    for (int t = 0; t < count; t++) {
      int token = tokens[t];
      if (token < END_OF_BLOCK) {
        literals.write(out, token);
      } else {
        int length = (token & 0xFFFF) - END_OF_BLOCK;
        int code = CODE_OF_LENGTH[length];
        literals.write(out, END_OF_BLOCK + 1 + code);
        out.put(length - LENGTH_BASE[code], LENGTH_EXTRA[code]);
        // Distances 1 … 4 are codes of their own, without extra bits.
        distances.write(out, token >> 16);
      }
    }
    literals.write(out, END_OF_BLOCK);
    Arrays.fill(literalCounts, 0);
    Arrays.fill(distanceCounts, 0);
    count = 0;
  }

  /**
   * All that was added as a zlib stream (RFC 1950).
   *
   * @param data that was added
   */
  byte[] zlib(byte[] data) {
    flush();
    Adler32 sum = new Adler32();
    sum.update(data);
    return ByteBuffer.allocate(size() + 8)
        .put(ZLIB_HEADER)
        .put(bytes(), 0, size())
        .put(LAST_EMPTY_BLOCK)
        .putInt((int) sum.getValue())
        .array();
  }

  byte[] bytes() {
    return out.bytes();
  }

  int size() {
    return out.size();
  }
}
