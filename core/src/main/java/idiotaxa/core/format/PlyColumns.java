package idiotaxa.core.format;

import idiotaxa.core.mesh.Frame;
import java.nio.ByteBuffer;
import java.util.List;

/** Rows of a fixed size in a binary file, read column by column: a loop a column has no choices to make. */
final class PlyColumns {
  private final ByteBuffer bytes;
  private final List<PlyHeader.Property> properties;
  private final int rows;
  private final int first;
  private final int stride;

  /**
   * @param bytes at the first row; all rows are there
   */
  PlyColumns(ByteBuffer bytes, PlyHeader.Element element) {
    this.bytes = bytes;
    properties = element.properties();
    rows = element.count();
    first = bytes.position();
    stride = element.leastBytes();
  }

  /** Whether properties are bytes; negative ones count as such. */
  boolean areBytes(int... wanted) {
    for (int p : wanted) {
      if (p >= 0 && properties.get(p).type() != PlyHeader.Type.UCHAR) {
        return false;
      }
    }
    return true;
  }

  /** Reads properties side by side into rows of their number. */
  void readFloats(float[] out, int... wanted) {
    for (int k = 0; k < wanted.length; k++) {
      readFloats(wanted[k], out, k, wanted.length, 0);
    }
  }

  /** Reads positions off the origin of a frame. */
  void readPositions(float[] out, Frame frame, int x, int y, int z) {
    readFloats(x, out, 0, 3, frame.x());
    readFloats(y, out, 1, 3, frame.y());
    readFloats(z, out, 2, 3, frame.z());
  }

  private void readFloats(int property, float[] out, int from, int step, double off) {
    int at = first + offset(property);
    PlyHeader.Type type = properties.get(property).type();
    for (int i = 0, o = from; i < rows; i++, at += stride, o += step) {
      out[o] = (float) (value(type, at) - off);
    }
  }

  /** The value of a property in the first row. */
  double first(int property) {
    return value(properties.get(property).type(), first + offset(property));
  }

  private double value(PlyHeader.Type type, int at) {
    return switch (type) {
      case FLOAT -> bytes.getFloat(at);
      case DOUBLE -> bytes.getDouble(at);
      case CHAR -> bytes.get(at);
      case UCHAR -> bytes.get(at) & 0xFF;
      case SHORT -> bytes.getShort(at);
      case USHORT -> bytes.getShort(at) & 0xFFFF;
      case INT -> bytes.getInt(at);
      case UINT -> Integer.toUnsignedLong(bytes.getInt(at));
    };
  }

  /**
   * Reads colours of bytes as 0xAARRGGBB.
   *
   * @param alpha negative where there is none
   */
  void readColors(int[] out, int red, int green, int blue, int alpha) {
    int r = first + offset(red);
    int g = first + offset(green);
    int b = first + offset(blue);
    int a = alpha < 0 ? -1 : first + offset(alpha);
    for (int i = 0, row = 0; i < rows; i++, row += stride) {
      int opacity = a < 0 ? 0xFF : bytes.get(a + row) & 0xFF;
      out[i] =
          opacity << 24
              | (bytes.get(r + row) & 0xFF) << 16
              | (bytes.get(g + row) & 0xFF) << 8
              | bytes.get(b + row) & 0xFF;
    }
  }

  private int offset(int property) {
    int offset = 0;
    for (int p = 0; p < property; p++) {
      offset += properties.get(p).type().bytes();
    }
    return offset;
  }

  /** Goes on behind the last row. */
  void skip() {
    bytes.position(first + rows * stride);
  }
}
