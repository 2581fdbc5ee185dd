package idiotaxa.core.image;

import idiotaxa.core.work.Parallel;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.function.Supplier;

/**
 * Writes OpenEXR: one part of scan lines, half floats, any number of named channels, ZIP over 16 lines
 * (OpenEXR File Layout, Academy Software Foundation). Only the compressed image is held, which a library
 * that takes whole planes cannot do: twenty groups at 8192² would be 2.7 GB of planes.
 */
public final class ExrWriter {
  private static final int MAGIC = 20000630;
  private static final int VERSION = 2;
  private static final int LONG_NAMES = 0x400;
  private static final int SHORT_NAME = 31;
  private static final int HALF = 1;
  private static final byte ZIP = 3;
  private static final int LINES = 16;

  /** Fills lines; opened once a thread. */
  public interface Lines {
    /**
     * @param out gets half floats, channel after channel in the order of their names
     */
    void line(int y, short[][] out);
  }

  private ExrWriter() {}

  /**
   * @param channels names in ascending order of their bytes, at most 255 bytes each
   * @throws IllegalArgumentException when they are not
   */
  public static void write(
      int width,
      int height,
      List<String> channels,
      Supplier<Lines> lines,
      int threads,
      OutputStream out)
      throws IOException {
    check(channels);
    int blocks = (height + LINES - 1) / LINES;
    byte[][] packed = new byte[blocks][];
    Parallel.run(
        blocks,
        threads,
        (block, worker) ->
            packed[block] = block(block * LINES, width, height, channels.size(), lines.get()));
    byte[] header = header(width, height, channels);
    out.write(header);
    long at = header.length + 8L * blocks;
    ByteBuffer offsets = little(8 * blocks);
    for (byte[] block : packed) {
      offsets.putLong(at);
      at += block.length;
    }
    out.write(offsets.array());
    for (byte[] block : packed) {
      out.write(block);
    }
  }

  private static void check(List<String> channels) {
    for (int c = 0; c < channels.size(); c++) {
      String name = channels.get(c);
      if (name.isEmpty() || bytes(name).length > 255) {
        throw new IllegalArgumentException("a channel's name has 1 … 255 bytes, got " + name);
      }
      if (c > 0 && Arrays.compareUnsigned(bytes(channels.get(c - 1)), bytes(name)) >= 0) {
        throw new IllegalArgumentException("channels are not in order: " + name);
      }
    }
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  private static ByteBuffer little(int bytes) {
    return ByteBuffer.allocate(bytes).order(ByteOrder.LITTLE_ENDIAN);
  }

  private static byte[] header(int width, int height, List<String> channels) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    boolean isLong = channels.stream().anyMatch(name -> bytes(name).length > SHORT_NAME);
    out.writeBytes(little(8).putInt(MAGIC).putInt(VERSION | (isLong ? LONG_NAMES : 0)).array());
    ByteArrayOutputStream list = new ByteArrayOutputStream();
    for (String name : channels) {
      list.writeBytes(bytes(name));
      list.write(0);
      // Type, whether it is perceptually linear, three reserved bytes, sampling in x and y.
      list.writeBytes(little(16).putInt(HALF).putInt(0).putInt(1).putInt(1).array());
    }
    list.write(0);
    attribute(out, "channels", "chlist", list.toByteArray());
    attribute(out, "compression", "compression", new byte[] {ZIP});
    byte[] window = little(16).putInt(0).putInt(0).putInt(width - 1).putInt(height - 1).array();
    attribute(out, "dataWindow", "box2i", window);
    attribute(out, "displayWindow", "box2i", window);
    attribute(out, "lineOrder", "lineOrder", new byte[1]);
    attribute(out, "pixelAspectRatio", "float", little(4).putFloat(1).array());
    attribute(out, "screenWindowCenter", "v2f", new byte[8]);
    attribute(out, "screenWindowWidth", "float", little(4).putFloat(1).array());
    out.write(0);
    return out.toByteArray();
  }

  private static void attribute(ByteArrayOutputStream out, String name, String type, byte[] value) {
    out.writeBytes(bytes(name));
    out.write(0);
    out.writeBytes(bytes(type));
    out.write(0);
    out.writeBytes(little(4).putInt(value.length).array());
    out.writeBytes(value);
  }

  private static byte[] block(int from, int width, int height, int channels, Lines lines) {
    int to = Math.min(height, from + LINES);
    int size = 2 * width * channels * (to - from);
    byte[] raw = new byte[size];
    short[][] row = new short[channels][width];
    int half = (size + 1) / 2;
    // Low bytes first, then high bytes: those of one kind are alike.
    for (int y = from, at = 0; y < to; y++) {
      lines.line(y, row);
      for (short[] channel : row) {
        for (short value : channel) {
          raw[at] = (byte) value;
          raw[half + at++] = (byte) (value >> 8);
        }
      }
    }
    for (int i = size - 1; i > 0; i--) {
      raw[i] = (byte) (raw[i] - raw[i - 1] + 128);
    }
    byte[] packed = deflated(raw);
    boolean isSmaller = packed.length < size;
    byte[] data = isSmaller ? packed : uncompressed(from, to, width, channels, lines);
    return little(8 + data.length).putInt(from).putInt(data.length).put(data).array();
  }

  /** What does not get smaller is kept as it is. */
  private static byte[] uncompressed(int from, int to, int width, int channels, Lines lines) {
    ByteBuffer out = little(2 * width * channels * (to - from));
    short[][] row = new short[channels][width];
    for (int y = from; y < to; y++) {
      lines.line(y, row);
      for (short[] channel : row) {
        for (short value : channel) {
          out.putShort(value);
        }
      }
    }
    return out.array();
  }

  private static byte[] deflated(byte[] raw) {
    RunDeflater deflater = new RunDeflater(1);
    deflater.add(raw, raw.length);
    return deflater.zlib(raw);
  }
}
