package idiotaxa.core.map;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;

/**
 * Keeps the maps of a sheet between bake and hand-off, so that masks and images can be made again
 * without baking. Our own working format, deflated; never leaves the application.
 */
public final class SheetMapsFile {
  private static final int MAGIC = 0x49544D31;
  private static final int MAX_SIDE = 16384;

  private SheetMapsFile() {}

  /** Writes without closing the stream. */
  public static void write(SheetMaps maps, OutputStream out) throws IOException {
    Deflater deflater = new Deflater(Deflater.BEST_SPEED);
    try {
      DeflaterOutputStream packed = new DeflaterOutputStream(out, deflater, 1 << 15);
      DataOutputStream data = new DataOutputStream(new BufferedOutputStream(packed, 1 << 15));
      data.writeInt(MAGIC);
      data.writeInt(maps.width());
      data.writeInt(maps.height());
      byte[] row = new byte[2 * maps.width()];
      for (int y = 0; y < maps.height(); y++) {
        packRow(maps.groups(), y * maps.width(), row);
        data.write(row);
      }
      writeCoverage(maps.coverage(), data);
      data.flush();
      packed.finish();
    } finally {
      deflater.end();
    }
  }

  private static void packRow(char[] groups, int from, byte[] row) {
    for (int i = 0; i < row.length; i += 2) {
      char group = groups[from + i / 2];
      row[i] = (byte) (group >> 8);
      row[i + 1] = (byte) group;
    }
  }

  private static void writeCoverage(Coverage coverage, DataOutputStream data) throws IOException {
    data.writeInt(coverage.texels().length);
    data.writeInt(coverage.groups().length);
    for (int texel : coverage.texels()) {
      data.writeInt(texel);
    }
    for (int start : coverage.start()) {
      data.writeInt(start);
    }
    for (char group : coverage.groups()) {
      data.writeChar(group);
    }
    data.write(coverage.shares());
  }

  /**
   * @throws IOException when the stream ends early or holds something else
   */
  public static SheetMaps read(InputStream in) throws IOException {
    DataInputStream data =
        new DataInputStream(new BufferedInputStream(new InflaterInputStream(in), 1 << 16));
    if (data.readInt() != MAGIC) {
      throw new IOException("this is no baked sheet");
    }
    int width = data.readInt();
    int height = data.readInt();
    if (width < 1 || height < 1 || width > MAX_SIDE || height > MAX_SIDE) {
      throw new IOException("a baked sheet cannot be " + width + " × " + height + " px");
    }
    char[] groups = new char[width * height];
    byte[] row = new byte[2 * width];
    for (int y = 0; y < height; y++) {
      data.readFully(row);
      for (int x = 0; x < width; x++) {
        groups[y * width + x] = (char) ((row[2 * x] & 0xFF) << 8 | row[2 * x + 1] & 0xFF);
      }
    }
    return new SheetMaps(width, height, groups, readCoverage(data, width * height));
  }

  private static Coverage readCoverage(DataInputStream data, int texelCount) throws IOException {
    int texels = data.readInt();
    int entries = data.readInt();
    if (texels < 0 || texels > texelCount || entries < 0 || entries > 64L * texels) {
      throw new IOException("the baked sheet's coverage is out of range");
    }
    int[] texel = new int[texels];
    for (int i = 0; i < texels; i++) {
      texel[i] = data.readInt();
    }
    int[] start = new int[texels + 1];
    for (int i = 0; i <= texels; i++) {
      start[i] = data.readInt();
    }
    char[] groups = new char[entries];
    for (int i = 0; i < entries; i++) {
      groups[i] = data.readChar();
    }
    byte[] shares = new byte[entries];
    data.readFully(shares);
    return new Coverage(texel, start, groups, shares);
  }
}
