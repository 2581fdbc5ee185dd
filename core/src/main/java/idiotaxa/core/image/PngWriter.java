package idiotaxa.core.image;

import idiotaxa.core.work.Parallel;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.zip.Adler32;
import java.util.zip.CRC32;

/**
 * Writes PNG (W3C PNG, third edition) on several threads: bands of rows are filtered and deflated by
 * themselves, each flushed to a byte border, and joined into one zlib stream. Rows use the filter Up,
 * which leaves runs of zeros wherever an ID map goes on as above. Bands have a fixed height, so the bytes do
 * not depend on the threads.
 */
public final class PngWriter {
  private static final byte[] SIGNATURE = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1A, '\n'};
  private static final int BAND = 256;
  private static final int FILTER_UP = 2;
  private static final int ADLER_BASE = 65521;

  /** Bytes that are subtracted one by one after a difference. */
  private static final int STRETCH = 16;

  private PngWriter() {}

  public static void write(PixelImage image, int threads, OutputStream out) throws IOException {
    out.write(SIGNATURE);
    chunk(out, "IHDR", header(image), 13);
    if (image.isColor()) {
      chunk(out, "sRGB", new byte[] {0}, 1);
    }
    int bands = (image.height() + BAND - 1) / BAND;
    Band[] done = new Band[bands];
    Parallel.run(bands, threads, (band, worker) -> done[band] = new Band(image, band));
    writeData(out, done);
    chunk(out, "IEND", new byte[0], 0);
  }

  private static byte[] header(PixelImage image) {
    return ByteBuffer.allocate(13)
        .putInt(image.width())
        .putInt(image.height())
        .put((byte) image.layout().bitDepth())
        .put((byte) image.layout().colorType())
        .put(new byte[3])
        .array();
  }

  private static void writeData(OutputStream out, Band[] bands) throws IOException {
    chunk(out, "IDAT", RunDeflater.ZLIB_HEADER, 2);
    long adler = 1;
    for (Band band : bands) {
      chunk(out, "IDAT", band.deflated, band.length);
      adler = combine(adler, band.adler, band.rawLength);
    }
    byte[] end = ByteBuffer.allocate(6).put(RunDeflater.LAST_EMPTY_BLOCK).putInt((int) adler).array();
    chunk(out, "IDAT", end, 6);
  }

  private static void chunk(OutputStream out, String type, byte[] data, int length)
      throws IOException {
    byte[] name = type.getBytes(StandardCharsets.US_ASCII);
    CRC32 crc = new CRC32();
    crc.update(name);
    crc.update(data, 0, length);
    out.write(ByteBuffer.allocate(8).putInt(length).put(name).array());
    out.write(data, 0, length);
    out.write(ByteBuffer.allocate(4).putInt((int) crc.getValue()).array());
  }

  /** Adler-32 of two joined runs of bytes (RFC 1950, section 9: sums modulo 65521). */
  public static long combine(long first, long second, long secondLength) {
    long a1 = first & 0xFFFF;
    long b1 = first >>> 16;
    long a2 = second & 0xFFFF;
    long b2 = second >>> 16;
    long n = secondLength % ADLER_BASE;
    long a = (a1 + a2 - 1 + ADLER_BASE) % ADLER_BASE;
    long b = (b1 + b2 + n * (a1 - 1 + ADLER_BASE)) % ADLER_BASE;
    return b << 16 | a;
  }

  /** A band of rows, filtered and deflated. */
  private static final class Band {
    private final byte[] deflated;
    private final int length;
    private final long adler;
    private final long rawLength;

    Band(PixelImage image, int index) {
      int from = index * BAND;
      int to = Math.min(image.height(), from + BAND);
      RunDeflater deflater = new RunDeflater(image.layout().bytesPerPixel());
      Adler32 sum = new Adler32();
      deflate(image, from, to, deflater, sum);
      deflated = deflater.bytes();
      length = deflater.size();
      adler = sum.getValue();
      rawLength = (long) (to - from) * (1 + image.rowBytes());
    }

    private static void deflate(
        PixelImage image, int from, int to, RunDeflater deflater, Adler32 sum) {
      PixelImage.Rows rows = image.rows().get();
      byte[] row = new byte[image.rowBytes()];
      byte[] filtered = new byte[1 + image.rowBytes()];
      filtered[0] = FILTER_UP;
      if (from > 0) {
        rows.row(from - 1, row, 0);
      }
      Filter filter =
          rows instanceof PixelImage.ChangingRows changing
              ? new ChangesFilter(changing, image.layout().bytesPerPixel(), row, filtered)
              : new RowFilter(rows, row, filtered);
      for (int y = from; y < to; y++) {
        filter.next(y);
        sum.update(filtered);
        deflater.add(filtered, filtered.length);
      }
      deflater.flush();
    }
  }

  /** Makes rows and their differences from the rows above. */
  private interface Filter {
    /** Row y, which is below the one before. */
    void next(int y);
  }

  /** Looks at whole rows. */
  private static final class RowFilter implements Filter {
    private final PixelImage.Rows rows;
    private final byte[] filtered;
    private byte[] above;
    private byte[] row;

    /**
     * @param above the row above the first
     * @param filtered gets the differences, from index 1
     */
    RowFilter(PixelImage.Rows rows, byte[] above, byte[] filtered) {
      this.rows = rows;
      this.filtered = filtered;
      this.above = above;
      row = new byte[above.length];
    }

    @Override
    public void next(int y) {
      rows.row(y, row, 0);
      subtract();
      byte[] swap = above;
      above = row;
      row = swap;
    }

    /** Most bytes are as above: only where they are not is there anything to compute. */
    private void subtract() {
      Arrays.fill(filtered, 1, filtered.length, (byte) 0);
      int at = 0;
      while (true) {
        int equal = Arrays.mismatch(row, at, row.length, above, at, row.length);
        if (equal < 0) {
          return;
        }
        at += equal;
        int to = Math.min(row.length, at + STRETCH);
        for (; at < to; at++) {
          filtered[1 + at] = (byte) (row[at] - above[at]);
        }
      }
    }
  }

  /** Looks only where rows may differ. */
  private static final class ChangesFilter implements Filter {
    private final PixelImage.ChangingRows rows;
    private final int pixel;
    private final byte[] row;
    private final byte[] filtered;
    private final byte[] fresh;
    private char[] changed = {};

    /**
     * @param pixel bytes
     * @param above the row above the first
     * @param filtered gets the differences, from index 1
     */
    ChangesFilter(PixelImage.ChangingRows rows, int pixel, byte[] above, byte[] filtered) {
      this.rows = rows;
      this.pixel = pixel;
      this.row = above;
      this.filtered = filtered;
      fresh = new byte[above.length];
    }

    @Override
    public void next(int y) {
      for (int s = 0; s < changed.length; s += 2) {
        Arrays.fill(filtered, 1 + pixel * changed[s], 1 + pixel * changed[s + 1], (byte) 0);
      }
      changed = rows.changes(y);
      for (int s = 0; s < changed.length; s += 2) {
        rows.pixels(y, changed[s], changed[s + 1], fresh, 0);
        int from = pixel * changed[s];
        int length = pixel * changed[s + 1] - from;
        for (int i = 0; i < length; i++) {
          filtered[1 + from + i] = (byte) (fresh[i] - row[from + i]);
        }
        System.arraycopy(fresh, 0, row, from, length);
      }
    }
  }
}
